import { sum } from "@/core/statistics/sums";
import type { Surrounding } from "./kinds";
import { countedIn, formOf, inOrder, type TallyView, type TryView, type Visit } from "./view";

/** A look that was decided, and where it was, where more than the rung was asked for. */
export interface CheckDigest {
	passed: boolean;
	under?: Surrounding;
}

/** How many of these were good, those of tallies included. */
export const goodAmong = (items: readonly (TryView | TallyView)[]): number =>
	sum(items, (item) => (item.kind === "tally" ? item.good : item.good ? 1 : 0));

/**
 * How a re-check came out, by seven of ten or by the rung's own rule; null for other work, and
 * while it is open. Decided, it stays so, however many tries are allowed after it.
 */
export function checkOf(visit: Visit): boolean | null {
	const { elsewhere, rule, verdict } = visit;
	if (elsewhere !== "re-check") return null;
	if (verdict.kind === "met") return true;
	if (rule.kind !== "block") return verdict.kind === "open" ? null : false;
	const own = inOrder(visit).filter((item) => item.counted && item.variation === formOf(visit.placing));
	return countedIn(own) - goodAmong(own) > rule.n - rule.k ? false : null;
}
