import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { defineRule, MET } from "./kind";

const schema = z.object({ kind: z.literal("count"), c: whole(1, 500), seconds: whole(5, 3600) });
export type Count = z.infer<typeof schema>;

/** `c` good within one timed set. The clock belongs to the set: a new set starts at nought. */
export const count = defineRule<Count, number>({
	kind: "count",
	title: "So many against the clock",
	needs: "clock",
	schema,
	fields: [
		{ name: "c", label: "good", type: "number", low: 1, high: 500 },
		{ name: "seconds", label: "within seconds", type: "number", low: 5, high: 3600 },
	],
	fresh: { kind: "count", c: 12, seconds: 60 },
	sentence: ({ c, seconds }) => `${c} good within ${seconds} seconds`,
	start: () => 0,
	step: ({ c }, good, attempt) =>
		good >= c ? good : (attempt.newSet ? 0 : good) + (attempt.good && !attempt.late ? 1 : 0),
	status: ({ c, seconds }, good) => ({
		met: good >= c,
		bust: false,
		progress: { value: good, target: c, words: `in this set of ${seconds} seconds` },
	}),
	beyond: (rule) => ({ ...rule, c: Number.POSITIVE_INFINITY }),
	key: ({ c }, good) => (good >= c ? MET : String(good)),
	sets: true,
	best: (_, attempts) => attempts.filter(({ good, late }) => good && !late),
	presets: [{ purpose: "As many as the music allows", rule: { kind: "count", c: 8, seconds: 60 } }],
});
