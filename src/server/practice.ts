"use server";

import { revalidatePath } from "next/cache";
import { v7 as uuid } from "uuid";
import * as z from "zod/mini";
import { StudentAct } from "@/core/practice/acts";
import { MOST_DRILLS } from "@/core/practice/asked";
import { Assignment, assignmentLabels, freshItem, type PracticeItem } from "@/core/practice/assignment";
import { freshPage } from "@/core/practice/freshPage";
import { readHandedBack } from "@/core/practice/handBack";
import { practisedLabels, ways } from "@/core/practice/kinds";
import { readActs } from "@/core/practice/readActs";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { day, dayAfter, ident, label, text, whole } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import type { Saved } from "@/store/documents";
import { type AssignmentRow, archiveAssignment, findAssignment, pageOf, saveAssignment } from "@/store/practice";
import { clearDay, setActsAside, takeActs, writeForPractice } from "@/store/practiceEntries";
import { addLink, keepAt, renewAt, withdrawLink } from "@/store/practiceLinks";
import { findStudent } from "@/store/students";
import { drillOf, notForHome } from "./readPractice";
import { refusedInLook, store, upToDate } from "./store";
import { settleTargets } from "./wrapUps";

/** What comes in about practice from the coach: parsed once here, written whole or not at all. */

const At = z.object({ id: ident, rev: whole(0, 2147483647) });
const Place = z.object({ ladder: ident, rung: ident });
const GONE = "This practice was deleted. Nothing was changed.";

function done<T>(outcome: Outcome<T>): Outcome<T> {
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
}

/**
 * The student's own page, with the rungs that were chosen added to it: made where there is none yet. A page beside
 * it (a second home, a camp) is made only where that is said. Rungs that are not for home are left out, and named.
 */
export async function assignPractice(
	student: unknown,
	rungs: unknown,
	apart: unknown = false,
): Promise<Outcome<{ id: string; left: string[] }>> {
	const read = parse(
		z.object({ student: ident, rungs: z.array(Place).check(z.maxLength(MOST_DRILLS)), apart: z.boolean() }),
		{ student, rungs, apart },
	);
	if (!read.ok) return read;
	const open = await upToDate();
	const whose = read.value.student;
	if (!(await findStudent(open, whose))) return refuse("student", "This student was deleted. Nothing was made.");
	const own = read.value.apart ? null : await pageOf(open, whose);
	const there = own?.assignment ?? freshPage(whose, serverDay());
	const fresh = read.value.rungs.filter(
		(at) => !there.items.some(({ ladder, rung }) => ladder === at.ladder && rung === at.rung),
	);
	const drills = await Promise.all(fresh.map((at) => drillOf(open, whose, at, uuid())));
	const added = drills.filter((one): one is PracticeItem => one !== null && typeof one !== "string");
	const left = drills.filter((one) => typeof one === "string");
	if (own && added.length === 0) return { ok: true, value: { id: own.id, left } };
	const items = [...there.items, ...added];
	if (items.length > MOST_DRILLS)
		return refuse("rungs", `A page holds ${MOST_DRILLS} drills at most. Remove one from their page first.`);
	const made = await saveAssignment(open, { ...there, items }, own, { apart: read.value.apart });
	return made.ok ? done({ ok: true, value: { id: made.value.id, left } }) : made;
}

export async function keepAssignment(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	const place = parse(At, at);
	if (!place.ok) return place;
	const read = parse(Assignment, body, assignmentLabels);
	if (!read.ok) return read;
	const open = await store();
	const risky = await notForHome(open, read.value);
	if (risky.length > 0) return { ok: false, refusals: risky };
	const before = await findAssignment(open, place.value.id);
	const saved = await saveAssignment(open, read.value, place.value);
	const isMoved = read.value.items.some(
		({ id, target }) => target !== before?.assignment.items.find((item) => item.id === id)?.target,
	);
	if (saved.ok && isMoved) await settleTargets(open, saved.value.id);
	return saved;
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

/** The address a studio is opened at: "https://studio.example:3000". */
const Address = z.string().check(z.maxLength(200), z.regex(/^https?:\/\/[^/\s]+$/));
const Links = z.object({ ids: z.array(ident).check(z.maxLength(500)), address: Address });
const linkLabels = { ids: "links", address: "address" };

/** Links that were made for another address, made anew for this one in one go: each is answered once. */
export async function renewPracticeLinks(
	ids: unknown,
	address: unknown,
): Promise<Outcome<{ name: string; path: string }[]>> {
	const madeUp = await refusedInLook();
	if (madeUp) return madeUp;
	const read = parse(Links, { ids, address }, linkLabels);
	if (!read.ok) return read;
	const made = await renewAt(await store(), read.value.ids, read.value.address);
	return done({ ok: true, value: made.map(({ name, token }) => ({ name, path: `/p/${token}` })) });
}

/** The coach knows that these links open here too. */
export async function keepPracticeLinks(ids: unknown, address: unknown): Promise<Outcome<null>> {
	const read = parse(Links, { ids, address }, linkLabels);
	if (!read.ok) return read;
	await keepAt(await store(), read.value.ids, read.value.address);
	return done({ ok: true, value: null });
}

/** A private link; its address is answered once, and only a hash of it stays here. */
export async function openPracticeLink(assignment: unknown, asked: unknown): Promise<Outcome<string>> {
	const madeUp = await refusedInLook();
	if (madeUp) return madeUp;
	const read = parse(
		z.object({
			assignment: ident,
			asked: z.object({ name: label(60), ends: day, address: z.optional(Address) }),
		}),
		{ assignment, asked },
		{ name: "for whom", ends: "last day" },
	);
	if (!read.ok) return read;
	const { name, ends, address } = read.value.asked;
	const latest = dayAfter(serverDay(), 366);
	if (ends < serverDay() || ends > latest) return refuse("ends", `Last day: choose a day from today to ${latest}.`);
	return withAssignment(read.value.assignment, async (open, row) => {
		const token = await addLink(open, row.id, { name, ends, ...(address ? { address } : {}) });
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
