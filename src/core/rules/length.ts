import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import { defineRule, kOverN, MET } from "./kind";
import { emptyWindow, ones, stepWindow, type Window } from "./window";

const schema = z.object({
	kind: z.literal("length"),
	length: whole(1, 100000),
	times: whole(1, 60),
	/** Among so many runs that follow on each other; null or left out: in any of the visit. */
	last: z.optional(z.nullable(whole(1, 60))),
});
export type Length = z.infer<typeof schema>;

interface State {
	/** Runs of that length, of the whole visit. */
	done: number;
	/** Those among the last ones, where only these are looked at. */
	window: Window;
}

/**
 * That length, reached in any `times` attempts of the visit, or in so many of the `last` ones.
 * A try whose length nobody counted is skipped.
 */
export const length = defineRule<Length, State>({
	kind: "length",
	title: "So long, so many times",
	needs: "length",
	schema,
	fields: [
		{ name: "length", label: "length", type: "number", low: 1, high: 100000 },
		{ name: "times", label: "times", type: "number", low: 1, high: 60 },
		{ name: "last", label: "among the last", type: "optional number", low: 1, high: 60 },
	],
	fresh: { kind: "length", length: 20, times: 3 },
	sentence: ({ length: long, times, last }) =>
		last ? `a length of ${long} in ${times} of the last ${last}` : `a length of ${long}, ${plural(times, "time")}`,
	refusals: ({ times, last }) => (last ? kOverN(times, last) : []),
	start: () => ({ done: 0, window: emptyWindow }),
	step({ length: long, times, last }, state, { refused, length: went }) {
		if (went === undefined || isMet(times, last, state)) return state;
		// A try the gate refuses does not count, however long it was.
		const reached = !refused && went >= long;
		return last
			? { done: 0, window: stepWindow(state.window, reached, times, last) }
			: { done: state.done + (reached ? 1 : 0), window: emptyWindow };
	},
	status: ({ length: long, times, last }, state) => ({
		met: isMet(times, last, state),
		bust: false,
		progress: {
			value: last ? (state.window === MET ? times : ones(state.window)) : state.done,
			target: times,
			words: `of length ${long}${last ? `, last ${last}` : ""}`,
		},
	}),
	beyond: (rule) => ({ ...rule, times: Number.POSITIVE_INFINITY }),
	key: ({ times, last }, state) => (isMet(times, last, state) ? MET : last ? state.window : String(state.done)),
	looks: ({ length: long }) => ({ length: [0, long] }),
	best: ({ length: long }, attempts) => attempts.filter((one) => !one.refused && (one.length ?? 0) >= long),
	presets: [{ purpose: "Long enough, more than once", rule: { kind: "length", length: 20, times: 3 } }],
});

const isMet = (times: number, last: number | null | undefined, { done, window }: State): boolean =>
	last ? window === MET : done >= times;
