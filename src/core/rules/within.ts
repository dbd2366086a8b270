import * as z from "zod/mini";
import { whole } from "@/core/words/text";
import { defineRule, kOverN, MET } from "./kind";
import { emptyWindow, ones, shownOf, stepWindow, type Window } from "./window";

const bound = z.number().check(z.gte(-1e6), z.lte(1e6));
const schema = z.object({ kind: z.literal("within"), k: whole(1, 60), n: whole(1, 60), low: bound, high: bound });
export type Within = z.infer<typeof schema>;

interface State {
	window: Window;
	shown: Window;
}

/** `k` of the last `n` measures lie inside, ends included. A try without a measure is skipped. */
export const within = defineRule<Within, State>({
	kind: "within",
	title: "So many inside a range",
	needs: "measure",
	schema,
	fields: [
		{ name: "k", label: "inside", type: "number", low: 1, high: 60 },
		{ name: "n", label: "of the last", type: "number", low: 1, high: 60 },
		{ name: "low", label: "from", type: "number", low: -1e6, high: 1e6 },
		{ name: "high", label: "to", type: "number", low: -1e6, high: 1e6 },
	],
	fresh: { kind: "within", k: 7, n: 9, low: 0, high: 10 },
	sentence: ({ k, n, low, high }) => `${k} of the last ${n} measures from ${low} to ${high}`,
	refusals: ({ k, n, low, high }) => [
		...kOverN(k, n, `the last ${n} that are looked at`),
		...(low > high
			? [
					{
						path: "low",
						sentence: `The range starts at ${low}, above its end at ${high}; at most ${high} is possible.`,
					},
				]
			: []),
	],
	start: () => ({ window: emptyWindow, shown: emptyWindow }),
	step({ k, n, low, high }, state, { measure, refused }) {
		if (state.window === MET || measure === undefined) return state;
		// A try the gate refuses is not inside, wherever it came down.
		const inside = !refused && measure >= low && measure <= high;
		return { window: stepWindow(state.window, inside, k, n), shown: shownOf(state.shown, inside, n) };
	},
	status: ({ k, n }, { window, shown }) => ({
		met: window === MET,
		bust: false,
		progress: { value: ones(shown), target: k, words: `inside, of ${shown.length}, last ${n}` },
	}),
	key: (_, { window }) => window,
	looks: ({ low, high }) => ({ measure: [low, high + 1] }),
	best: ({ low, high }, attempts) =>
		attempts.filter(({ measure }) => measure !== undefined && measure >= low && measure <= high),
});
