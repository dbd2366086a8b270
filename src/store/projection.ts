import { and, asc, eq, gt, gte, inArray, lte, sql } from "drizzle-orm";
import { digestLadder } from "@/core/ladder/digest";
import { isDoubtful, SET_CLOCKS_FROM } from "@/core/log/days";
import { digestLesson, type LessonDigest } from "@/core/log/digest";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import type { Kind } from "@/core/log/kinds";
import { foldReminders, type SaidKind } from "@/core/log/reminders";
import { dayAfter } from "@/core/text/fields";
import { foldText } from "@/core/text/foldText";
import { serverDay } from "./days";
import { store as openedStore, type Store, type Tx } from "./db";
import { asEvent } from "./events";
import * as t from "./schema";
import { clearProjections, studioMark } from "./studio";

/** What is said in a lesson as a whole, and found by its words. */
const ofLesson = ["remark", "told", "wish", "heard"] as const;

/** Raised whenever a digest means something else: everything stored is then made again. */
export const MEANING = "11";

const ARRIVALS = 50_000;
const LESSONS = 40;

const shared = globalThis as { pegLadderProjection?: Promise<unknown> };

/**
 * Brings the projections up to the last event. What arrived since is read, the
 * lessons it belongs to are folded anew, and what rests on them after. Cut short at
 * any point, it begins again where it last stood; running twice does no harm.
 */
export function catchUp(
	store: Store,
	progress: (done: number, of: number) => void = () => {},
	today: string = serverDay(),
): Promise<void> {
	const before = shared.pegLadderProjection ?? Promise.resolve();
	const turn = before.then(() => bringUp(store, today, progress));
	shared.pegLadderProjection = turn.catch(() => undefined);
	return turn;
}

async function bringUp(store: Store, today: string, progress: (done: number, of: number) => void): Promise<void> {
	const { id, epoch } = await studioMark(store);
	const madeFor = `${id}/${epoch}/${MEANING}`;
	const [row] = await store.db.select().from(t.projection).where(eq(t.projection.name, "log"));
	if (row && row.madeFor !== madeFor) await store.write(clearProjections);
	const [top] = await store.db.select({ head: sql<number>`coalesce(max(${t.event.arrival}), 0)` }).from(t.event);
	const head = top?.head ?? 0;
	const start = row?.madeFor === madeFor ? row.upTo : 0;
	for (let from = start; from < head; ) {
		const to = Math.min(head, from + ARRIVALS);
		await takeIn(store, today, from, to, (share) => progress(from - start + share * (to - from), head - start));
		await store.write((tx) => writeStand(tx, madeFor, to));
		from = to;
	}
	if (!row && start === head) await store.write((tx) => writeStand(tx, madeFor, head));
	await dayTurned(store, today, head);
}

/**
 * On another day than the last time, the days that lay too far ahead to be believed, and do
 * not any more (or the other way round, where the clock was set back), are looked at again.
 */
async function dayTurned(store: Store, today: string, head: number): Promise<void> {
	const [row] = await store.db.select().from(t.projection).where(eq(t.projection.name, "day"));
	if (row?.madeFor === today) return;
	if (row) {
		const [from, to] = [row.madeFor, today].sort().map((day) => dayAfter(day, 1)) as [string, string];
		const turned = await store.db
			.select({ lesson: t.lessonDigest.lesson })
			.from(t.lessonDigest)
			.where(and(gt(t.lessonDigest.day, from), lte(t.lessonDigest.day, to)));
		await refoldLessons(
			store,
			turned.map(({ lesson }) => lesson),
			head,
			() => {},
			today,
		);
	}
	await store.write((tx) =>
		tx
			.insert(t.projection)
			.values({ name: "day", madeFor: today, upTo: 0 })
			.onConflictDoUpdate({ target: t.projection.name, set: { madeFor: today } }),
	);
}

const writeStand = (tx: Tx, madeFor: string, upTo: number) =>
	tx
		.insert(t.projection)
		.values({ name: "log", madeFor, upTo })
		.onConflictDoUpdate({ target: t.projection.name, set: { madeFor, upTo } });

/** The server's store, with everything that arrived taken in: what pages read from. */
export async function upToDate(): Promise<Store> {
	const open = await openedStore();
	await catchUp(open);
	return open;
}

