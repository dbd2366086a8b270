import type { PlannedItem } from "./plan";

/** How long something took, or takes: minutes on average, and their spread (a standard deviation). */
export interface Minutes {
	mean: number;
	spread: number;
}

/** Until so many of a kind are known, the spread is a share of the mean. */
const FEWEST_KNOWN = 3;
export const UNKNOWN_SPREAD = 0.3;

/** What past minutes of a kind say; with fewer than three known, what is planned, and three tenths of it either way. */
export function minutesFrom(past: readonly number[], planned: number): Minutes {
	if (past.length < FEWEST_KNOWN) return { mean: planned, spread: UNKNOWN_SPREAD * planned };
	const mean = past.reduce((sum, one) => sum + one, 0) / past.length;
	const variance = past.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (past.length - 1);
	return { mean, spread: Math.sqrt(variance) };
}

/** Minutes that an item will take, from what those like it took. */
export const minutesOf = ({ item, minutes }: { item: Pick<PlannedItem, "takes">; minutes: number }): Minutes => ({
	mean: minutes * (item.takes?.mean ?? 1),
	spread: minutes * (item.takes?.spread ?? UNKNOWN_SPREAD),
});
