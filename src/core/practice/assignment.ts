import * as z from "zod/mini";
import { Sketch } from "@/core/ladder/sketch";
import { complainIn } from "@/core/refusals/complain";
import { day, ident, label, text, whole } from "@/core/text/fields";
import { feelingWays } from "./feelings";
import { MOST_TRIES } from "./kinds";

/** Monday first, as `weekdayOf` counts them. */
export const weekdays = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"] as const;

/** A drill's rhythm, as it is played at home: worked out once, when it is assigned. */
export const HomeRhythm = z.object({
	/** Seconds of one time through. */
	seconds: z.number().check(z.gt(0), z.lte(600)),
	stretches: z
		.array(
			z.object({
				short: text(80),
				voice: text(40),
				seconds: z.number().check(z.gte(0), z.lte(600)),
				/** Clicks, in seconds from the start. */
				clicks: z.array(z.number().check(z.gte(0), z.lte(600))).check(z.maxLength(64)),
			}),
		)
		.check(z.maxLength(60)),
});
export type HomeRhythm = z.infer<typeof HomeRhythm>;

/** One drill to practise: everything the student's page says of it, sides read out. */
export const PracticeItem = z
	.object({
		id: ident,
		/** Whose rung it is; a drill of its own has none. */
		ladder: z.nullable(ident),
		rung: z.nullable(ident),
		name: label(80),
		drill: text(2000),
		/** Tries of one day, and how many of them are to be good. */
		dose: whole(1, 500),
		target: whole(0, 500),
		/** Minutes of one day, beside the tries; 0 where nothing is said. */
		minutes: z.optional(whole(0, 600)),
		/** By how many the target is raised or lowered. */
		step: whole(1, 100),
		/** Days of the week, Monday 0. */
		days: z.array(whole(0, 6)).check(z.maxLength(7)),
		/** What to feel for. */
		feel: text(300),
		/** One question to answer with yes or no. */
		check: text(200),
		caution: text(400),
		cues: z.array(text(200)).check(z.maxLength(6)),
		pictures: z
			.array(z.object({ hash: z.string().check(z.regex(/^[0-9a-f]{64}$/)), clip: z.boolean(), shows: text(300) }))
			.check(z.maxLength(8)),
		rhythm: z.nullable(HomeRhythm),
		/** What does at home for what stands in the hall. */
		home: z.array(text(160)).check(z.maxLength(24)),
		/** What makes a try good, a line each; drills of older builds have none until they are read from their rung. */
		counts: z.optional(z.array(text(300)).check(z.maxLength(16))),
		/** Other forms that are right as well. */
		forms: z.optional(z.array(text(300)).check(z.maxLength(16))),
		/** What somebody who helps does on this drill. */
		help: z.optional(z.array(text(300)).check(z.maxLength(4))),
		/** Done first, and not counted. */
		warmUp: z.optional(z.boolean()),
		/** The set-up from above, names read out. */
		sketch: z.optional(Sketch),
	})
	.check((ctx) => {
		const { target, dose, name, days } = ctx.value;
		if (target > dose)
			complainIn(ctx)(
				["target"],
				`"${name}": the target (${target} good) can be at most ${dose}, the number of tries.`,
			);
		if (days.length === 0)
			complainIn(ctx)(["days"], `"${name}" has no day of the week. Choose at least one, or remove the drill.`);
	});
export type PracticeItem = z.infer<typeof PracticeItem>;

/** When a target is to be raised or lowered: so often met of so many. */
export const Thresholds = z.object({ of: whole(1, 20), raise: whole(1, 20), lower: whole(0, 19) }).check((ctx) => {
	const { of, raise, lower } = ctx.value;
	if (raise > of || lower >= raise)
		complainIn(ctx)(
			["raise"],
			`Raise after ${raise} of ${of}, lower after ${lower} of ${of}: “lower” must be the smaller number, “raise” at most ${of}.`,
		);
});
export type Thresholds = z.infer<typeof Thresholds>;

export const USUAL: Thresholds = { of: 5, raise: 5, lower: 2 };

/** Practice in phases: a day's minutes, given out over the drills in other shares every few weeks. */
export const Phases = z.object({
	/** The first day of the first phase. */
	from: day,
	/** Minutes of a day, all drills together. */
	minutes: whole(1, 600),
	parts: z
		.array(
			z.object({
				weeks: whole(1, 26),
				/** How much of the minutes each drill has, one beside the other; 0: not in this phase. */
				shares: z.record(ident, whole(0, 100)),
			}),
		)
		.check(z.minLength(1), z.maxLength(8)),
});
export type Phases = z.infer<typeof Phases>;

/** For a parent or a helper who knows nothing of it. */
export const HelperPart = z.object({ feed: text(800), counts: text(800), cautions: text(800), stop: text(800) });

/** What one student is to practise until it is put away. */
export const Assignment = z
	.object({
		student: ident,
		from: day,
		/** A line to the student, at the top of the page. */
		note: text(1000),
		items: z.array(PracticeItem).check(z.maxLength(8)),
		/** Words to learn. */
		words: z.array(z.object({ word: label(60), meaning: text(300) })).check(z.maxLength(30)),
		/** Tries of a day over all drills, after which the page stops counting. */
		most: z.nullable(whole(1, MOST_TRIES)),
		helper: HelperPart,
		thresholds: Thresholds,
		/** A day's minutes over the drills, other ones every few weeks; where nothing is said each drill has its own. */
		phases: z.optional(Phases),
		/** How they say how it felt; with faces where nothing is said. */
		feelings: z.optional(z.enum(feelingWays)),
	})
	.check((ctx) => {
		if (new Set(ctx.value.items.map(({ id }) => id)).size < ctx.value.items.length)
			complainIn(ctx)(["items"], "Two drills have the same id. Add the second one again.");
	});
export type Assignment = z.infer<typeof Assignment>;

export const assignmentLabels = {
	student: "student",
	from: "first day",
	note: "message to the student",
	items: "drills",
	counts: "counts when",
	help: "for a helper",
	feelings: "how it felt",
	phases: "phases",
	weeks: "weeks",
	shares: "share",
	name: "name",
	drill: "what to do",
	dose: "tries a day",
	target: "target",
	minutes: "minutes a day",
	step: "step",
	days: "days of the week",
	feel: "what to feel for",
	check: "self-check",
	caution: "caution",
	cues: "cues",
	words: "words to learn",
	word: "word",
	meaning: "meaning",
	most: "most tries a day",
	feed: "how to feed",
	cautions: "cautions",
	stop: "when to stop",
	thresholds: "when the target moves",
};

/** A drill that nobody has said anything of yet. */
export const freshItem = (id: string): PracticeItem => ({
	id,
	ladder: null,
	rung: null,
	name: "",
	drill: "",
	dose: 20,
	target: 14,
	step: 2,
	days: [0, 1, 2, 3, 4, 5],
	feel: "",
	check: "",
	caution: "",
	cues: [],
	pictures: [],
	rhythm: null,
	home: [],
});

/** A warm-up of the student's own: done, not counted. */
export const warmUpItem = (id: string): PracticeItem => ({
	...freshItem(id),
	name: "Warm-up",
	dose: 1,
	target: 0,
	minutes: 5,
	days: [0, 1, 2, 3, 4, 5, 6],
	warmUp: true,
});
