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
		none: "No streak keeps both risks: one long enough to hold back the one not ready holds back the ready as well.",
		*of({ limit }) {
			for (let r = 1; r <= Math.min(60, limit); r++) yield { kind: "streak", r };
		},
	},
	presets: [{ purpose: "Calm again after a step down", rule: { kind: "streak", r: 3 } }],
});
