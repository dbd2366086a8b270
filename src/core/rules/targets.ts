import { allParts, type Rule } from ".";

/** What a good try at each target earns, where a part of the rule counts points by target. */
export const pointsAt = (rule: Rule): Readonly<Record<string, number>> =>
	Object.assign({}, ...allParts(rule).map((part) => (part.kind === "points" ? part.targets : undefined)));

/** Every target that a part of the rule names. */
export const targetsOf = (rule: Rule): string[] => [
	...new Set([
		...allParts(rule).flatMap((part) => (part.kind === "spread" ? part.targets : [])),
		...Object.keys(pointsAt(rule)),
	]),
];
