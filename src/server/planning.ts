"use server";

import { revalidatePath } from "next/cache";
import { v7 as uuid } from "uuid";
import * as z from "zod/mini";
import { gatherAgain } from "@/core/plan/candidates";
import type { LadderOutlook } from "@/core/plan/outlook";
import { LessonPlan, MOST_ITEMS, planLabels, planRefusal } from "@/core/plan/plan";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { readSides } from "@/core/skill/sides";
import { day, dayAfter, ident, label, whole } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import type { Saved } from "@/store/documents";
import { findLadder, railedLadders } from "@/store/ladders";
import { archivePlan, findPlan, plansFrom, savePlan } from "@/store/plans";
import { findStudent } from "@/store/students";
import { weekFrom } from "./readCalendar";
import { readOutlooks } from "./readOutlook";
import { gatherFor } from "./readPlans";
import { lessonsToPlan, WEEK, weekAt } from "./readWeekPlans";
import { solveSoon } from "./solving";
import { store, upToDate } from "./store";

/** What comes in from the plan bench: parsed once here, written whole or not at all. */

const At = z.object({ id: ident, rev: whole(0, 2147483647) });
const Asked = z.object({
	students: z.array(ident).check(z.minLength(1), z.maxLength(10)),
	day,
	minutes: z.nullable(whole(1, 240)),
	time: LessonPlan.shape.time,
});

/** What the forecast of a ladder stands on. Asked for when it is looked at: it reads other students' lessons too. */
export async function ladderOutlook(ladder: unknown): Promise<Outcome<LadderOutlook>> {
	const at = parse(ident, ladder);
	if (!at.ok) return at;
	const open = await upToDate();
	const row = await findLadder(open, at.value);
	const outlook = row && (await readOutlooks(open, row.student)).get(at.value);
	return outlook ? { ok: true, value: outlook } : refuse("ladder", "This ladder is not in use.");
}

/** Saves a plan, and has it worked out meanwhile. */
async function saved(open: Store, plan: LessonPlan, at: Parameters<typeof savePlan>[2]): Promise<Outcome<Saved>> {
	const outcome = await savePlan(open, plan, at);
	if (outcome.ok) solveSoon(open);
	return outcome;
}

/** A plan as it fills itself from what is known of its students on a day. */
async function proposed({ students, day: on, minutes, time }: z.infer<typeof Asked>): Promise<LessonPlan> {
	const gathered = await gatherFor(students, on);
	return { ...gathered, day: on, time, minutes: minutes ?? gathered.minutes, students, again: [] };
}

/** A plan that gathers what is known of its students. */
export async function makePlan(asked: unknown): Promise<Outcome<Saved>> {
	const read = parse(Asked, asked, planLabels);
	if (!read.ok) return read;
	const made = await saved(await store(), await proposed(read.value), null);
	if (made.ok) revalidatePath("/", "layout");
	return made;
}

/** The plans that a press made, to be taken back together, and whom it could make none for. */
export interface WeekMade {
	made: string[];
	without: string[];
}

/** Plans every lesson of a week, from today on, that has no plan yet. */
export async function planWeek(monday: unknown): Promise<Outcome<WeekMade>> {
	const read = parse(day, monday);
	if (!read.ok) return read;
	const open = await upToDate();
	const today = serverDay();
	const made: string[] = [];
	for (const row of await lessonsToPlan(open, weekAt(read.value, today), today)) {
		if (row.plan) continue;
		const kept = await savePlan(open, await proposed(row), null);
		if (!kept.ok) return kept;
		made.push(kept.value.id);
	}
	solveSoon(open);
	revalidatePath("/", "layout");
	return { ok: true, value: { made, without: [] } };
}

/**
 * The plans of a week for the same students' lessons of the next one: what the coach set stays, what is known is
 * gathered anew. A lesson that is planned already keeps its plan.
 */
