import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { defineRule, kOverN, MET } from "./kind";
import { emptyWindow, ones, shownOf, stepWindow, type Window } from "./window";

const schema = z.object({ kind: z.literal("decision"), k: whole(1, 60), n: whole(1, 60) });
export type Decision = z.infer<typeof schema>;

interface State {
	window: Window;
	shown: Window;
}

/** `k` of the last `n` answers were right, whatever came of them. A try without an answer is skipped. */
export const decision = defineRule<Decision, State>({
	kind: "decision",
	title: "So many right decisions",
	needs: "answer",
	schema,
	fields: [
		{ name: "k", label: "right", type: "number", low: 1, high: 60 },
		{ name: "n", label: "of the last", type: "number", low: 1, high: 60 },
	],
	fresh: { kind: "decision", k: 7, n: 9 },
	sentence: ({ k, n }) => `${k} of the last ${n} answers right`,
	refusals: ({ k, n }) => kOverN(k, n),
	start: () => ({ window: emptyWindow, shown: emptyWindow }),
	step: ({ k, n }, state, { right }) =>
		state.window === MET || right === undefined
			? state
			: { window: stepWindow(state.window, right, k, n), shown: shownOf(state.shown, right, n) },
	status: ({ k, n }, { window, shown }) => ({
		met: window === MET,
		bust: false,
		progress: { value: ones(shown), target: k, words: `right, of ${shown.length}, last ${n}` },
	}),
	beyond: (rule) => ({ ...rule, k: rule.n + 1 }),
	key: (_, { window }) => window,
	looks: () => ({ right: [true, false] }),
	best: (_, attempts) => attempts.filter(({ right }) => right === true),
	presets: [{ purpose: "The right choice, whatever comes of it", rule: { kind: "decision", k: 7, n: 9 } }],
});
