import { jStat } from "jstat";

/** How long something took, or takes: minutes on average, and their spread (a standard deviation). */
export interface Minutes {
	mean: number;
	spread: number;
}

/** Until so many of a kind are known, the spread is a share of the mean. */
const FEWEST_KNOWN = 3;
const UNKNOWN_SPREAD = 0.3;

/** What past minutes of a kind say; with fewer than three known, what is planned, and three tenths of it either way. */
export function minutesFrom(past: readonly number[], planned: number): Minutes {
	if (past.length < FEWEST_KNOWN) return { mean: planned, spread: UNKNOWN_SPREAD * planned };
	const mean = past.reduce((sum, one) => sum + one, 0) / past.length;
	const variance = past.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (past.length - 1);
	return { mean, spread: Math.sqrt(variance) };
}

export interface Overrun {
	/** Chance that all of it takes longer than there is. */
	chance: number;
	/** Minutes over, on average over all lessons planned so, those that end in time included. */
	minutes: number;
}

/**
 * How likely items one after the other take longer than the lesson, and by how much: the
 * sum taken for gamma by its first two moments (a sum of gammas with one scale is one). With
 * shape k = mean² / variance and scale s = variance / mean, the expected excess over T is
 * k s (1 - F(T; k + 1, s)) - T (1 - F(T; k, s)).
 */
export function overrunOf(items: readonly Minutes[], minutes: number): Overrun {
	const mean = items.reduce((sum, one) => sum + one.mean, 0);
	const variance = items.reduce((sum, one) => sum + one.spread ** 2, 0);
	if (mean <= 0) return { chance: 0, minutes: 0 };
	if (variance <= 0) return { chance: mean > minutes ? 1 : 0, minutes: Math.max(0, mean - minutes) };
	const [shape, scale] = [mean ** 2 / variance, variance / mean];
	const over = (k: number) => 1 - jStat.gamma.cdf(minutes, k, scale);
	return { chance: over(shape), minutes: Math.max(0, mean * over(shape + 1) - minutes * over(shape)) };
}
