import jstat from "jstat";
import { Z80 } from "./normal";

/** One lesson's work on a rung. */
export interface RungLesson {
	lesson: string;
	day: string;
	good: number;
	tries: number;
	/** Its counted tries in order, as `readMark` reads them. */
	marks: string;
}

/** A share of good tries, and where it lies 8 times in 10. */
export interface Banded {
	rate: number;
	low: number;
	high: number;
}

/**
 * The good rate that so many of so many stand for: the posterior of a uniform prior, with its
 * 80 % interval.
 */
export function banded({ good, tries }: { good: number; tries: number }): Banded {
	const [a, b] = [1 + good, 1 + tries - good];
	return { rate: a / (a + b), low: jstat.jStat.beta.inv(0.1, a, b), high: jstat.jStat.beta.inv(0.9, a, b) };
}

export interface ThenNow {
	first: RungLesson & Banded;
	latest: RungLesson & Banded;
	best: RungLesson & Banded;
	lessons: number;
	/** It went worse for a while and better after: the lesson it was worst in. */
	dip: (RungLesson & Banded) | null;
	/** What can be said of the change: the bands lie apart, or they do not. */
	change: "better" | "worse" | "not sure";
}

/** Fewer tries are no lesson to go by. */
const ENOUGH = 5;

/** First, best and latest lesson on a rung. Null with fewer than two of five tries each. */
export function thenAndNow(days: readonly RungLesson[]): ThenNow | null {
	const told = days.filter(({ tries }) => tries >= ENOUGH).map((day) => ({ ...day, ...banded(day) }));
	const [first] = told;
	const latest = told.at(-1);
	if (!first || !latest || told.length < 2) return null;
	const best = told.reduce((top, one) => (one.good / one.tries > top.good / top.tries ? one : top));
	const between = told.slice(1, -1);
	const worst = between.reduce<(typeof told)[number] | null>(
		(low, one) => (low === null || one.rate < low.rate ? one : low),
		null,
	);
	return {
		first,
		latest,
		best,
		lessons: told.length,
		// Bands that lie apart on both sides: a bad day that could be luck is none.
		dip: worst && worst.high < first.low && worst.high < latest.low ? worst : null,
		change: latest.low > first.high ? "better" : latest.high < first.low ? "worse" : "not sure",
	};
}

/** Two shares against each other, and the interval of their difference, 80 %: lesson and contest, lesson and home, one side and the other. */
export function difference(
	one: { good: number; tries: number },
	other: { good: number; tries: number },
): { by: number; low: number; high: number } {
	const [a, b] = [banded(one), banded(other)];
	const spread = (n: { tries: number }, { rate }: Banded) => (rate * (1 - rate)) / (n.tries + 3);
	const error = Z80 * Math.sqrt(spread(one, a) + spread(other, b));
	const by = a.rate - b.rate;
	return { by, low: by - error, high: by + error };
}
