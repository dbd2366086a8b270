import { and, asc, gt, inArray } from "drizzle-orm";
import { digestLesson, type LessonDigest } from "@/core/digest/lessonDigest";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import type { LessonView } from "@/core/log/view";
import { foldText } from "@/core/text/foldText";
import { serverDay } from "./days";
import type { Store, Tx } from "./db";
import { asEvent } from "./events";
import { foldedLesson } from "./longLessons";
import { keepLadder, keepStudent } from "./projectedPeople";
import * as t from "./schema";

/** What is said in a lesson as a whole, and found by its words. */
const ofLesson = ["remark", "told", "wish", "heard"] as const;

const LESSONS = 40;

/** Folds these lessons anew, and every ladder and student they touch or touched. */
export async function refoldLessons(
	store: Store,
	lessons: readonly string[],
	upTo: number,
	share: (part: number) => void = () => {},
	today: string = serverDay(),
): Promise<void> {
	const ladders = new Set<string>();
	const students = new Set<string>();
	for (let i = 0; i < lessons.length; i += LESSONS) {
		const some = lessons.slice(i, i + LESSONS);
		for (const { ladder, student } of await store.db
			.select()
			.from(t.lessonWork)
			.where(inArray(t.lessonWork.lesson, some))) {
			ladders.add(ladder);
			students.add(student);
		}
		const digests = await digestsOf(store, some);
		for (const work of digests.flatMap(({ digest }) => workOf(digest))) {
			ladders.add(work.ladder);
			students.add(work.student);
		}
		await store.write((tx) => keepLessons(tx, some, digests, upTo));
		share((0.9 * (i + some.length)) / lessons.length);
	}
	for (const ladder of ladders) if (ladder) await keepLadder(store, ladder, today);
	for (const student of students) if (student) await keepStudent(store, student, today);
}

interface Digested {
	digest: LessonDigest;
	lamport: number;
	head: number;
}

const digested = (lesson: string, view: LessonView, head: number): Digested => ({
	digest: digestLesson(lesson, view),
	lamport: (view.closed ?? view.opened)?.lamport ?? 0,
	head,
});

/** So few at once are what is going on now: each goes on from where it was, if it is long. */
const GOING_ON = 4;

async function digestsOf(store: Store, lessons: readonly string[]): Promise<Digested[]> {
	if (lessons.length <= GOING_ON) {
		const folded = await Promise.all(
			lessons.map(async (lesson) => ({ lesson, now: await foldedLesson(store, lesson) })),
		);
		return folded.flatMap(({ lesson, now }) => (now ? [digested(lesson, now.view, now.head)] : []));
	}
	const rows = await store.db
		.select()
		.from(t.event)
		.where(inArray(t.event.lesson, [...lessons]))
		.orderBy(asc(t.event.arrival));
	const byLesson = new Map<string, { events: LogEvent[]; head: number }>();
	for (const row of rows) {
		const held = byLesson.get(row.lesson ?? "") ?? { events: [], head: 0 };
		held.events.push(asEvent(row));
		held.head = row.arrival;
		byLesson.set(row.lesson ?? "", held);
	}
	return [...byLesson].map(([lesson, { events, head }]) => digested(lesson, foldLesson(events), head));
}

/** A row for each student with each ladder, and one for a student who only had the lesson opened for them. */
function workOf({ students, rungs, moves, last }: LessonDigest): { student: string; ladder: string }[] {
	const pairs = new Map<string, { student: string; ladder: string }>();
	const add = (student: string, ladder: string) => pairs.set(`${student}/${ladder}`, { student, ladder });
	for (const { student, ladder } of rungs) add(student ?? "", ladder ?? "");
	for (const { ladder } of [...moves, ...last])
		if (![...pairs.values()].some((pair) => pair.ladder === ladder)) add(students[0] ?? "", ladder);
	for (const student of students) if (![...pairs.values()].some((pair) => pair.student === student)) add(student, "");
	return [...pairs.values()];
}

async function keepLessons(tx: Tx, lessons: readonly string[], digests: readonly Digested[], upTo: number) {
	// Another process may have seen more of a lesson already: its digest stays.
	const newer = new Set(
		(
			await tx
				.select({ lesson: t.lessonDigest.lesson, upTo: t.lessonDigest.upTo })
				.from(t.lessonDigest)
				.where(and(inArray(t.lessonDigest.lesson, [...lessons]), gt(t.lessonDigest.upTo, upTo)))
		).map(({ lesson }) => lesson),
	);
	const stale = lessons.filter((lesson) => !newer.has(lesson));
	await tx.delete(t.lessonDigest).where(inArray(t.lessonDigest.lesson, stale));
	await tx.delete(t.lessonWork).where(inArray(t.lessonWork.lesson, stale));
	await tx.delete(t.said).where(and(inArray(t.said.lesson, stale), inArray(t.said.kind, [...ofLesson])));
	const fresh = digests.filter(({ digest }) => !newer.has(digest.lesson));
	if (fresh.length === 0) return;
	await tx.insert(t.lessonDigest).values(
		fresh.map(({ digest, head }) => ({
			lesson: digest.lesson,
			day: digest.day,
			opened: digest.opened,
			closed: digest.closed,
			upTo: Math.max(upTo, head),
			body: digest,
		})),
	);
	const work = fresh.flatMap(({ digest }) =>
		workOf(digest).map((pair) => ({ ...pair, lesson: digest.lesson, day: digest.day })),
	);
	if (work.length > 0) await tx.insert(t.lessonWork).values(work);
	const words = fresh.flatMap(({ digest, lamport }) => {
		const { lesson, day, students, notes = [] } = digest;
		const alone = students.length === 1 ? (students[0] ?? null) : null;
		const whole = ofLesson.map((kind) => ({
			id: `${lesson}/${kind}`,
			kind,
			student: alone,
			text: kind === "told" ? digest.note : digest[kind],
		}));
		// What was told to one of several is found among their words, and no other's.
		const each = notes.map(({ student, text }) => ({
			id: `${lesson}/told/${student}`,
			kind: "told" as const,
			student,
			text,
		}));
		return [...whole, ...each].flatMap((one) =>
			one.text ? [{ ...one, lesson, day, lamport, folded: foldText(one.text) }] : [],
		);
	});
	if (words.length > 0) await tx.insert(t.said).values(words);
}
