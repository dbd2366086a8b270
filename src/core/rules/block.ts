import * as z from "zod/mini";
import { atLeast } from "@/core/estimate/chanceAtLeast";
import { whole } from "@/core/text/fields";
import { defineRule, goodOnes, kOverN } from "./kind";

const schema = z.object({ kind: z.literal("block"), k: whole(1, 60), n: whole(1, 60) });
export type Block = z.infer<typeof schema>;

interface State {
	tries: number;
	good: number;
	met: boolean;
}

/**
 * The `k`-th good attempt inside the current block. A block always runs `n`
 * attempts from the visit's first and is never restarted early, so that nobody
 * can throw a bad start away; one cut off by the limit still counts.
 */
export const block = defineRule<Block, State>({
	kind: "block",
	title: "So many in a block",
	schema,
	fields: [
		{ name: "k", label: "good", type: "number", low: 1, high: 60 },
		{ name: "n", label: "in a block of", type: "number", low: 1, high: 60 },
	],
	fresh: { kind: "block", k: 7, n: 10 },
	sentence: ({ k, n }) => `${k} good in a block of ${n}`,
	refusals: ({ k, n }) => kOverN(k, n),
	start: () => ({ tries: 0, good: 0, met: false }),
	step: ({ k, n }, state, { good }) => {
		if (state.met) return state;
		const from = state.tries === n ? { tries: 0, good: 0 } : state;
		const next = { tries: from.tries + 1, good: from.good + (good ? 1 : 0) };
		return { ...next, met: next.good >= k };
	},
	status: ({ k, n }, { tries, good, met }) => ({
		met,
		bust: false,
		progress: { value: good, target: k, words: `of ${tries}, block of ${n}` },
	}),
	beyond: (rule) => ({ ...rule, k: rule.n + 1 }),
	// A block that can no longer be met only has to be waited out: how many were good in it is past.
	key: ({ k, n }, { tries, good, met }) => {
		if (met) return "met";
		const at = tries % n;
		return good + (n - at) < k ? `${at},lost` : `${at},${at === 0 ? 0 : good}`;
	},
	tellsRuns: true,
	best: goodOnes,
	candidates: {
		name: "block",
		none: "No block rule keeps both risks within this limit.",
		*of({ limit, notReady, riskPass }) {
			for (let n = 2; n <= Math.min(60, limit); n++)
				for (let k = Math.ceil(n * notReady); k <= n; k++)
					if (1 - (1 - atLeast(k, n, notReady)) ** Math.floor(limit / n) <= riskPass) yield { kind: "block", k, n };
		},
	},
});
