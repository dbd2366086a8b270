import * as z from "zod/mini";
import { partingOf } from "@/core/log/parting";
import { dayOf } from "@/core/log/view";
import { LINK_DAYS } from "@/core/practice/amount";
import type { AskedDrill } from "@/core/practice/asked";
import type { PracticeItem } from "@/core/practice/assignment";
import { freshPage } from "@/core/practice/freshPage";
import { journalOf } from "@/core/practice/journal";
import { withAsked } from "@/core/practice/page";
import { dayAfter, ident, text } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { lessonView } from "@/store/lessons";
import { type AssignmentRow, changePage, findAssignment, pageOf } from "@/store/practice";
import { latestActs, writeForPractice } from "@/store/practiceEntries";
import { renewLinks } from "@/store/practiceLinks";
import { findStudent } from "@/store/students";
import { drillOf } from "./readPractice";

/** What a wrap-up does to a student's own page, when it arrives: once, however often it is sent. */

interface Arrived {
	id: string;
	at: string;
	lesson: string;
	student: string;
}

/** Wrap-ups among events that were pushed: of each student and lesson the latest word. What is no event is none. */
function wrapUpsIn(raws: readonly unknown[]): Arrived[] {
	const latest = new Map<string, Arrived>();
	for (const raw of raws) {
		if (typeof raw !== "object" || raw === null) continue;
		const { id, at, kind, lesson, student, body } = raw as Record<string, unknown>;
		const isSaid = kind === "parting" || (kind === "amend" && isParting(body));
		if (!isSaid || typeof at !== "string") continue;
		const [one, where, whose] = [id, lesson, student].map((value) => ident.safeParse(value).data);
		if (one && where && whose) latest.set(`${where} ${whose}`, { id: one, at, lesson: where, student: whose });
	}
	return [...latest.values()];
}

const isParting = (body: unknown): boolean => {
	const said = typeof body === "object" && body !== null ? (body as { body?: unknown }).body : null;
	return typeof said === "object" && said !== null && "note" in said;
};

const Reply = z.looseObject({
	kind: z.literal("practice.replied"),
	at: z.string(),
	tz: z.string(),
	student: ident,
	body: z.object({ page: ident, entry: ident, text: text(1000) }),
});

/** What was answered in a lesson stands on the student's page: once, and only on a page of theirs. */
async function takeReplies(open: Store, raws: readonly unknown[]): Promise<void> {
	for (const raw of raws) {
		const reply = Reply.safeParse(raw).data;
		const row = reply && (await findAssignment(open, reply.body.page));
		if (!reply || row?.student !== reply.student) continue;
		const { entry, text: words } = reply.body;
		const { entries } = journalOf(row.assignment, await latestActs(open, row));
		if (entries.find((one) => one.entry === entry)?.answer === words) continue;
		const body = { assignment: row.id, entry, text: words };
		await writeForPractice(open, row, { kind: "practice.answered", body }, { at: reply.at, tz: reply.tz });
	}
}

/** Renews the links of those whose wrap-up has come, and changes their pages where it says what to practise. */
export async function takeWrapUps(open: Store, raws: readonly unknown[]): Promise<void> {
	await takeReplies(open, raws);
	for (const said of wrapUpsIn(raws)) {
		const view = await lessonView(open, said.lesson);
		const parting = view && partingOf(view, said.student);
		if (!view || !parting) continue;
		if (parting.drills) await askFor(open, said, dayOf(view), parting.drills);
		await renewLinks(open, said.student, dayAfter(serverDay(), LINK_DAYS));
	}
}

async function askFor(open: Store, { id, at, student }: Arrived, day: string, drills: readonly AskedDrill[]) {
	if (!(await findStudent(open, student))) return;
	const before = await pageOf(open, student);
	const known = new Set(before?.assignment.items.map((item) => item.id));
	const made = new Map<string, PracticeItem>();
	for (const { item, ladder, rung } of drills) {
		if (known.has(item) || ladder === null || rung === null) continue;
		const drill = await drillOf(open, student, { ladder, rung }, item);
		if (drill !== null && typeof drill !== "string") made.set(item, drill);
	}
	const page = await changePage(open, student, { event: id, at, day: day || serverDay() }, (now) => {
		const assignment = now?.assignment ?? freshPage(student, serverDay());
		return { ...assignment, items: withAsked(assignment.items, drills, made) };
	});
	if (page) await settleTargets(open, page);
}

/** A target that was moved on the page before gives way to the one the coach has said since. */
export async function settleTargets(open: Store, id: string): Promise<void> {
	const row = await findAssignment(open, id);
	if (!row) return;
	for (const { item, target } of journalOf(row.assignment, await latestActs(open, row)).items)
		if (target !== item.target) await retarget(open, row, item.id, item.target);
}

const retarget = (open: Store, row: AssignmentRow, item: string, target: number) =>
	writeForPractice(
		open,
		row,
		{ kind: "practice.target", body: { assignment: row.id, item, target, by: "coach" } },
		{ at: new Date().toISOString(), tz: Intl.DateTimeFormat().resolvedOptions().timeZone },
	);
