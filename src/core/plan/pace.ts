import type { LessonView } from "@/core/log/view";
import { median } from "@/core/statistics/median";
import { meanAndSpread } from "./minutes";

/** How long things take with a student, from lessons that were held. */
export interface Pace {
	/** Lessons it rests on. */
	lessons: number;
	/** Minutes from the end of one thing to the first try of the next: set-up and talk. */
	setUp: number;
	secondsPerTry: number;
	/** What visits took, as shares of set-up plus tries at that pace. */
	takes: { mean: number; spread: number };
}

/** Before that nobody knows. */
const FEWEST_LESSONS = 3;
/** What is taken until then. */
export const USUAL: Pick<Pace, "setUp" | "secondsPerTry"> = { setUp: 2, secondsPerTry: 20 };
/** A longer gap is no try but a rest, a talk, a phone laid away. */
const LONGEST_GAP_S = 180;
const LONGEST_VISIT_MIN = 90;

interface Worked {
	tries: number;
	/** Minutes from the end of what came before to its first try, and to its last. */
	setUp: number;
	took: number;
	/** Seconds from each try to the next. */
	gaps: number[];
}

/** The visits of one student in a lesson, by the clock of the device that logged them. */
function workedIn(view: LessonView, student: string): Worked[] {
	let before = Date.parse(view.opened?.at ?? "");
	const visits = view.visits
		.map((visit) => ({ visit, times: visit.entries.filter((one) => one.try).map(({ event }) => Date.parse(event.at)) }))
		.filter(({ times }) => times.length > 1)
		.sort((a, b) => (a.times[0] as number) - (b.times[0] as number));
	return visits.flatMap(({ visit, times }) => {
		const [first, last] = [times[0] as number, times.at(-1) as number];
		const begun = Number.isNaN(before) ? first : before;
		before = last;
		const one: Worked = {
			tries: times.length,
			setUp: (first - begun) / 60_000,
			took: (last - begun) / 60_000,
			gaps: times.slice(1).map((time, i) => (time - (times[i] as number)) / 1000),
		};
		return visit.student === student && one.took > 0 && one.took <= LONGEST_VISIT_MIN ? [one] : [];
	});
}

/**
 * Set-up, seconds a try and how far visits stray from them: medians over a student's past
 * lessons, the straying as mean and standard deviation of the share took / (set-up + tries).
 * Null under three lessons with tries in them.
 */
export function paceOf(lessons: readonly LessonView[], student: string): Pace | null {
	const worked = lessons.map((view) => workedIn(view, student)).filter((visits) => visits.length > 0);
	if (worked.length < FEWEST_LESSONS) return null;
	const all = worked.flat();
	const gaps = all.flatMap((one) => one.gaps.filter((gap) => gap > 0 && gap <= LONGEST_GAP_S));
	const setUp = Math.max(0, median(all.map((one) => one.setUp)) ?? 0);
	const secondsPerTry = median(gaps) || USUAL.secondsPerTry;
	const shares = all.map(({ tries, took }) => took / (setUp + (tries * secondsPerTry) / 60));
	return { lessons: worked.length, setUp, secondsPerTry, takes: meanAndSpread(shares) };
}
