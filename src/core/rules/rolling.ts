import * as z from "zod/mini";
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
	refusals: ({ k, n }) => kOverN(k, n, `the last ${n} that are looked at`),
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
	key: (_, { window }) => window,
	tellsRuns: true,
	best: goodOnes,
});
