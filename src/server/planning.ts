"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { gatherAgain } from "@/core/plan/candidates";
import { LessonPlan, planLabels, planRefusal } from "@/core/plan/plan";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { day, ident, whole } from "@/core/text/fields";
import { store } from "@/store/db";
import type { Saved } from "@/store/documents";
import { archivePlan, findPlan, savePlan } from "@/store/plans";
import { gatherFor } from "./readPlans";

/** What comes in from the plan bench: parsed once here, written whole or not at all. */

const At = z.object({ id: ident, rev: whole(0, 2147483647) });
const Asked = z.object({
	students: z.array(ident).check(z.minLength(1), z.maxLength(10)),
	day,
	minutes: z.nullable(whole(1, 240)),
	time: LessonPlan.shape.time,
});

/** A plan that gathers what is known of its students. */
export async function makePlan(asked: unknown): Promise<Outcome<Saved>> {
	const read = parse(Asked, asked, planLabels);
	if (!read.ok) return read;
	const { students, day: on, minutes, time } = read.value;
	const gathered = await gatherFor(students, on);
	const made = await savePlan(
		await store(),
		{
			day: on,
			time,
			minutes: minutes ?? gathered.minutes,
			students,
			wish: gathered.wish,
			watch: gathered.watch,
			again: [],
			items: gathered.items,
		},
		null,
	);
	if (made.ok) revalidatePath("/", "layout");
	return made;
}

export async function keepPlan(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	const place = parse(At, at);
	if (!place.ok) return place;
	const read = parse(LessonPlan, body, planLabels);
	if (!read.ok) return read;
	const fits = planRefusal(read.value);
	if (!fits.ok) return fits;
	return savePlan(await store(), fits.value, place.value);
}

/** The candidates anew, for students and a day as they are typed; what the coach set on them stays. */
export async function gatherPlan(typed: unknown): Promise<Outcome<LessonPlan["items"]>> {
	const read = parse(LessonPlan, typed, planLabels);
	if (!read.ok) return read;
	const { items } = await gatherFor(read.value.students, read.value.day);
	return { ok: true, value: gatherAgain(read.value.items, items) };
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
	if (!row) return refuse("id", "This plan is not here any more; nothing was copied.");
	const { day: on, students } = read.value.to;
	const { items, watch, wish } = await gatherFor(students, on);
	const same = students.join() === row.plan.students.join();
	const made = await savePlan(
		open,
		{
			...row.plan,
			day: on,
			students,
			items: gatherAgain(row.plan.items, items),
			...(same ? {} : { watch, wish }),
		},
		null,
	);
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
