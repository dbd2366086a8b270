import * as z from "zod/mini";
import { Difficulties, difficultyLabels } from "@/core/difficulty/difficulty";
import { usualDifficulties } from "@/core/difficulty/usual";
import { BAND_HIGH, BAND_LOW } from "@/core/estimate/tooHard";
import { StudentLimit } from "@/core/people/student";
import { limitLabels, PlanLimits, Sure } from "@/core/plan/planLimits";
import { complainIn } from "@/core/refusals/complain";
import { clockTime, label, whole } from "@/core/text/fields";
import { inTen } from "@/core/text/figures";
import { lengthUnits } from "./lengths";
import { NoteTemplate, noteLabels } from "./noteTemplate";

export const coachLabels = {
	...difficultyLabels,
	band: "working range",
	low: "lower end of the working range",
	high: "upper end of the working range",
	coin: "the coin",
	checks: "checklists by kit",
	kit: "kit",
	items: "check",
	remind: "reminders",
	words: "words of a reminder",
	every: "minutes of a reminder",
	loadByAge: "limits by age",
	under: "younger than",
	part: "part of the body",
	day: "limit of a day",
	week: "limit for seven days",
	note: "note",
	...noteLabels,
	...limitLabels,
	sure: "chance to end in time",
	travel: "minutes between two places",
	teaching: "teaching hours",
};

export const USUAL_TRAVEL = 20;

/** Rates between which most coaches want a working rung, as shares of tries that are good. */
export const Band = z
	.object({ low: z.number().check(z.gte(0.05), z.lte(0.9)), high: z.number().check(z.gte(0.1), z.lte(0.99)) })
	.check((ctx) => {
		const { low, high } = ctx.value;
		if (low >= high)
			complainIn(ctx)(
				["low"],
				`Working range: the lower end (${inTen(low)}) must be below the upper one (${inTen(high)}). Usual: 6 to 8.5.`,
			);
	});
export type Band = z.infer<typeof Band>;

/** What holds for the whole studio: the coach's own difficulties, the working band, the unit distances are told in, whose tries count for estimates. */
export const Coach = z.object({
	difficulties: Difficulties,
	unit: z.enum(lengthUnits),
	band: Band,
	/** Estimates go without tries that a partner logged. */
	partnersLeftOut: z.optional(z.boolean()),
	/** One correction in three is held back by a coin, so that there is something to compare cues with. */
	coin: z.optional(z.boolean()),
	/** Limits of load for whoever is younger than so many years, where they have none of their own. */
	loadByAge: z.optional(z.array(z.object({ under: whole(1, 100), ...StudentLimit.shape })).check(z.maxLength(40))),
	/** What is checked wherever a rung needs this kit or apparatus. */
	checks: z.optional(
		z.array(z.object({ kit: label(60), items: z.array(label(120)).check(z.maxLength(12)) })).check(z.maxLength(20)),
	),
	/** What is said again and again in a lesson without a plan: to drink, to rest. */
	remind: z.optional(z.array(z.object({ words: label(80), every: whole(1, 240) })).check(z.maxLength(4))),
	/** How a note to the student is written, where it is not the usual way. */
	note: z.optional(NoteTemplate),
	/** What plans keep to, and how surely they are to end in time, where it is not as usual. */
	plans: z.optional(z.object({ limits: PlanLimits, sure: Sure })),
	/** Minutes it takes from one place of lessons to another; the usual where nothing is said. */
	travel: z.optional(whole(0, 240)),
	/** From when to when lessons may be; where nothing is said, as the lessons of eight weeks are. */
	teaching: z.optional(
		z.object({ from: clockTime, to: clockTime }).check((ctx) => {
			const { from, to } = ctx.value;
			if (to <= from) complainIn(ctx)(["to"], `Teaching hours end at ${to}. Choose a time after ${from}.`);
		}),
	),
});
export type Coach = z.infer<typeof Coach>;

export const freshCoach: Coach = {
	difficulties: [...usualDifficulties],
	unit: "m",
	band: { low: BAND_LOW, high: BAND_HIGH },
};
