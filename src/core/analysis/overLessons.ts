import type { Rule } from "@/core/rules";
import { sum } from "@/core/statistics/sums";

/** Days from one lesson to the next, where the page knows no better. */
const BETWEEN = 7;

/** What a rule asks of the days it is met on: how many, and how many lessons after each cannot count. */
function daysOf(rule: Rule): { days: number; blocked: number } {
	if (rule.kind !== "days") return { days: 1, blocked: 0 };
	return { days: rule.days, blocked: Math.max(0, Math.ceil(rule.gap / BETWEEN) - 1) };
}

/**
 * The chance that a rule is passed in the n-th lesson, for n from 0 to `most`: what is left beyond is not in it. A rule on
 * one day is geometric; one on several wants that many lessons in which it is met, and after each the lessons that come
 * too soon count for nothing. Lessons are seven days apart.
 *
 * @param pass the chance to meet it in one lesson, from 0 to 1
 * @returns `most + 1` chances; all nought where `pass` is
 */
export function lessonsToPass(rule: Rule, pass: number, most: number): number[] {
	const { days, blocked } = daysOf(rule);
	const row = new Array<number>(most + 1).fill(0);
	// By days met so far, and lessons that cannot count yet.
	let at = Array.from({ length: days }, () => new Array<number>(blocked + 1).fill(0));
	(at[0] as number[])[0] = 1;
	for (let n = 1; n <= most; n++) {
		const next = at.map((waits) => waits.map(() => 0));
		at.forEach((waits, k) => {
			waits.forEach((p, wait) => {
				if (p === 0) return;
				if (wait > 0) (next[k] as number[])[wait - 1] = ((next[k] as number[])[wait - 1] as number) + p;
				else {
					(next[k] as number[])[0] = ((next[k] as number[])[0] as number) + p * (1 - pass);
					if (k + 1 === days) row[n] = (row[n] as number) + p * pass;
					else (next[k + 1] as number[])[blocked] = ((next[k + 1] as number[])[blocked] as number) + p * pass;
				}
			});
		});
		at = next;
	}
	return row;
}

/**
 * The chance to have passed a rule within so many lessons.
 *
 * @example passedWithin({ kind: "days", rule, days: 2, gap: 1 }, 0.6, 3) // 0.648: two of three, or more
 */
export const passedWithin = (rule: Rule, pass: number, lessons: number): number =>
	Math.min(pass < 1 ? 1 - Number.EPSILON : 1, sum(lessonsToPass(rule, pass, lessons)));

/** The fewest lessons a rule can be passed in. */
export const fewestLessons = (rule: Rule): number => {
	const { days, blocked } = daysOf(rule);
	return 1 + (days - 1) * (blocked + 1);
};

/** The chance to pass a rule in the fewest lessons it can be passed in: luck, where the rate is not ready. */
export const passedAtOnce = (rule: Rule, pass: number): number => passedWithin(rule, pass, fewestLessons(rule));
