import type { CheckDigest } from "@/core/log/check";
import type { Surrounding } from "@/core/log/kinds";
import { dayAfter, daysBetween } from "@/core/text/fields";

/** A short look at a rung that was passed: enough of it, or not. */
export interface Check extends CheckDigest {
	day: string;
}

/** Days from a pass to the first check, and from each passed check to the next. */
const FIRST = [2, 7, 21] as const;
const GROWTH = 2.2;
const SHORTEST = 2;
/** So many passed in a row, the first and the third so many days apart, and the rung is settled. */
const IN_A_ROW = 3;
const APART_DAYS = 28;

/** The next longer interval: of the fixed ones, then 2.2 times as long each. */
export function longer(interval: number): number {
	const fixed = FIRST.find((one) => one > interval);
	if (fixed !== undefined) return fixed;
	let next: number = FIRST[2];
	while (next <= interval) next = Math.round(next * GROWTH);
	return next;
}

const shorter = (interval: number): number => Math.max(SHORTEST, Math.floor(interval / 2));

export interface Schedule {
	/** The day on which it wants to be looked at again. */
	due: string;
	/** Days from the last check, or the pass, to that day. */
	interval: number;
	slipped: boolean;
	settled: boolean;
	checks: number;
}

/**
 * When a passed rung wants to be looked at again, from its pass and what was checked since.
 * A check that is passed on its day or later goes to the next interval up, one that is failed
 * halves it (two days at least) and marks the rung as slipped; one that is passed early
 * changes nothing. A pass by the rung's own rule on a later day is a check that was passed.
 *
 * @param passed days on which the rung's own rule was met, in order; null is answered where there is none
 */
export function scheduleOf(passed: readonly string[], checks: readonly Check[]): Schedule | null {
	const [first] = passed;
	if (first === undefined) return null;
	const all = [
		...passed.slice(1).map((day) => ({ day, passed: true })),
		// That it does not hold before people yet is no slip.
		...checks.filter(({ day, passed: held, under }) => day >= first && (held || under === undefined)),
	].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : Number(a.passed) - Number(b.passed)));
	let last = first;
	let interval: number = FIRST[0];
	let slipped = false;
	let row: string[] = [];
	let settled = false;
	let counted = 0;
	// Worked out when it moves and not for each check: after years most of them come early.
	let due = dayAfter(last, interval);
	for (const check of all) {
		if (check.passed && check.day < due) continue;
		counted += 1;
		last = check.day;
		slipped = !check.passed;
		interval = check.passed ? longer(interval) : shorter(interval);
		due = dayAfter(last, interval);
		row = check.passed ? [...row, check.day] : [];
		const third = row.at(-IN_A_ROW);
		settled = check.passed && (settled || (third !== undefined && daysBetween(third, check.day) >= APART_DAYS));
	}
	return { due, interval, slipped, settled, checks: counted };
}

/** Where a rung was looked at besides at home ground: the latest look in each surrounding. */
export const carriedOver = (checks: readonly Check[]): (Check & { under: Surrounding })[] => [
	...new Map(
		checks.flatMap((check) => (check.under ? [[check.under, { ...check, under: check.under }]] : [])),
	).values(),
];