async function takeIn(
	store: Store,
	today: string,
	from: number,
	to: number,
	share: (part: number) => void,
): Promise<void> {
	const between = and(gt(t.event.arrival, from), lte(t.event.arrival, to));
	const lessons = await store.db.selectDistinct({ lesson: t.event.lesson }).from(t.event).where(between);
	await takeSaid(store, between);
	await refoldLessons(
		store,
		lessons.flatMap(({ lesson }) => lesson ?? []),
		to,
		share,
		today,
	);
}

/** Takes out what was worked out for a student who is deleted; their lessons are folded anew after. */
export async function clearProjectionsOf(
	tx: Tx,
	{
		student,
		ladders,
		lessons,
		events,
	}: { student: string; ladders: string[]; lessons: string[]; events: { id: string }[] },
): Promise<void> {
	await tx.delete(t.studentDigest).where(eq(t.studentDigest.student, student));
	await tx.delete(t.said).where(eq(t.said.student, student));
	for (const [column, table, ids] of [
		[t.ladderDigest.ladder, t.ladderDigest, ladders],
		[t.lessonDigest.lesson, t.lessonDigest, lessons],
		[t.said.lesson, t.said, lessons],
		[t.link.source, t.link, events.map((event) => event.id)],
	] as const)
		for (let i = 0; i < ids.length; i += 400) await tx.delete(table).where(inArray(column, ids.slice(i, i + 400)));
}

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

