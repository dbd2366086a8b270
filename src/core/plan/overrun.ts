import jstat from "jstat";
import { sum } from "@/core/statistics/sums";
import type { Minutes } from "./minutes";

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
	const mean = sum(items, (one) => one.mean);
	const variance = sum(items, (one) => one.spread ** 2);
	if (mean <= 0) return { chance: 0, minutes: 0 };
	if (variance <= 0) return { chance: mean > minutes ? 1 : 0, minutes: Math.max(0, mean - minutes) };
	const [shape, scale] = [mean ** 2 / variance, variance / mean];
	const over = (k: number) => 1 - jstat.jStat.gamma.cdf(minutes, k, scale);
	return { chance: over(shape), minutes: Math.max(0, mean * over(shape + 1) - minutes * over(shape)) };
}
