import type { Scale } from "@/core/rules/scale";
import type { Rule } from ".";
import { allParts } from ".";

/** A rule speaks of outcomes by their codes. When a scale is edited, this keeps the two together. */

/** Outcomes that points are given for somewhere in the rule, and that the scale does not have: it was changed since. */
export const outcomesGone = (rule: Rule, codes: readonly string[]): string[] => [
	...new Set(
		allParts(rule).flatMap((part) =>
			part.kind === "points" ? Object.keys(part.weights).filter((code) => !codes.includes(code)) : [],
		),
	),
];

/** The rule without points for outcomes that are gone. */
export const withoutGone = (rule: Rule, codes: readonly string[]): Rule =>
	withWeights(rule, (weights) => weights.filter(([code]) => codes.includes(code)));

/** Outcomes of the scale that a rule with points of its own gives none: until it does, they earn the scale's. */
export const outcomesNew = (rule: Rule, scale: Scale): Scale =>
	scale.filter(({ code }) => allParts(rule).some((part) => isOwnGame(part) && !(code in part.weights)));

/** The rule with the scale's points for the outcomes it does not name. */
export const withNew = (rule: Rule, scale: Scale): Rule =>
	withWeights(rule, (weights) =>
		weights.length === 0
			? weights
			: [
					...weights,
					...scale.flatMap(
						({ code, points }): Weights => (weights.some(([named]) => named === code) ? [] : [[code, points]]),
					),
				],
	);

const isOwnGame = (part: Rule): part is Extract<Rule, { kind: "points" }> =>
	part.kind === "points" && Object.keys(part.weights).length > 0;

/** The rule with an outcome by its new code. */
export const withRenamed = (rule: Rule, from: string, to: string): Rule =>
	withWeights(rule, (weights) => weights.map(([code, weight]) => [code === from ? to : code, weight]));

type Weights = [string, number][];

function withWeights(rule: Rule, change: (weights: Weights) => Weights): Rule {
	switch (rule.kind) {
		case "points":
			return { ...rule, weights: Object.fromEntries(change(Object.entries(rule.weights))) };
		case "all":
		case "any":
			return { ...rule, rules: (rule.rules as Rule[]).map((part) => withWeights(part, change)) };
		case "days":
			return { ...rule, rule: withWeights(rule.rule as Rule, change) };
		default:
			return rule;
	}
}