async function digestsOf({ db }: Store, lessons: readonly string[]): Promise<Digested[]> {
	const rows = await db
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
	return [...byLesson].map(([lesson, { events, head }]) => {
		const view = foldLesson(events);
		return { digest: digestLesson(lesson, view), lamport: (view.closed ?? view.opened)?.lamport ?? 0, head };
	});
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

/** Digests of every lesson that worked on a ladder, or of a student's latest ones, oldest first. */
export async function digestsFor(
	{ db }: Pick<Store, "db">,
	of: { ladder: string } | { student: string; atMost: number },
): Promise<LessonDigest[]> {
	const column = "ladder" in of ? eq(t.lessonWork.ladder, of.ladder) : eq(t.lessonWork.student, of.student);
	const query = db
		.selectDistinct({ body: t.lessonDigest.body, day: t.lessonWork.day, lesson: t.lessonWork.lesson })
		.from(t.lessonWork)
		.innerJoin(t.lessonDigest, eq(t.lessonDigest.lesson, t.lessonWork.lesson))
		.where(column)
		.orderBy(sql`${t.lessonWork.day} desc`, sql`${t.lessonWork.lesson} desc`);
	const rows = await ("atMost" in of ? query.limit(of.atMost) : query);
	return rows.map((row) => row.body).reverse();
}

async function keepLadder(store: Store, ladder: string, today: string): Promise<void> {
	const body = digestLadder(ladder, await digestsFor(store, { ladder }), today);
	const { standing, unfounded, pass } = body;
	const row = { standing, unfounded: unfounded?.lesson ?? null, passed: pass?.rung ?? null, body };
	await store.write((tx) =>
		tx
			.insert(t.ladderDigest)
			.values({ ladder, ...row })
			.onConflictDoUpdate({ target: t.ladderDigest.ladder, set: row }),
	);
}

async function keepStudent(store: Store, student: string, today: string): Promise<void> {
	const [row] = await store.db
		.select({ lessons: sql<number>`count(distinct ${t.lessonWork.lesson})` })
		.from(t.lessonWork)
		.where(eq(t.lessonWork.student, student));
	const latest = (await digestsFor(store, { student, atMost: LATEST })).filter(
		(one) => !isDoubtful(one, today) && !one.fromCard,
	);
	const last = latest.at(-1)?.day || (await lastPlainDay(store, student, today));
	// Only the latest lessons can have set a day that is still to come.
	const next =
		latest
			.flatMap((digest) => (digest.next && digest.next > (last ?? "") ? [digest.next] : []))
			.sort()
			.at(0) ?? null;
	const set = { lessons: row?.lessons ?? 0, last, next };
	await store.write((tx) =>
		tx
			.insert(t.studentDigest)
			.values({ student, ...set })
			.onConflictDoUpdate({ target: t.studentDigest.student, set }),
	);
}

const LATEST = 12;

/** Where all of the latest lessons have days nobody can believe: the last one before those. */
async function lastPlainDay({ db }: Store, student: string, today: string): Promise<string | null> {
	const [row] = await db
		.select({ last: sql<string | null>`max(${t.lessonWork.day})` })
		.from(t.lessonWork)
		.where(
			and(
				eq(t.lessonWork.student, student),
				lte(t.lessonWork.day, dayAfter(today, 1)),
				gte(t.lessonWork.day, SET_CLOCKS_FROM),
			),
		);
	return row?.last ?? null;
}

const linking: Kind[] = ["void", "amend", "promise.kept", "unparked"];
const keeping: Kind[] = ["promise", "parked", "note"];

/** The events an event speaks of, where that matters to what is kept in sight. */
const targetsOf = (event: LogEvent): string[] =>
	event.kind === "void"
		? event.body.targets
		: event.kind === "amend"
			? [event.body.target]
			: event.kind === "promise.kept"
				? [event.body.promise]
				: event.kind === "unparked"
					? [event.body.parked]
					: [];

/** Works out anew each promise, parked word and note that new events made or spoke of. */
async function takeSaid(store: Store, between: ReturnType<typeof and>): Promise<void> {
	const rows = await store.db
		.select()
		.from(t.event)
		.where(and(between, inArray(t.event.kind, [...linking, ...keeping])));
	const events = rows.map(asEvent);
	const links = events.flatMap((event) => targetsOf(event).map((target) => ({ source: event.id, target })));
	for (let i = 0; i < links.length; i += 400)
		await store.write((tx) =>
			tx
				.insert(t.link)
				.values(links.slice(i, i + 400))
				.onConflictDoNothing(),
		);
	const touched = await relatedEvents(
		store,
		events.map((event) => event.id),
		"down",
	);
	const roots: string[] = [];
	for (let i = 0; i < touched.length; i += 400)
		for (const { id } of await store.db
			.select({ id: t.event.id })
			.from(t.event)
			.where(and(inArray(t.event.id, touched.slice(i, i + 400)), inArray(t.event.kind, keeping))))
			roots.push(id);
	for (let i = 0; i < roots.length; i += 200) await keepSaid(store, roots.slice(i, i + 200));
}

/** What is said of one root never touches another, so many are folded at once. */
async function keepSaid(store: Store, roots: readonly string[]): Promise<void> {
	const about = await relatedEvents(store, roots, "up");
	const log: LogEvent[] = [];
	for (let i = 0; i < about.length; i += 400)
		log.push(
			...(
				await store.db
					.select()
					.from(t.event)
					.where(inArray(t.event.id, about.slice(i, i + 400)))
			).map(asEvent),
		);
	const { promises, parked, notes } = foldReminders(log);
	const entries = new Map([...promises, ...parked, ...notes].map((entry) => [entry.id, entry]));
	const rows = log.flatMap((from) => {
		const one = entries.get(from.id);
		return one
			? [
					{
						id: one.id,
						kind: from.kind as SaidKind,
						student: one.student,
						lesson: from.lesson,
						day: one.day,
						due: one.due,
						closedBy: one.closedBy,
						lamport: from.lamport,
						text: one.text,
						folded: foldText(one.text),
					},
				]
			: [];
	});
	await store.write(async (tx) => {
		await tx.delete(t.said).where(inArray(t.said.id, [...roots]));
		if (rows.length > 0) await tx.insert(t.said).values(rows);
	});
}

/** These ids and all that links lead to, towards what is spoken of (down) or towards who speaks (up). */
async function relatedEvents({ db }: Store, ids: readonly string[], way: "down" | "up"): Promise<string[]> {
	const [here, there] = way === "down" ? [t.link.source, t.link.target] : [t.link.target, t.link.source];
	const found = new Set(ids);
	for (let edge = [...found]; edge.length > 0; ) {
		const next: string[] = [];
		for (let i = 0; i < edge.length; i += 400)
			for (const { id } of await db
				.select({ id: there })
				.from(t.link)
				.where(inArray(here, edge.slice(i, i + 400))))
				if (!found.has(id)) {
					found.add(id);
					next.push(id);
				}
		edge = next;
	}
	return [...found];
}
