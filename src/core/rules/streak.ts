import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { defineRule, goodOnes, MET } from "./kind";

const schema = z.object({ kind: z.literal("streak"), r: whole(1, 60) });
export type Streak = z.infer<typeof schema>;

/** `r` good attempts in a row. The state is the run so far. */
export const streak = defineRule<Streak, number>({
	kind: "streak",
	title: "So many in a row",
	schema,
	fields: [{ name: "r", label: "good in a row", type: "number", low: 1, high: 60 }],
	fresh: { kind: "streak", r: 4 },
	sentence: ({ r }) => `${r} good in a row`,
	start: () => 0,
	step: ({ r }, run, { good }) => (run >= r ? run : good ? run + 1 : 0),
	status: ({ r }, run) => ({ met: run >= r, bust: false, progress: { value: run, target: r, words: "in a row" } }),
	beyond: (rule) => ({ ...rule, r: Number.POSITIVE_INFINITY }),
	key: ({ r }, run) => (run >= r ? MET : String(run)),
	tellsRuns: true,
	best: goodOnes,
	candidates: {
		name: "streak",
		none: "No “in a row” rule keeps both risks: a run long enough to stop students who are not ready also stops ready ones.",
		*of({ limit }) {
			for (let r = 1; r <= Math.min(60, limit); r++) yield { kind: "streak", r };
		},
	},
	presets: [{ purpose: "Calm again after a step down", rule: { kind: "streak", r: 3 } }],
});
