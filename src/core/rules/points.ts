import * as z from "zod/mini";
import type { Refusal } from "@/core/refusals/refusals";
import { whole } from "@/core/text/fields";
import { difference } from "@/core/text/figures";
import { defineRule, type Judged } from "./kind";
import { scales } from "./scale";

const code = z.string().check(z.regex(/^[a-z0-9-]{1,24}$/));
const schema = z.object({
	kind: z.literal("points"),
	/** Points per outcome; overrides the scale's. An outcome not named earns the scale's points, or none. */
	weights: z.record(code, whole(-100, 100)),
	/** Points of a good try at each target; where targets are named, they stand in for the outcome's. */
	targets: z.optional(
		z
			.record(z.string().check(z.minLength(1), z.maxLength(40)), whole(1, 100))
			.check(
				z.refine(
					(named) => Object.keys(named).length <= 12,
					"Points for each target: at most 12 targets can be named.",
				),
			),
	),
	target: whole(1, 1000),
	/** The sum never goes under it; null for none. Left out: 0, or none with a bust. */
	floor: z.optional(z.nullable(whole(-1000, 0))),
	/** At or under minus this, the rung is closed for the lesson; null or left out for none. */
	bust: z.optional(z.nullable(whole(1, 1000))),
});
export type Points = z.infer<typeof schema>;

interface State {
	/** In whole thousandths of a point: tenths do not add up as doubles. */
	sum: number;
	end: "" | "met" | "bust";
}

const PARTS = 1000;

/** Under which the sum never goes; null for none. */
export const floorOf = ({ floor, bust }: Points): number | null => (floor === undefined ? (bust ? null : 0) : floor);

/**
 * What a try earns, in thousandths: its target's points where it was good there, else its
 * weight; nothing above zero where the gate refuses it; less its deductions.
 */
export function earned(rule: Points, { good, result, points, deduction, called }: Judged): number {
	const atTarget = good && called !== undefined ? rule.targets?.[called] : undefined;
	const weight = atTarget ?? rule.weights[result] ?? points ?? 0;
	return Math.round(PARTS * (good ? weight : Math.min(weight, 0))) - Math.round(PARTS * (deduction ?? 0));
}

/** A running sum that must reach the target: a sequential test a coach can keep in the head. */
export const points = defineRule<Points, State>({
	kind: "points",
	title: "A points game",
	needs: "outcome",
	tellsOutcomes: true,
	addsUp: true,
	ticked: false,
	schema,
	fields: [
		{ name: "weights", label: "points for each outcome", type: "weights", low: -100, high: 100 },
		{ name: "targets", label: "points for each target", type: "optional points by name" },
		{ name: "target", label: "to reach", type: "number", low: 1, high: 1000 },
		{ name: "floor", label: "never under", type: "optional number", low: -1000, high: 0 },
		{ name: "bust", label: "lost at minus", type: "optional number", low: 1, high: 1000 },
	],
	fresh: { kind: "points", weights: { hit: 1, miss: -2 }, target: 7, bust: 7 },
	sentence(rule) {
		const parts = [
			...Object.entries(rule.targets ?? {}).map(([name, weight]) => `on ${name} ${difference(weight)}`),
			...Object.entries(rule.weights).map(([name, weight]) => `${name} ${difference(weight)}`),
		];
		const floor = floorOf(rule);
		const end = rule.bust ? `, lost at −${rule.bust}` : floor === null ? "" : `, never under ${floor}`;
		return `${rule.target} points (${parts.join(", ") || "as the scale gives them"}${end})`;
	},
	refusals(rule) {
		const said: Refusal[] = [];
		const weights = [...Object.values(rule.weights), ...Object.values(rule.targets ?? {})];
		// None at all: the scale's own points hold, and whether they lead anywhere is asked of the rung.
		if (weights.length > 0 && weights.every((weight) => weight === 0))
			said.push({
				path: "weights",
				sentence: "Points for each outcome are all zero. Give a good outcome 1 or more.",
			});
		else if (weights.length > 0 && !weights.some((weight) => weight > 0))
			said.push({
				path: "weights",
				sentence: `Points for each outcome are never above zero, so ${rule.target} is out of reach. Give a good outcome 1 or more.`,
			});
		const floor = floorOf(rule);
		if (rule.bust && floor !== null && floor > -rule.bust)
			said.push({
				path: "floor",
				sentence: `“Never under” is ${floor}, above the losing mark of −${rule.bust}. Enter at most ${-rule.bust}, or leave it empty.`,
			});
		return said;
	},
	start: () => ({ sum: 0, end: "" }),
	step(rule, state, attempt) {
		if (state.end) return state;
		const floor = floorOf(rule);
		const raw = state.sum + earned(rule, attempt);
		const sum = floor === null ? raw : Math.max(PARTS * floor, raw);
		return { sum, end: sum >= PARTS * rule.target ? "met" : rule.bust && sum <= -PARTS * rule.bust ? "bust" : "" };
	},
	status: ({ target }, { sum, end }) => ({
		met: end === "met",
		bust: end === "bust",
		progress: { value: sum / PARTS, target, words: "points" },
	}),
	beyond: (rule) => ({ ...rule, target: Number.POSITIVE_INFINITY, floor: floorOf(rule), bust: null }),
	key: (_, { sum, end }) => end || String(sum),
	looks: ({ targets }) => (targets ? { called: Object.keys(targets) } : {}),
	best(rule, attempts) {
		const most = Math.max(...attempts.map((one) => earned(rule, one)));
		return attempts.filter((one) => earned(rule, one) === most);
	},
	presets: [
		{
			purpose: "Told apart with the fewest tries",
			rule: { kind: "points", weights: { hit: 1, miss: -2 }, target: 7, bust: 7 },
		},
		{
			purpose: "Clean, not merely caught",
			rule: { kind: "points", weights: { clean: 2, rough: 0, miss: -2 }, target: 10, bust: 8 },
			scale: scales["clean, rough or miss"],
		},
	],
});
