import * as z from "zod/mini";
import { sum } from "@/core/statistics/sums";
import { whole } from "@/core/text/fields";
import { defineRule, MET } from "./kind";

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
			words: `average of ${last.length}, needs ${n}`,
		},
	}),
	beyond: (rule) => ({ ...rule, mean: Number.POSITIVE_INFINITY }),
	key(rule, { last, met }) {
		if (met) return MET;
		// What decides is what the last one, two, three ... come to: with the next they are the last two, three, four.
		// One that tens from now on could not make up for any more is as good as none.
		let total = 0;
		let key = "";
		for (let j = 1; j < rule.n; j++) {
			const one = last[last.length - j];
			total += one ?? Number.NEGATIVE_INFINITY;
			key += total >= rule.mean * rule.n - 10 * (rule.n - j) - 1e-9 ? `${total},` : "-,";
		}
		return key;
	},
	looks: () => ({ rating: [0, 10] }),
	best: (_, attempts) => attempts.filter((one) => one.rating === 10),
});
