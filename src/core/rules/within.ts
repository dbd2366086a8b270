import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { defineRule, kOverN, MET } from "./kind";
import { emptyWindow, ones, shownOf, stepWindow, type Window } from "./window";

const bound = z.number().check(z.gte(-1e6), z.lte(1e6));
const schema = z.object({
	kind: z.literal("within"),
	k: whole(1, 60),
	n: whole(1, 60),
	low: bound,
	high: bound,
	/** At no more effort than that, of ten; null or left out: effort is not asked for. */
	effort: z.optional(z.nullable(whole(0, 10))),
});
export type Within = z.infer<typeof schema>;

interface State {
	window: Window;
	shown: Window;
}

/**
 * `k` of the last `n` measures lie inside, ends included, at no more than so much effort where
 * that is asked for. A try without a measure, or without an effort that is asked for, is skipped.
 */
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
		{ name: "effort", label: "effort out of 10, at most", type: "optional number", low: 0, high: 10 },
	],
	fresh: { kind: "within", k: 7, n: 9, low: 0, high: 10 },
	sentence: ({ k, n, low, high, effort }) =>
		`${k} of the last ${n} measures from ${low} to ${high}${isAsked(effort) ? `, at an effort of ${effort} or less` : ""}`,
	refusals: ({ k, n, low, high }) => [
		...kOverN(k, n),
		...(low > high
			? [
					{
						path: "low",
						sentence: `The range starts at ${low}, above its end at ${high}. Enter at most ${high}.`,
					},
				]
			: []),
	],
	start: () => ({ window: emptyWindow, shown: emptyWindow }),
	step({ k, n, low, high, effort: most }, state, { measure, effort, refused }) {
		if (state.window === MET || measure === undefined || (isAsked(most) && effort === undefined)) return state;
		// A try the gate refuses is not inside, wherever it came down.
		const easy = !isAsked(most) || (effort as number) <= most;
		const inside = !refused && easy && measure >= low && measure <= high;
		return { window: stepWindow(state.window, inside, k, n), shown: shownOf(state.shown, inside, n) };
	},
	status: ({ k, n }, { window, shown }) => ({
		met: window === MET,
		bust: false,
		progress: { value: ones(shown), target: k, words: `inside, of ${shown.length}, last ${n}` },
	}),
	beyond: (rule) => ({ ...rule, k: rule.n + 1 }),
	key: (_, { window }) => window,
	looks: ({ low, high, effort }) => ({
		measure: [low, high + 1],
		...(isAsked(effort) ? { effort: [effort, Math.min(10, effort + 1)] } : {}),
	}),
	best: ({ low, high, effort: most }, attempts) =>
		attempts.filter(
			({ measure, effort }) =>
				measure !== undefined && measure >= low && measure <= high && (!isAsked(most) || (effort ?? 11) <= most),
		),
});

const isAsked = (effort: number | null | undefined): effort is number => effort !== null && effort !== undefined;
