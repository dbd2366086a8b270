import { Z95 } from "@/core/statistics/normal";
import { type Banded, banded } from "@/core/statistics/shares";
import { sum } from "@/core/statistics/sums";

/** The latest lessons against the first: two ranges that do not overlap, or not. */
export type Change = "better" | "worse" | "not sure";
export const changeWords: Record<Change, string> = {
	better: "clearly better",
	worse: "clearly worse",
	"not sure": "not clear yet",
};

/** One lesson's work on a rung. */
export interface RungLesson {
	lesson: string;
	day: string;
	good: number;
	tries: number;
	/** Its counted tries in order, as `readMark` reads them. */
	marks: string;
	/** What came of it in the terms of its rule, where good of tries does not say it all. */
	result?: string;
}

export interface ThenNow {
	first: RungLesson & Banded;
	latest: RungLesson & Banded;
	best: RungLesson & Banded;
	lessons: number;
	/** It went worse for a while and better after: the lessons it was worst in. */
	dip: Dip | null;
	/** The latest three lessons against the first three, good and bad days allowed for. */
	change: Change;
}

/** Fewer tries are no lesson to go by. */
const ENOUGH = 5;

/** Lessons one after the other that went worse than those before and after them: good of tries in them together. */
export interface Dip {
	from: string;
	to: string;
	lessons: number;
	good: number;
	tries: number;
}

/** How far days swing, in logits (one standard deviation): a steady student's lessons differ by more than their tries explain. */
const DAY = 0.6;
/** Lessons on either side that a change is told by. */
const ENDS = 3;
/** A change is told where it is this many of its standard errors: by luck 1 time in 20 or less. */
const SURE = Z95;
/** Lessons on either side that a dip is laid against: so many at most, so many at least. */
const BESIDE = { most: 8, least: 2 };
const LONGEST_DIP = 8;
/**
 * Standard errors on both sides before a dip is told. The worst of many stretches is looked
 * for, so this is more than one comparison would ask: told of fewer than 5 steady students in
 * 100 over 20 and 40 lessons (`docs/truth.md`).
 */
const DIP_SURE = 2.55;

/** A rate as log-odds, with the square of its standard error. */
interface Odds {
	logit: number;
	variance: number;
}

/** A lesson's log-odds of a good try, a half added to either side (Haldane and Anscombe); its day's swing is in its error. */
const oddsOf = ({ good, tries }: { good: number; tries: number }): Odds => ({
	logit: Math.log((good + 0.5) / (tries - good + 0.5)),
	variance: 1 / (good + 0.5) + 1 / (tries - good + 0.5) + DAY ** 2,
});

/** Lessons together, the more certain ones weighing more. */
function pooled(lessons: readonly Odds[]): Odds {
	const weight = sum(lessons, ({ variance }) => 1 / variance);
	return {
		logit: sum(lessons, ({ logit, variance }) => logit / variance) / weight,
		variance: 1 / weight,
	};
}

/** How many standard errors the one lies over the other. */
const over = (one: Odds, other: Odds): number => (one.logit - other.logit) / Math.sqrt(one.variance + other.variance);

/** The stretch that lies furthest under the lessons on both of its sides; null where none does for sure. */
function dipIn(lessons: readonly RungLesson[], odds: readonly Odds[]): Dip | null {
	let dip: Dip | null = null;
	let deepest = DIP_SURE;
	for (let from = BESIDE.least; from < lessons.length - BESIDE.least; from++)
		for (let to = from + 1; to <= Math.min(from + LONGEST_DIP, lessons.length - BESIDE.least); to++) {
			const low = pooled(odds.slice(from, to));
			const before = pooled(odds.slice(Math.max(0, from - BESIDE.most), from));
			const after = pooled(odds.slice(to, to + BESIDE.most));
			const depth = Math.min(over(before, low), over(after, low));
			const [first, last] = [lessons[from], lessons[to - 1]];
			if (depth < deepest || !first || !last) continue;
			deepest = depth;
			const within = lessons.slice(from, to);
			dip = {
				from: first.day,
				to: last.day,
				lessons: to - from,
				good: sum(within, (one) => one.good),
				tries: sum(within, (one) => one.tries),
			};
		}
	return dip;
}

function changeIn(odds: readonly Odds[]): ThenNow["change"] {
	const ends = Math.min(ENDS, Math.floor(odds.length / 2));
	const risen = over(pooled(odds.slice(-ends)), pooled(odds.slice(0, ends)));
	return risen > SURE ? "better" : risen < -SURE ? "worse" : "not sure";
}

/**
 * First, best and latest lesson on a rung, whether it changed, and the dip before a rise. Days
 * swing: over bands of single lessons a steady student was told a dip in 25 to 37 of 100. Null
 * with fewer than two lessons of five tries each.
 */
export function thenAndNow(days: readonly RungLesson[]): ThenNow | null {
	const told = days.filter(({ tries }) => tries >= ENOUGH).map((day) => ({ ...day, ...banded(day) }));
	const [first] = told;
	const latest = told.at(-1);
	if (!first || !latest || told.length < 2) return null;
	const best = told.reduce((top, one) => (one.good / one.tries > top.good / top.tries ? one : top));
	const odds = told.map(oddsOf);
	return { first, latest, best, lessons: told.length, dip: dipIn(told, odds), change: changeIn(odds) };
}
