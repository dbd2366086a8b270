import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import { defineRule, goodOnes, kOverN, MET } from "./kind";
import { emptyWindow, ones, shownOf, stepWindow, type Window } from "./window";

const schema = z.object({
	kind: z.literal("bouts"),
	a: whole(1, 30),
	b: whole(1, 30),
	k: whole(1, 30),
	n: whole(1, 30),
});
export type Bouts = z.infer<typeof schema>;

interface State {
	good: number;
	off: number;
	/** Decides; as small as it can be. */
	won: Window;
	/** What the coach sees: the last n bouts, useful or not. */
	shown: Window;
}

/** A bout is won at its `a`-th good before its `b`-th off; `k` of the last `n` completed bouts won. */
export const bouts = defineRule<Bouts, State>({
	kind: "bouts",
	title: "Bouts won",
	ticked: false,
	schema,
	fields: [
		{ name: "a", label: "good tries that win a bout", type: "number", low: 1, high: 30 },
		{ name: "b", label: "not good tries that lose a bout", type: "number", low: 1, high: 30 },
		{ name: "k", label: "bouts won", type: "number", low: 1, high: 30 },
		{ name: "n", label: "of the last", type: "number", low: 1, high: 30 },
	],
	fresh: { kind: "bouts", a: 5, b: 3, k: 2, n: 3 },
	sentence: ({ a, b, k, n }) => `${k} of the last ${n} bouts won, ${a} good before ${b} not good`,
	refusals: ({ k, n }) => kOverN(k, n),
	start: () => ({ good: 0, off: 0, won: emptyWindow, shown: emptyWindow }),
	step({ a, b, k, n }, state, attempt) {
		if (state.won === MET) return state;
		// An unfinished bout belongs to the visit: it outlives a rest, other students and a reload.
		const good = (attempt.newBout ? 0 : state.good) + (attempt.good ? 1 : 0);
		const off = (attempt.newBout ? 0 : state.off) + (attempt.good ? 0 : 1);
		if (good < a && off < b) return { ...state, good, off };
		const won = good >= a;
		return { good: 0, off: 0, won: stepWindow(state.won, won, k, n), shown: shownOf(state.shown, won, n) };
	},
	status: ({ a, b, k, n }, { good, off, won, shown }) => ({
		met: won === MET,
		bust: false,
		progress: {
			value: ones(shown),
			target: k,
			large: `${good} : ${off}`,
			row: [...shown].map((one) => one === "1"),
			words: `${a} good before ${b} not good: ${shown.length === 0 ? "none finished yet" : `won ${ones(shown)} of ${shown.length < n ? plural(shown.length, "bout") : `the last ${plural(n, "bout")}`}`}`,
		},
	}),
	beyond: (rule) => ({ ...rule, k: rule.n + 1 }),
	key: (_, { good, off, won }) => (won === MET ? MET : `${good},${off},${won}`),
	best: goodOnes,
	presets: [{ purpose: "Won more often than lost", rule: { kind: "bouts", a: 3, b: 3, k: 3, n: 5 } }],
});
