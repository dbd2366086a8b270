import { countedIn, formOf, inOrder, type TallyView, type TryView, type Visit } from "./view";

/** How many of these were good, those of tallies included. */
export const goodAmong = (items: readonly (TryView | TallyView)[]): number =>
	items.reduce((sum, item) => sum + (item.kind === "tally" ? item.good : item.good ? 1 : 0), 0);

/** How a short look came out; null for other work, and while it is open. */
export function checkOf(visit: Visit): boolean | null {
	if (visit.elsewhere !== "re-check" || visit.rule.kind !== "block") return null;
	if (visit.verdict.kind === "met") return true;
	const { k, n } = visit.rule;
	const own = inOrder(visit).filter((item) => item.counted && item.variation === formOf(visit.placing));
	return countedIn(own) - goodAmong(own) > n - k ? false : null;
}