export async function copyWeek(monday: unknown): Promise<Outcome<WeekMade>> {
	const read = parse(day, monday);
	if (!read.ok) return read;
	const open = await upToDate();
	const today = serverDay();
	const from = weekAt(read.value, today);
	const [these, next] = await Promise.all([
		weekFrom(open, from, WEEK),
		lessonsToPlan(open, dayAfter(from, WEEK), today),
	]);
	const key = (row: { students: readonly string[] }) => [...row.students].sort().join();
	const made: string[] = [];
	const without: string[] = [];
	const free = new Set(next);
	for (const row of these) {
		const plan = row.plan ? await findPlan(open, row.plan) : null;
		if (!plan) continue;
		const to = [...free].find((one) => key(one) === key(row));
		if (to) free.delete(to);
		if (!to) without.push(row.who);
		if (!to || to.plan) continue;
		const { day: on, time, minutes } = to;
		const body = await copied(plan.plan, { day: on, students: plan.plan.students });
		const kept = await savePlan(open, { ...body, time, minutes }, null);
		if (!kept.ok) return kept;
		made.push(kept.value.id);
	}
	solveSoon(open);
	revalidatePath("/", "layout");
	return { ok: true, value: { made, without } };
}

/** Takes back plans that were made together: they are archived. */
export async function undoWeek(plans: unknown): Promise<Outcome<null>> {
	const read = parse(z.array(ident).check(z.maxLength(MOST_IN_WEEK)), plans);
	if (!read.ok) return read;
	const open = await store();
	for (const id of read.value) await archivePlan(open, id, true);
	revalidatePath("/", "layout");
	return { ok: true, value: null };
}

const MOST_IN_WEEK = 200;

export async function keepPlan(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	const place = parse(At, at);
	if (!place.ok) return place;
	const read = parse(LessonPlan, body, planLabels);
	if (!read.ok) return read;
	const fits = planRefusal(read.value);
	if (!fits.ok) return fits;
	return saved(await store(), fits.value, place.value);
}

/** The candidates anew, for students and a day as they are typed; what the coach set on them stays. */
export async function gatherPlan(typed: unknown): Promise<Outcome<LessonPlan["items"]>> {
	const read = parse(LessonPlan, typed, planLabels);
	if (!read.ok) return read;
	const { items } = await gatherFor(read.value.students, read.value.day, read.value.limits);
	return { ok: true, value: gatherAgain(read.value.items, items) };
}

/** A plan for another day or other students: what the coach set stays, what is known is gathered anew. */
async function copied(plan: LessonPlan, to: Pick<LessonPlan, "day" | "students">): Promise<LessonPlan> {
	const { items, watch, wish, ladders } = await gatherFor(to.students, to.day, plan.limits);
	const same = to.students.join() === plan.students.join();
	// Whose turn it is goes by the day; where the season says nothing, what the coach ticked for the same students stays.
	const { ladders: ticked, ...rest } = plan;
	const turn = ladders ?? (same ? ticked : undefined);
	return {
		...rest,
		...(turn ? { ladders: turn } : {}),
		...to,
		items: gatherAgain(plan.items, items),
		...(same ? {} : { watch, wish }),
	};
}

/** The same plan on another day, or for another student: their own candidates, and what was set by hand. */
export async function copyPlan(id: unknown, to: unknown): Promise<Outcome<Saved>> {
	const read = parse(
		z.object({ id: ident, to: z.object({ day, students: Asked.shape.students }) }),
		{ id, to },
		planLabels,
	);
	if (!read.ok) return read;
	const open = await store();
	const row = await findPlan(open, read.value.id);
	if (!row) return refuse("id", "This plan was deleted. Nothing was copied.");
	const { day: on, students } = read.value.to;
	const made = await saved(open, await copied(row.plan, { day: on, students }), null);
	if (made.ok) revalidatePath("/", "layout");
	return made;
}

export async function putPlanAway(id: unknown, archived: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident, archived: z.boolean() }), { id, archived });
	if (!read.ok) return read;
	await archivePlan(await store(), read.value.id, read.value.archived);
	revalidatePath("/", "layout");
	return { ok: true, value: null };
}

const AHEAD_DAYS = 60;

/** The plan with one item more, or why there is no room for it. */
const withItem = (plan: LessonPlan, item: LessonPlan["items"][number]): LessonPlan | string =>
	plan.items.length >= MOST_ITEMS
		? "The next plan is full. Remove something from it first. Nothing was changed."
		: { ...plan, items: [...plan.items, item] };

