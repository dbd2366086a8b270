import * as z from "zod/mini";
import { whole } from "@/core/words/text";
import { defineRule, goodTry } from "./kind";

const schema = z.object({ kind: z.literal("rating"), mean: z.number().check(z.gte(0.1), z.lte(10)), n: whole(1, 30) });
export type Rating = z.infer<typeof schema>;

interface State {
	last: readonly number[];
	met: boolean;
}

/** The last `n` ratings, all n of them there, average `mean` or more. A try without a rating is skipped. */
export const rating = defineRule<Rating, State>({
	kind: "rating",
	title: "An average rating",
	needs: "rating",
	schema,
	fields: [
		{ name: "mean", label: "average", type: "number", low: 0.1, high: 10 },
		{ name: "n", label: "over the last", type: "number", low: 1, high: 30 },
	],
	fresh: { kind: "rating", mean: 7, n: 5 },
	sentence: ({ mean, n }) => `an average of ${mean} over the last ${n} ratings`,
	fewest: ({ n }) => n,
	start: () => ({ last: [], met: false }),
	step({ mean, n }, state, { rating: given }) {
		if (state.met || given === undefined) return state;
		const last = [...state.last.slice(1 - n || n), given];
		// A hair under the mean by rounding alone is the mean.
		return { last, met: last.length === n && sum(last) >= mean * n - 1e-9 };
	},
	status: ({ mean, n }, { last, met }) => ({
		met,
		bust: false,
		progress: {
			value: last.length === 0 ? 0 : Math.round((10 * sum(last)) / last.length) / 10,
			target: mean,
			words: `average of ${last.length}, wants ${n}`,
		},
	}),
	// The oldest of a full window leaves with the next one; whether any are missing still counts.
	key: ({ n }, { last, met }) =>
		met ? "met" : last.length < n ? `${last.length}:${last.join()}` : `full:${last.slice(1).join()}`,
	best: () => ({ ...goodTry, rating: 10 }),
});

const sum = (all: readonly number[]): number => all.reduce((total, one) => total + one, 0);
