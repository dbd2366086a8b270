import { analyseAt } from "@/core/analysis/analyse";
import type { Split } from "@/core/analysis/chances";
import type { Rule } from "@/core/rules";

/** A rung still to be passed: its rule, its limit a lesson, and the rates that are to be expected on it. */
export interface OpenRung {
	rule: Rule;
	limit: number;
	low: number;
	middle: number;
	high: number;
	split?: Split | undefined;
}

/** The chance of each number of lessons, from none up; what is left beyond the last is not in it. */
export type Lessons = readonly number[];

/** Nobody plans further: five lessons a week for two years. */
export const MOST_LESSONS = 520;

/**
 * Lessons until one rung is passed, at a chance a lesson that stays what it is: geometric.
 *
 * @param pass chance to pass it in one lesson, over 0 and at most 1
 */
function geometric(pass: number, most: number): number[] {
	const row = new Array<number>(most + 1).fill(0);
	let left = 1;
	for (let n = 1; n <= most; n++) {
		row[n] = left * pass;
		left *= 1 - pass;
	}
	return row;
}

/** The chances of the sum of two independent numbers of lessons. */
export function convolve(a: Lessons, b: Lessons, most: number): number[] {
	const row = new Array<number>(most + 1).fill(0);
	a.forEach((p, i) => {
		if (p === 0) return;
		for (let j = 0; i + j <= most && j < b.length; j++) row[i + j] = (row[i + j] as number) + p * (b[j] as number);
	});
	return row;
}

/** How many lessons a row of rungs takes, one rung after the other, each at its chance a lesson. */
export const lessonsFor = (passes: readonly number[], most = MOST_LESSONS): number[] =>
	passes.reduce<number[]>((sum, pass) => convolve(sum, geometric(pass, most), most), [1]);

/** The fewest lessons that are enough with this chance; null where not even the most are. */
export function enough(lessons: Lessons, share: number): number | null {
	let sum = 0;
	for (let n = 0; n < lessons.length; n++) {
		sum += lessons[n] as number;
		if (sum >= share - 1e-12) return n;
	}
	return null;
}

/** The chance to be through in so many lessons. */
export const chanceBy = (lessons: Lessons, n: number): number =>
	Math.min(
		1,
		lessons.slice(0, Math.max(0, n) + 1).reduce((sum, p) => sum + p, 0),
	);

export interface LadderCost {
	/** Lessons that are enough one time in two, at the high, middle and low end of what is to be expected; null where not even the most are. */
	high: number | null;
	middle: number | null;
	low: number | null;
	/** The same, with the chances of each number of lessons. */
	at: Record<"high" | "middle" | "low", Lessons>;
}

/**
 * What a ladder costs before any of it was tried: a band of lessons, not a date. The rate on
 * a rung is taken to stay what it is while the rung is worked on, a lesson works one rung up
 * to its limit, and a pass ends the lesson's work on it.
 */
export function ladderCost(rungs: readonly OpenRung[], most = MOST_LESSONS): LadderCost {
	const at = (end: "high" | "middle" | "low"): Lessons =>
		lessonsFor(
			rungs.map(({ rule, limit, split, ...rates }) =>
				Math.min(1, Math.max(1e-6, analyseAt(rule, rates[end], limit, split).pass)),
			),
			most,
		);
	const all = { high: at("high"), middle: at("middle"), low: at("low") };
	return { high: enough(all.high, 0.5), middle: enough(all.middle, 0.5), low: enough(all.low, 0.5), at: all };
}
