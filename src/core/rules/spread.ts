import * as z from "zod/mini";
import { sum } from "@/core/statistics/sums";
import { whole } from "@/core/text/fields";
import { list } from "@/core/text/lists";
import { defineRule, MET } from "./kind";

const schema = z.object({
	kind: z.literal("spread"),
	each: whole(1, 20),
	targets: z.array(z.string().check(z.minLength(1), z.maxLength(40))).check(z.minLength(1), z.maxLength(12)),
});
export type Spread = z.infer<typeof schema>;

/** At least `each` good on every target, in any order. What was called decides; without a call, the outcome's code. */
export const spread = defineRule<Spread, readonly number[]>({
	kind: "spread",
	title: "Some on every target",
	needs: "called",
	tellsOutcomes: true,
	schema,
	fields: [
		{ name: "each", label: "good on each", type: "number", low: 1, high: 20 },
		{ name: "targets", label: "targets", type: "words" },
	],
	fresh: { kind: "spread", each: 2, targets: ["a", "b", "c"] },
	sentence: ({ each, targets }) => `${each} good on each of ${list(targets)}`,
	refusals: ({ targets }) =>
		new Set(targets).size < targets.length
			? [{ path: "targets", sentence: "Two targets have the same name. Remove one of them." }]
			: [],
	start: ({ targets }) => targets.map(() => 0),
	step({ each, targets }, done, { good, called, result }) {
		const at = good ? targets.indexOf(called ?? result) : -1;
		return at < 0 || (done[at] ?? 0) >= each ? done : done.map((n, i) => (i === at ? n + 1 : n));
	},
	status({ each, targets }, done) {
		const value = sum(done);
		const missing = targets.filter((_, i) => (done[i] ?? 0) < each);
		return {
			met: missing.length === 0,
			bust: false,
			progress: {
				value,
				target: each * targets.length,
				words: missing.length === 0 ? "on every target" : `needs ${list(missing)}`,
			},
		};
	},
	beyond: (rule) => ({ ...rule, each: Number.POSITIVE_INFINITY }),
	key: ({ each }, done) => (done.every((n) => n >= each) ? MET : done.join()),
	looks: ({ targets }) => ({ called: targets }),
	best: ({ targets }, attempts) =>
		attempts.filter(({ good, called, result }) => good && targets.includes(called ?? result)),
	presets: [
		{
			purpose: "Everywhere, not only where it is easy",
			rule: { kind: "spread", each: 2, targets: ["near", "middle", "far"] },
		},
	],
});
