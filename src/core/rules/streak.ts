import * as z from "zod/mini";
import { whole } from "@/core/words/text";
import { goodTry, type RuleKind } from "./kind";

const schema = z.object({ kind: z.literal("streak"), r: whole(1, 60) });
export type Streak = z.infer<typeof schema>;

interface State {
	run: number;
	met: boolean;
}

/** `r` good attempts in a row. */
export const streak: RuleKind<Streak, State> = {
	kind: "streak",
	title: "So many in a row",
	schema,
	fields: [{ name: "r", label: "good in a row", low: 1, high: 60 }],
	fresh: { kind: "streak", r: 4 },
	sentence: ({ r }) => `${r} good in a row`,
	refusals: () => [],
	fewest: ({ r }) => r,
	start: () => ({ run: 0, met: false }),
	step: ({ r }, state, { good }) => {
		if (state.met) return state;
		const run = good ? state.run + 1 : 0;
		return { run, met: run >= r };
	},
	status: ({ r }, { run, met }) => ({
		met,
		bust: false,
		progress: { value: run, target: r, words: "in a row" },
	}),
	key: (_, { run, met }) => (met ? "met" : String(run)),
	best: () => goodTry,
};
