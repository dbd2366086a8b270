import { mean, sum } from "@/core/statistics/sums";
import type { PlannedItem } from "./plan";

/** How long something took, or takes: minutes on average, and their spread (a standard deviation). */
export interface Minutes {
	mean: number;
	spread: number;
}

/** Until so many of a kind are known, the spread is a share of the mean. */
const FEWEST_KNOWN = 3;
export const UNKNOWN_SPREAD = 0.3;

/** Mean and standard deviation (n - 1) of at least one number. */
export function meanAndSpread(all: readonly number[]): Minutes {
	const average = mean(all);
	const squares = sum(all, (one) => (one - average) ** 2);
	return { mean: average, spread: Math.sqrt(squares / Math.max(1, all.length - 1)) };
}

/** What past minutes of a kind say; with fewer than three known, what is planned, and three tenths of it either way. */
export function minutesFrom(past: readonly number[], planned: number): Minutes {
	return past.length < FEWEST_KNOWN ? { mean: planned, spread: UNKNOWN_SPREAD * planned } : meanAndSpread(past);
}

/** How far an item strays from its minutes, as a share: from what those like it took. */
export const spreadOf = ({ takes }: Pick<PlannedItem, "takes">): number =>
	takes ? takes.spread / takes.mean : UNKNOWN_SPREAD;

/** Minutes that an item will take: those it has are the ones to be expected, and those like it say how far it strays. */
export const minutesOf = ({ item, minutes }: { item: Pick<PlannedItem, "takes">; minutes: number }): Minutes => ({
	mean: minutes,
	spread: minutes * spreadOf(item),
});
