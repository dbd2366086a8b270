import * as z from "zod/mini";
import { whole } from "@/core/words/text";
import { goodTry, type RuleKind } from "./kind";

const schema = z.object({ kind: z.literal("rolling"), k: whole(1, 60), n: whole(1, 60) });
export type Rolling = z.infer<typeof schema>;

interface State {
	/** The most recent attempts, oldest first, at most n. */
	window: readonly boolean[];
	met: boolean;
}

/** `k` of the most recent `n` attempts are good; fewer than n attempts will do when k of them are good. */
export const rolling: RuleKind<Rolling, State> = {
	kind: "rolling",
	title: "So many of the last few",
	schema,
	fields: [
		{ name: "k", label: "good", low: 1, high: 60 },
		{ name: "n", label: "of the last", low: 1, high: 60 },
	],
	fresh: { kind: "rolling", k: 7, n: 9 },
	sentence: ({ k, n }) => `${k} of the last ${n} good`,
	refusals: ({ k, n }) =>
		k > n
			? [
					{
						path: "k",
						sentence: `Good tries wanted is ${k}, more than the last ${n} that are looked at; at most ${n} is possible.`,
					},
				]
			: [],
	fewest: ({ k }) => k,
	start: () => ({ window: [], met: false }),
	step: ({ k, n }, state, { good }) => {
		if (state.met) return state;
		const window = [...state.window, good].slice(-n);
		return { window, met: window.filter(Boolean).length >= k };
	},
	status: ({ k, n }, { window, met }) => {
		const value = window.filter(Boolean).length;
		const words = window.length < n ? `of ${window.length}, last ${n}` : `of the last ${n}`;
		return { met, bust: false, progress: { value, target: k, words } };
	},
	// Only attempts that may still be in the window when it counts matter.
	key: ({ n }, { window, met }) =>
		met
			? "met"
			: window
					.slice(-(n - 1) || window.length)
					.map((g) => (g ? "1" : "0"))
					.join(""),
	best: () => goodTry,
};
