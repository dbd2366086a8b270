import jstat from "jstat";
import { Z80 } from "./normal";

/** So many good of so many tries. */
export interface Share {
	good: number;
	tries: number;
}

/** A share of good tries, and where it lies 8 times in 10. */
export interface Banded {
	rate: number;
	low: number;
	high: number;
}

/**
 * The good rate that a share stands for: the mean of the posterior of a uniform prior, with its
 * 80 % interval. Without a try, a half and nearly all of 0 to 1.
 */
export function banded({ good, tries }: Share): Banded {
	const [a, b] = [1 + good, 1 + tries - good];
	return { rate: a / (a + b), low: jstat.jStat.beta.inv(0.1, a, b), high: jstat.jStat.beta.inv(0.9, a, b) };
}

/**
 * How much higher the first rate is than the second, with the 80 % interval of that difference
 * (normal approximation): lesson and contest, lesson and home, one side and the other.
 */
export function difference(one: Share, other: Share): { by: number; low: number; high: number } {
	const [a, b] = [banded(one), banded(other)];
	const variance = (n: Share, { rate }: Banded) => (rate * (1 - rate)) / (n.tries + 3);
	const error = Z80 * Math.sqrt(variance(one, a) + variance(other, b));
	const by = a.rate - b.rate;
	return { by, low: by - error, high: by + error };
}
