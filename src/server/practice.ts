"use server";

import { revalidatePath } from "next/cache";
import { v7 as uuid } from "uuid";
import * as z from "zod/mini";
import { readActs, StudentAct } from "@/core/practice/acts";
import { Assignment, assignmentLabels, freshItem, type PracticeItem, USUAL } from "@/core/practice/assignment";
import { readHandedBack } from "@/core/practice/handBack";
import { practisedLabels, ways } from "@/core/practice/kinds";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { day, dayAfter, ident, label, text, whole } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import type { Saved } from "@/store/documents";
import {
	type AssignmentRow,
	addLink,
	archiveAssignment,
	clearDay,
	findAssignment,
	saveAssignment,
	setActsAside,
	takeActs,
	withdrawLink,
	writeForPractice,
} from "@/store/practice";
import { findStudent } from "@/store/students";
import { drillOf, notForHome } from "./readPractice";
import { refusedInLook, store, upToDate } from "./store";

/** What comes in about practice from the coach: parsed once here, written whole or not at all. */

const At = z.object({ id: ident, rev: whole(0, 2147483647) });
const Place = z.object({ ladder: ident, rung: ident });
const GONE = "This practice was deleted. Nothing was changed.";

function done<T>(outcome: Outcome<T>): Outcome<T> {
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
}

/** What most helpers have to be told, for the coach to change. */
const USUAL_HELPER = {
	feed: "",
	counts: "A try counts when it matches the drill. If you are not sure, it does not count.",
	cautions: "Free space all around, no hard things within reach, shoes on.",
	stop: "When it hurts, when it is the other side’s turn, or when today’s tries are done.",
};

/** A practice for a student, with the rungs that were chosen; those that are not for home are left out, and named. */
export async function assignPractice(
	student: unknown,
	rungs: unknown,
): Promise<Outcome<{ id: string; left: string[] }>> {
	const read = parse(z.object({ student: ident, rungs: z.array(Place).check(z.maxLength(8)) }), { student, rungs });
	if (!read.ok) return read;
	const open = await upToDate();
	if (!(await findStudent(open, read.value.student)))
		return refuse("student", "This student was deleted. Nothing was made.");
	const drills = await Promise.all(read.value.rungs.map((at) => drillOf(open, read.value.student, at, uuid())));
	const made = await saveAssignment(
		open,
		{
			student: read.value.student,
			from: serverDay(),
			note: "",
			items: drills.filter((one): one is PracticeItem => one !== null && typeof one !== "string"),
			words: [],
			most: null,
			helper: USUAL_HELPER,
			thresholds: USUAL,
		},
		null,
	);
	if (!made.ok) return made;
	return done({ ok: true, value: { id: made.value.id, left: drills.filter((one) => typeof one === "string") } });
}

export async function keepAssignment(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	const place = parse(At, at);
	if (!place.ok) return place;
	const read = parse(Assignment, body, assignmentLabels);
	if (!read.ok) return read;
	const open = await store();
	const risky = await notForHome(open, read.value);
	return risky.length > 0 ? { ok: false, refusals: risky } : saveAssignment(open, read.value, place.value);
}

/** A rung as a drill to add, or why it is not for home; without a rung, an empty one. */
export async function drillFor(student: unknown, at: unknown): Promise<Outcome<PracticeItem>> {
	const read = parse(z.object({ student: ident, at: z.nullable(Place) }), { student, at });
	if (!read.ok) return read;
	if (read.value.at === null) return { ok: true, value: freshItem(uuid()) };
	const drill = await drillOf(await upToDate(), read.value.student, read.value.at, uuid());
	if (drill === null) return refuse("rung", "This rung was deleted. Nothing was added.");
	return typeof drill === "string" ? refuse("rung", drill) : { ok: true, value: drill };
}

/** A private link; its address is answered once, and only a hash of it stays here. */
export async function openPracticeLink(assignment: unknown, asked: unknown): Promise<Outcome<string>> {
	const madeUp = await refusedInLook();
	if (madeUp) return madeUp;
	const read = parse(
		z.object({ assignment: ident, asked: z.object({ name: label(60), ends: day }) }),
		{ assignment, asked },
		{ name: "for whom", ends: "last day" },
	);
	if (!read.ok) return read;
	const { name, ends } = read.value.asked;
	const latest = dayAfter(serverDay(), 366);
	if (ends < serverDay() || ends > latest) return refuse("ends", `Last day: choose a day from today to ${latest}.`);
	return withAssignment(read.value.assignment, async (open, row) => {
		const token = await addLink(open, row.id, { name, ends });
		return { ok: true, value: `/p/${token}` };
	});
}

async function withAssignment<T>(
	id: string,
	work: (open: Store, row: AssignmentRow) => Promise<Outcome<T>>,
): Promise<Outcome<T>> {
	const open = await store();
	const row = await findAssignment(open, id);
	return row ? done(await work(open, row)) : refuse("id", GONE);
}

export async function withdrawPracticeLink(id: unknown, withdrawn: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident, withdrawn: z.boolean() }), { id, withdrawn });
	if (!read.ok) return read;
	await withdrawLink(await store(), read.value.id, read.value.withdrawn);
	return done({ ok: true, value: null });
}

