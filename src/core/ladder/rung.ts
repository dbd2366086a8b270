import * as z from "zod/mini";
import { Caller } from "@/core/caller/settings";
import { BodyPart } from "@/core/people/body";
import { complainIn } from "@/core/refusals/complain";
import { Rule, usesRule } from "@/core/rules";
import { DecisionTable, Scale } from "@/core/rules/scale";
import { ident, label, text, whole } from "@/core/text/fields";
import { Gate, looksAtForm } from "./gate";
import { Sketch } from "./sketch";

export { Gate, gates, looksAtForm } from "./gate";

export const MAX_WATCHED = 3;

export const roles = ["does", "feeds", "counts", "watches"] as const;
export type Role = (typeof roles)[number];

export const yesOf = ["student", "coach", "both"] as const;
export type YesOf = (typeof yesOf)[number];

/** How a yes is asked for, before the rung above is named. */
export const yesAsked: Record<YesOf, string> = {
	student: "Ask them: ready for",
	coach: "Ask yourself: ready for",
	both: "Ask them, and yourself: ready for",
};

/**
 * The settings of a rung: what a set is run under, and what a rung version is the
 * hash of.
 */
export const RungSettings = z
	.object({
		name: label(80),
		drill: text(2000),
		triesPerSet: whole(1, 200),
		limit: whole(1, 500),
		readyRate: z.number().check(z.gte(0.5), z.lte(0.99)),
		gate: Gate,
		/** Ids of key positions of the ladder's skill version. */
		watch: z.array(ident),
		/** Watched positions without which a try is not good on this rung, besides the skill's own musts. */
		musts: z.optional(z.array(ident).check(z.maxLength(60))),
		rule: Rule,
		/** Hit or miss when left out. */
		scale: z.optional(Scale),
		decisions: z.optional(DecisionTable),
		/** Nothing is called: the student chooses, and the coach says whether the choice was right. */
		freeChoice: z.optional(z.boolean()),
		/** Of a decision only the choice is asked for, not whether it came off. */
		choiceOnly: z.optional(z.boolean()),
		/** Targets are called in turn, so many tries at each; left out, they are aimed at as they come. */
		callInTurn: z.optional(whole(1, 20)),
		/** What is called before a try, in a mixed order, on a beat or by the touch that answers the last. */
		caller: z.optional(Caller),
		/** Who does what beside the one who tries, and what they watch. */
		roles: z.optional(
			z.array(z.object({ who: z.enum(roles), words: text(200), watch: z.optional(ident) })).check(z.maxLength(4)),
		),
		/** Tries after which the roles swap. */
		swapAfter: z.optional(whole(1, 50)),
		/** Whose yes a pass wants besides the rule: the student's comfort, the coach's eye. */
		yes: z.optional(z.enum(yesOf)),
		/** Done together, it is passed when both have passed it. */
		bothPass: z.optional(z.boolean()),
		/** Of a measure. */
		unit: z.optional(label(16)),
		/** What is measured beside it, with its unit: a second number a try, which no rule looks at. */
		second: z.optional(label(24)),
		correctAfter: whole(1, 20),
		adjust: whole(0, 20),
		secondCue: z.boolean(),
		easier: text(300),
		harder: text(300),
		/** Notch on each difficulty, by the difficulty's id; the lowest is 0. */
		notches: z.record(ident, whole(0, 50)),
		/** Load of one attempt on a body part, in the coach's units. */
		loads: z.partialRecord(BodyPart, z.number().check(z.gte(0), z.lte(100))),
		/** And on whoever feeds it. */
		feederLoads: z.optional(z.partialRecord(BodyPart, z.number().check(z.gte(0), z.lte(100)))),
		/** Checklist before the first attempt of the day. */
		care: z.array(label(120)).check(z.maxLength(12)),
		neverAlone: z.boolean(),
		/** Kit without which it cannot be done. */
		needs: z.optional(z.array(label(60)).check(z.maxLength(12))),
		/** Who stands where, what is put where. */
		sketch: z.optional(Sketch),
	})
	.check((ctx) => {
		const rung = ctx.value;
		const complain = complainIn(ctx);
		if (rung.watch.length > MAX_WATCHED)
			complain(
				["watch"],
				`"${rung.name}" watches ${rung.watch.length} key positions. The most at once is ${MAX_WATCHED}. Remove ${rung.watch.length - MAX_WATCHED}.`,
			);
		if (new Set(rung.watch).size < rung.watch.length)
			complain(["watch"], `"${rung.name}" watches the same key position twice. Remove one.`);
		if (rung.watch.length === 0 && looksAtForm(rung.gate))
			complain(
				["watch"],
				`"${rung.name}" asks for good form but watches nothing. Choose 1 to ${MAX_WATCHED} key positions, or judge by the result only.`,
			);
		if (usesRule(rung.rule, "decision") && !rung.freeChoice && (rung.decisions ?? []).length === 0)
			complain(
				["decisions"],
				`"${rung.name}" is passed by right decisions but has none. Add the calls and their right answers, or let the student choose freely.`,
			);
	});
export type RungSettings = z.infer<typeof RungSettings>;

/** A rung to start from: everything set to the usual, only its name to be given. */
export const freshRung = (name: string): RungSettings => ({
	name,
	drill: "",
	triesPerSet: 9,
	limit: 30,
	readyRate: 0.85,
	gate: "result",
	watch: [],
	rule: { kind: "rolling", k: 7, n: 9 },
	correctAfter: 3,
	adjust: 3,
	secondCue: false,
	easier: "",
	harder: "",
	notches: {},
	loads: {},
	care: [],
	neverAlone: false,
});

/** A rung keeps its id for life; each change of its settings is a new version. */
export const Rung = z.object({ id: ident, settings: RungSettings });
export type Rung = z.infer<typeof Rung>;