/** A refresher of a rung in the student's next plan; where there is none, one is made for their next lesson. */
export async function planRefresher(
	student: unknown,
	ladder: unknown,
	rung: unknown,
): Promise<Outcome<{ id: string; day: string }>> {
	const read = parse(z.object({ student: ident, ladder: ident, rung: ident }), { student, ladder, rung });
	if (!read.ok) return read;
	const item = await refresherOf(await upToDate(), read.value);
	if (!item) return refuse("rung", "This rung was deleted. Nothing was planned.");
	return inNextPlan(read.value.student, (plan) => {
		return plan.items.some(({ id }) => id === item.id) ? plan : withItem(plan, item);
	});
}

/** Something of the coach's own in the student's next plan. */
export async function planOwn(
	student: unknown,
	words: unknown,
	minutes: unknown,
): Promise<Outcome<{ id: string; day: string }>> {
	const read = parse(
		z.object({ student: ident, what: label(160), minutes: whole(1, 240) }),
		{ student, what: words, minutes },
		planLabels,
	);
	if (!read.ok) return read;
	const { what, minutes: wish } = read.value;
	return inNextPlan(read.value.student, (plan) => {
		if (plan.items.some((item) => item.what === what)) return plan;
		const least = Math.ceil(wish / 2);
		return withItem(plan, {
			id: uuid(),
			class: "current",
			what,
			why: "A calculation.",
			least,
			wish,
			value: 8,
			own: true,
		});
	});
}

const MOST_WATCHED = 2;

/** Something to watch for all through the student's next lesson. */
export async function watchNext(student: unknown, words: unknown): Promise<Outcome<{ id: string; day: string }>> {
	const read = parse(z.object({ student: ident, words: label(120) }), { student, words }, { words: "what to watch" });
	if (!read.ok) return read;
	const { words: watched } = read.value;
	return inNextPlan(read.value.student, (plan) => {
		if (plan.watch.includes(watched)) return plan;
		return plan.watch.length >= MOST_WATCHED
			? `The next lesson already watches ${plan.watch.join(" and ")}. Remove one of them first. Nothing was changed.`
			: { ...plan, watch: [...plan.watch, watched] };
	});
}

/**
 * Changes the student's next plan, or makes one for their next lesson.
 *
 * @param change the plan as it is to be, the same one where nothing is to be done, or why it cannot be
 */
async function inNextPlan(
	student: string,
	change: (plan: LessonPlan) => LessonPlan | string,
): Promise<Outcome<{ id: string; day: string }>> {
	const open = await upToDate();
	const today = serverDay();
	const next = (await plansFrom(open, today)).find(({ plan }) => plan.students.includes(student));
	const on = next?.plan.day ?? (await nextLesson(open, student, today));
	const plan = next?.plan ?? (await freshPlan(student, on));
	const changed = change(plan);
	if (typeof changed === "string") return refuse("plan", changed);
	if (next && changed === plan) return { ok: true, value: { id: next.id, day: on } };
	const kept = await saved(open, changed, next ?? null);
	if (!kept.ok) return kept;
	revalidatePath("/", "layout");
	return { ok: true, value: { id: kept.value.id, day: on } };
}

async function freshPlan(student: string, on: string): Promise<LessonPlan> {
	const plan = await proposed({ students: [student], day: on, minutes: null, time: "" });
	// One thing is left free to be watched.
	return { ...plan, watch: plan.watch.slice(0, 1) };
}

/** The day of the student's next lesson by the calendar; a week on, where none is in it. */
async function nextLesson(open: Store, student: string, today: string): Promise<string> {
	const week = await weekFrom(open, today, AHEAD_DAYS);
	return week.find(({ students }) => students.includes(student))?.day ?? dayAfter(today, WEEK);
}

async function refresherOf(
	open: Store,
	{ student, ladder, rung }: { student: string; ladder: string; rung: string },
): Promise<LessonPlan["items"][number] | null> {
	const [row] = await railedLadders(open, { ids: [ladder] });
	const who = await findStudent(open, student);
	const found = row?.student === student && row.ladder.rungs.find(({ id }) => id === rung);
	if (!row || !who || !found) return null;
	const sees = { side: row.ladder.side, strong: who.student.strongSide };
	return {
		id: `slip-${rung}`.slice(0, 64),
		class: "refresher",
		what: readSides(found.settings.name, sees),
		why: "It slipped at its last check, and you added it here.",
		least: 5,
		wish: 10,
		value: 9,
		student,
		ladder,
		rung,
		effort: 4,
		own: true,
	};
}