export interface BroughtBack {
	assignment: string;
	who: string;
	fresh: number;
	known: number;
	refused: string[];
}

const MOST_TEXT = 1_000_000;

/** Practice that was given back as text, in a message or out of a QR picture: what is here already is not counted twice. */
export async function bringBack(typed: unknown): Promise<Outcome<BroughtBack[]>> {
	const read = parse(z.object({ text: z.string().check(z.maxLength(MOST_TEXT)) }), { text: typed }, { text: "text" });
	if (!read.ok) return read;
	const open = await store();
	const rows = new Map<string, AssignmentRow>();
	const back = await readHandedBack(read.value.text, async (id) => {
		const row = await findAssignment(open, id);
		if (row) rows.set(id, row);
		return row?.key ?? null;
	});
	if (!back.ok) return back;
	const said = new Map<string, BroughtBack>();
	for (const { assignment, acts } of back.value) {
		const row = rows.get(assignment) as AssignmentRow;
		const { acts: readable, unread, unkeepable } = readActs(acts);
		const aside = [...unread, ...unkeepable];
		await setActsAside(open, row, aside);
		const taken = await takeActs(open, row, readable, "file");
		const before = said.get(assignment);
		const who = before?.who ?? (await findStudent(open, row.student))?.student.name ?? "";
		said.set(assignment, {
			assignment,
			who,
			fresh: (before?.fresh ?? 0) + taken.fresh,
			known: (before?.known ?? 0) + taken.kept.length - taken.fresh,
			refused: [
				...(before?.refused ?? []),
				...[...new Set([...taken.refused, ...taken.later].map(({ sentence }) => sentence))],
				...aside.map(({ reason }) => `${reason} It is under Data, Problems.`),
			],
		});
	}
	return done({ ok: true, value: [...said.values()] });
}

/** The coach's word to an entry; empty where it was read and nothing is to be said. */
export async function answerEntry(assignment: unknown, entry: unknown, words: unknown): Promise<Outcome<null>> {
	const read = parse(
		z.object({ assignment: ident, entry: ident, text: text(1000) }),
		{ assignment, entry, text: words },
		{ text: "answer" },
	);
	if (!read.ok) return read;
	const { entry: to, text: said } = read.value;
	return withAssignment(read.value.assignment, async (open, row) => {
		await writeForPractice(
			open,
			row,
			{ kind: "practice.answered", body: { assignment: row.id, entry: to, text: said } },
			when(),
		);
		return { ok: true, value: null };
	});
}

const when = () => ({ at: new Date().toISOString(), tz: Intl.DateTimeFormat().resolvedOptions().timeZone });

/** From now on so many good are asked for. */
export async function setPracticeTarget(assignment: unknown, item: unknown, target: unknown): Promise<Outcome<null>> {
	const read = parse(
		z.object({ assignment: ident, item: ident, target: whole(0, 500) }),
		{ assignment, item, target },
		assignmentLabels,
	);
	if (!read.ok) return read;
	const { item: of, target: to } = read.value;
	return withAssignment(read.value.assignment, async (open, row) => {
		const dose = row.assignment.items.find(({ id }) => id === of)?.dose;
		if (dose === undefined) return refuse("item", "This drill is no longer in the practice. Nothing was changed.");
		if (to > dose) return refuse("target", `Target: at most ${dose}, the tries a day, not ${to}.`);
		await writeForPractice(
			open,
			row,
			{ kind: "practice.target", body: { assignment: row.id, item: of, target: to, by: "coach" } },
			when(),
		);
		return { ok: true, value: null };
	});
}

/** What the student told, or brought on paper. */
export async function writePractice(assignment: unknown, act: unknown, by: unknown): Promise<Outcome<null>> {
	const place = parse(z.object({ assignment: ident, by: z.enum(ways) }), { assignment, by });
	if (!place.ok) return place;
	const read = parse(StudentAct, act, practisedLabels);
	if (!read.ok) return read;
	return withAssignment(place.value.assignment, async (open, row) => {
		const { refused } = await takeActs(open, row, [read.value], place.value.by);
		const [first] = refused;
		return first ? refuse("day", first.sentence) : { ok: true, value: null };
	});
}

export async function putPracticeAway(id: unknown, archived: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident, archived: z.boolean() }), { id, archived });
	if (!read.ok) return read;
	await archiveAssignment(await store(), read.value.id, read.value.archived);
	return done({ ok: true, value: null });
}

/** Takes back all that a link brought of one day: a program wrote it, and nobody practised that. */
export async function clearPracticeDay(assignment: unknown, on: unknown): Promise<Outcome<number>> {
	const read = parse(z.object({ assignment: ident, day }), { assignment, day: on }, { day: "day" });
	if (!read.ok) return read;
	return withAssignment(read.value.assignment, async () => {
		const open = await upToDate();
		const row = await findAssignment(open, read.value.assignment);
		return row ? { ok: true, value: await clearDay(open, row, read.value.day, when()) } : refuse("id", GONE);
	});
}
