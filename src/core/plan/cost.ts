import { analyseAt } from "@/core/analysis/analyse";
import type { Split } from "@/core/analysis/chances";
import { lessonsToPass } from "@/core/analysis/overLessons";
import type { Rule } from "@/core/rules";

/** A rung still to be passed: its rule, its limit a lesson, and the rates that are to be expected on it. */
export interface OpenRung {
	rule: Rule;
	limit: number;
	low: number;
	middle: number;
	high: number;
	/** How tries come out on it; named even where they are just a good hit and a miss. */
	split: Split | "hit or miss";
}

/** The chance of each number of lessons, from none up; what is left beyond the last is not in it. */
export type Lessons = readonly number[];

/** Nobody plans further: five lessons a week for two years. */
export const MOST_LESSONS = 520;

/** The chances of the sum of two independent numbers of lessons. */
export function convolve(a: Lessons, b: Lessons, most: number): number[] {
	const row = new Array<number>(most + 1).fill(0);
	a.forEach((p, i) => {
		if (p === 0) return;
		for (let j = 0; i + j <= most && j < b.length; j++) row[i + j] = (row[i + j] as number) + p * (b[j] as number);
	});
	return row;
}

/** How many lessons a row of rungs takes, one rung after the other: the sum of what each takes. */
export const lessonsFor = (rungs: readonly Lessons[], most = MOST_LESSONS): number[] =>
	rungs.reduce<number[]>((sum, one) => convolve(sum, one, most), [1]);

/** The fewest lessons that are enough with this chance; null where not even the most are. */
export function enough(lessons: Lessons, share: number): number | null {
	let sum = 0;
	for (let n = 0; n < lessons.length; n++) {
		sum += lessons[n] as number;
		if (sum >= share - 1e-12) return n;
	}
	return null;
}

type End = "high" | "middle" | "low";

/** At one end: the chances of each number of lessons, and the places of rungs that cannot be passed. */
interface Ends {
	at: Lessons;
	never: number[];
}

/** Less is never, for whoever teaches: once in a hundred million lessons. */
const NEVER = 1e-8;

export interface LadderCost {
	/** Lessons that are enough one time in two, at the high, middle and low end of what is to be expected; null where not even the most are. */
	high: number | null;
	middle: number | null;
	low: number | null;
	/** The same, with the chances of each number of lessons. */
	at: Record<End, Lessons>;
	/** Places of rungs that cannot be passed at these rates, whatever the number of lessons: then there is none. */
	never: Record<End, number[]>;
}

/**
 * What a ladder costs before any of it was tried: a band of lessons, not a date. The rate on
 * a rung is taken to stay what it is while the rung is worked on, a lesson works one rung up
 * to its limit, and a pass ends the lesson's work on it.
 */
export function ladderCost(rungs: readonly OpenRung[], most = MOST_LESSONS): LadderCost {
	const of = (end: End): Ends => {
		const passes = rungs.map(
			({ rule, limit, split, ...rates }) =>
				analyseAt(rule, rates[end], limit, split === "hit or miss" ? undefined : split).pass,
		);
		const lessons = rungs.map(({ rule }, i) => lessonsToPass(rule, passes[i] as number, most));
		return { at: lessonsFor(lessons, most), never: passes.flatMap((pass, i) => (pass < NEVER ? [i] : [])) };
	};
	const [high, middle, low] = [of("high"), of("middle"), of("low")];
	const half = ({ at, never }: Ends) => (never.length > 0 ? null : enough(at, 0.5));
	return {
		high: half(high),
		middle: half(middle),
		low: half(low),
		at: { high: high.at, middle: middle.at, low: low.at },
		never: { high: high.never, middle: middle.never, low: low.never },
	};
}
