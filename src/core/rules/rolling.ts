import * as z from "zod/mini";
import { atLeast } from "@/core/estimate/chanceAtLeast";
import { whole } from "@/core/text/fields";
import { defineRule, goodOnes, kOverN, MET } from "./kind";
import { emptyWindow, ones, shownOf, stepWindow, type Window } from "./window";

const schema = z.object({ kind: z.literal("rolling"), k: whole(1, 60), n: whole(1, 60) });
export type Rolling = z.infer<typeof schema>;

interface State {
	/** Decides; as small as it can be. */
	window: Window;
	/** What the coach sees: the last n, useful or not. */
	shown: Window;
}

/** Windows with more states than this are not searched: they cost many times the tries. */
const MOST_STATES = 6000;

/** n choose k, as far as it matters here. */
function choose(n: number, k: number): number {
	let product = 1;
	for (let i = 1; i <= k; i++) product = (product * (n - k + i)) / i;
	return product;
}

/** `k` of the most recent `n` attempts are good; fewer than n attempts will do when k of them are good. */
export const rolling = defineRule<Rolling, State>({
	kind: "rolling",
	title: "So many of the last few",
	schema,
	fields: [
		{ name: "k", label: "good", type: "number", low: 1, high: 60 },
		{ name: "n", label: "of the last", type: "number", low: 1, high: 60 },
	],
	fresh: { kind: "rolling", k: 7, n: 9 },
	sentence: ({ k, n }) => `${k} of the last ${n} good`,
	refusals: ({ k, n }) => kOverN(k, n),
	start: () => ({ window: emptyWindow, shown: emptyWindow }),
	step: ({ k, n }, state, { good }) =>
		state.window === MET
			? state
			: { window: stepWindow(state.window, good, k, n), shown: shownOf(state.shown, good, n) },
	status: ({ k, n }, { window, shown }) => ({
		met: window === MET,
		bust: false,
		progress: {
			value: ones(shown),
			target: k,
			words: shown.length < n ? `of ${shown.length}, last ${n}` : `of the last ${n}`,
		},
	}),
	beyond: (rule) => ({ ...rule, k: rule.n + 1 }),
	key: (_, { window }) => window,
	tellsRuns: true,
	best: goodOnes,
	candidates: {
		name: "window",
		none: "No window rule keeps both risks within this limit.",
		*of({ limit, notReady, riskPass }) {
			for (let n = 2; n <= Math.min(60, limit); n++)
				for (let k = Math.ceil(n * notReady); k <= n; k++)
					if (atLeast(k, n, notReady) <= riskPass && choose(n, n - k + 1) <= MOST_STATES)
						yield { kind: "rolling", k, n };
		},
	},
	presets: [
		{ purpose: "A first hold on something new", rule: { kind: "rolling", k: 5, n: 6 } },
		{ purpose: "Steady over a whole lesson", rule: { kind: "rolling", k: 9, n: 12 } },
	],
});
