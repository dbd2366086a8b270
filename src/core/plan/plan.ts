import * as z from "zod/mini";
import { complainIn } from "@/core/refusals/complain";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { day, ident, label, text, whole } from "@/core/text/fields";
import { LONGEST, planClasses } from "./item";
import { limitLabels, PlanLimits, Sure } from "./planLimits";

/** More candidates are a list nobody reads, and more than the search keeps apart. */
export const MOST_ITEMS = 60;

/** One thing that may be done in a lesson: gathered from what is known, or the coach's own. */
export const PlannedItem = z.object({
	id: ident,
	class: z.enum(planClasses),
	what: label(160),
	/** Why it is there. */
	why: text(300),
	least: whole(1, LONGEST),
	wish: whole(1, LONGEST),
	value: z.number().check(z.gte(0), z.lte(100)),
	student: z.optional(ident),
	ladder: z.optional(ident),
	rung: z.optional(ident),
	/** Loads much, or is high. */
	heavy: z.optional(z.boolean()),
	/** Share of good tries to be expected. */
	rate: z.optional(z.number().check(z.gte(0), z.lte(1))),
	/** How hard it is, of ten. */
	effort: z.optional(whole(0, 10)),
	/** In every plan: a warm-up, the wrap-up. */
	always: z.optional(z.boolean()),
	/** The rung the peg stands on: its ladder's part of the time that is the pegs'. */
	peg: z.optional(z.literal(true)),
	/** What past items of this kind took, as shares of what they were planned for; left out, nothing is known. */
	takes: z.optional(
		z.object({ mean: z.number().check(z.gt(0), z.lte(20)), spread: z.number().check(z.gte(0), z.lte(20)) }),
	),
	/** Kit it needs. */
	kit: z.optional(z.array(label(60)).check(z.maxLength(12))),
	/** Written by the coach. */
	own: z.optional(z.boolean()),
	/** Taken out by the coach. */
	out: z.optional(z.boolean()),
	/** Its place, in minutes from the beginning, and its minutes, as the coach set them. */
	pinned: z.optional(z.object({ at: whole(0, LONGEST), minutes: whole(1, LONGEST) })),
});
export type PlannedItem = z.infer<typeof PlannedItem>;

/** Something to be reminded of in the lesson, every so many minutes or tries. */
const Again = z.object({ words: label(80), every: whole(1, 500), of: z.enum(["minutes", "tries"]) });

/** A lesson before it is held: who, when, how long, and everything that might be done in it. What is done when is computed. */
export const LessonPlan = z
	.object({
		day,
		/** By the clock of the place, "16:30"; empty where nothing is fixed. */
		time: z.string().check(z.regex(/^$|^([01]\d|2[0-3]):[0-5]\d$/)),
		minutes: whole(1, LONGEST),
		/** How sure it is to end in time; left out, as usual. */
		sure: z.optional(Sure),
		students: z.array(ident).check(z.minLength(1), z.maxLength(10)),
		/** What it keeps to; left out, as usual. */
		limits: z.optional(PlanLimits),
		/** Ladders the pegs' part is for; left out, all of them. */
		ladders: z.optional(z.array(ident).check(z.maxLength(40))),
		wish: text(400),
		/** One or two things to watch for all through. */
		watch: z.array(label(120)).check(z.maxLength(2)),
		again: z.array(Again).check(z.maxLength(4)),
		items: z.array(PlannedItem).check(z.maxLength(MOST_ITEMS)),
	})
	.check((ctx) => {
		const complain = complainIn(ctx);
		ctx.value.items.forEach(({ what, least, wish }, i) => {
			if (wish < least)
				complain(
					["items", i, "wish"],
					`"${what}": the longest time (${wish} min) must be at least the shortest (${least} min).`,
				);
		});
		if (new Set(ctx.value.items.map(({ id }) => id)).size < ctx.value.items.length)
			complain(["items"], "Two items have the same id. Add the second one again.");
	});
export type LessonPlan = z.infer<typeof LessonPlan>;

export const planLabels = {
	day: "day",
	time: "time",
	minutes: "minutes",
	students: "students",
	wish: "wish for the day",
	watch: "what to watch",
	again: "reminder",
	words: "words",
	every: "every",
	items: "items",
	what: "what",
	why: "reason",
	least: "least minutes",
	value: "worth",
	sure: "chance to end in time",
	ladders: "ladders",
	...limitLabels,
	at: "place",
};

/** Refuses what cannot be kept at all: a plan is kept even where it does not work out yet, so that nothing typed is lost. */
export function planRefusal(plan: LessonPlan): Outcome<LessonPlan> {
	return plan.students.length === new Set(plan.students).size
		? { ok: true, value: plan }
		: refuse("students", "The same student is in it twice. Remove one.");
}

/** Items as they are read in a plan for several: whose each is comes first. */
export const named = <T extends { what: string; student?: string | undefined }>(
	items: readonly T[],
	students: readonly string[],
	nameOf: (student: string) => string | undefined,
): T[] =>
	items.map((item) =>
		students.length > 1 && item.student
			? { ...item, what: `${nameOf(item.student) ?? "a deleted student"}: ${item.what}` }
			: item,
	);
