import type { LessonDigest, PassDigest } from "@/core/digest/lessonDigest";
import { ENOUGH_TO_GO_BY, type LastTime } from "@/core/ladder/lastTime";
import { untried } from "@/core/ladder/rail";
import type { Check } from "@/core/ladder/recheck";
import type { CheckDigest } from "@/core/log/check";
import { isDoubtful } from "@/core/log/days";
import type { Surrounding } from "@/core/log/kinds";
import { byOrder } from "@/core/log/order";
import { sum } from "@/core/statistics/sums";

/** One lesson's work on a rung: what stands behind a hole. */
export interface RungDay {
	lesson: string;
	day: string;
	tries: number;
	good: number;
	met: boolean;
	/** Counted tries in order, as `readMark` reads them. */
	marks: string;
}

/** What a day on a rung came to. */
export interface Score {
	good: number;
	tries: number;
	day: string;
}

export interface RungSum {
	/** Counted tries on the rung itself, variations left out, over all lessons. */
	tries: number;
	good: number;
	/** Counted tries, variations included: whether the rung is new to the student. */
	tried: number;
	/** Those tries by how they came out. */
	ways?: Record<string, number>;
	/** Lessons that worked on it. */
	lessons: number;
	/** Days on which its rule, or a day's part of it, was met. */
	metDays: string[];
	/** Short looks at it since, in order. */
	checks?: Check[];
	/** The latest lessons, oldest first. */
	recent: RungDay[];
	/** The first day on it. */
	first: Score | null;
	/** Most good in a hundred, among days of five tries or more if there is one. */
	best: Score | null;
	/** The same rung where it was not done as it is: in its easier form, in contest, before people, in another place. */
	apart?: Partial<Record<Apart, ApartSum>>;
	/** Days on which its rule was met in the easier form only. */
	easedDays?: string[];
	/** The latest word on whether its easier form is the rung. */
	easing?: { on: boolean; reason: string; day: string };
}

/** Ways of doing a rung that are never compared with the real one. */
export type Apart = "eased" | Surrounding;

export interface ApartSum {
	tries: number;
	good: number;
	lessons: number;
	last: string;
}

/** Everything that happened on a ladder, whatever its rungs are now: small, and stored beside the log. */
export interface LadderDigest {
	ladder: string;
	rungs: Record<string, RungSum>;
	/** Where the last move put the peg. */
	standing: string | null;
	/** From and to of each test-out. */
	skips: [from: string | null, to: string][];
	/** The last move whose evidence was taken back, if the peg still rests on one. */
	unfounded: { lesson: string } | null;
	/** The latest pass after the last move that nobody has claimed or declined. */
	pass: UnclaimedPass | null;
	last: LastTime | null;
}

/** A rule was met, and the peg has not moved since: for the coach to decide. */
export interface UnclaimedPass extends Omit<PassDigest, "answer" | "elsewhere"> {
	rung: string;
	lesson: string;
	day: string;
}

/** Where the peg stood, day by day: a point a lesson, the rung it ended on. */
export interface PegDay {
	day: string;
	lesson: string;
	/** The rung the peg stood on when the lesson ended; null before its first move. */
	peg: string | null;
	tries: number;
	good: number;
}

const RECENT = 20;
const ENOUGH = 5;

/**
 * @param lessons every lesson that worked on the ladder or moved its peg, in any order.
 * @param today a lesson on a day far from it counts, and its day decides nothing until the coach confirms it.
 */
export function digestLadder(ladder: string, lessons: readonly LessonDigest[], today?: string): LadderDigest {
	const dated = today === undefined ? lessons : lessons.filter((lesson) => !isDoubtful(lesson, today));
	const moves = movesOf(ladder, lessons);
	const rungs: Record<string, RungSum> = {};
	const sure = daysByRung(ladder, dated);
	for (const [rung, all] of daysByRung(ladder, lessons)) {
		const days = sure.get(rung) ?? [];
		rungs[rung] = {
			tries: sum(real(all), (day) => day.tries),
			good: sum(real(all), (day) => day.good),
			tried: sum(all, (day) => day.tried),
			lessons: new Set(all.map(({ lesson }) => lesson)).size,
			ways: addedUp(real(all).map((day) => day.ways)),
			metDays: [...new Set(days.filter((day) => day.met).map((day) => day.day))],
			...checksOn(days),
			// Done in another form only, or as a warm-up: no score of the rung.
			recent: real(days)
				.filter(({ tries }) => tries > 0)
				.slice(-RECENT)
				.map(({ tried: _, ways: __, checks: ___, apart: ____, ...day }) => day),
			first: scoreOf(real(days).find((day) => day.tries > 0)),
			best: bestOf(real(days)),
			...apartIn(days),
			...easedDaysIn(days),
		};
	}
	for (const { rung, on, reason, day } of easingsOn(ladder, lessons))
		rungs[rung] = { ...(rungs[rung] ?? untried), easing: { on, reason, day } };
	const lastMove = moves.at(-1);
	return {
		ladder,
		rungs,
		standing: lastMove?.to ?? null,
		skips: moves.filter((move) => move.reason === "tested out").map((move) => [move.from, move.to]),
		unfounded: moves.findLast((move) => move.unfounded) ?? null,
		pass: unclaimed(ladder, lessons, lastMove),
		last: lastOf(ladder, dated),
	};
}

/** Postponed, it is asked about again once the ladder was worked on in another lesson. */
function unclaimed(
	ladder: string,
	lessons: readonly LessonDigest[],
	lastMove: LessonDigest["moves"][number] | undefined,
): UnclaimedPass | null {
	const last = lessons
		.flatMap(({ lesson, day, rungs }) =>
			rungs.flatMap(({ rung, pass, ladder: on }) => (on === ladder && pass ? [{ ...pass, rung, lesson, day }] : [])),
		)
		// Met where the peg does not stand, it asks for nothing.
		.filter(({ rung, elsewhere }) => (lastMove ? rung === lastMove.to : !elsewhere))
		.sort(byOrder)
		.at(-1);
	if (!last || (lastMove && byOrder(last, lastMove) < 0)) return null;
	const { answer, elsewhere: _, ...pass } = last;
	if (answer === null) return pass;
	const worked = byDay(lessons).filter(({ rungs }) => rungs.some((rung) => rung.ladder === ladder));
	return answer === "later" && worked.at(-1)?.lesson !== pass.lesson ? pass : null;
}

/** The peg's way through the lessons, oldest first. */
export function pegDays(ladder: string, lessons: readonly LessonDigest[]): PegDay[] {
	let peg: string | null = null;
	return byDay(lessons).flatMap((lesson) => {
		const moves = movesOf(ladder, [lesson]);
		peg = moves.at(-1)?.to ?? peg;
		const rungs = lesson.rungs.filter((rung) => rung.ladder === ladder);
		if (moves.length === 0 && rungs.length === 0) return [];
		return [
			{
				day: lesson.day,
				lesson: lesson.lesson,
				peg,
				tries: sum(rungs, (rung) => rung.tries),
				good: sum(rungs, (rung) => rung.good),
			},
		];
	});
}

const byDay = (lessons: readonly LessonDigest[]) =>
	lessons
		.filter((lesson) => lesson.opened)
		.sort((a, b) => (a.day === b.day ? (a.lesson < b.lesson ? -1 : 1) : a.day < b.day ? -1 : 1));

const movesOf = (ladder: string, lessons: readonly LessonDigest[]) =>
	lessons.flatMap((lesson) => lesson.moves.filter((move) => move.ladder === ladder)).sort(byOrder);

interface WorkedDay extends RungDay {
	tried: number;
	ways: Record<string, number>;
	checks: readonly CheckDigest[];
	/** Null where it was done as the rung is. */
	apart: Apart | null;
}

function daysByRung(ladder: string, lessons: readonly LessonDigest[]) {
	const days = new Map<string, WorkedDay[]>();
	for (const { lesson, day, rungs } of byDay(lessons))
		for (const { ladder: on, rung, tries, good, tried, met, marks, ways = {}, checks = [], eased, under } of rungs) {
			if (on !== ladder) continue;
			const apart = eased ? "eased" : (under ?? null);
			days.set(rung, [...(days.get(rung) ?? []), { lesson, day, tries, good, met, marks, tried, ways, checks, apart }]);
		}
	return days;
}

/** Days on which the rung was done as it is. */
const real = (days: readonly WorkedDay[]): WorkedDay[] => days.filter(({ apart }) => apart === null);

function apartIn(days: readonly WorkedDay[]): Pick<RungSum, "apart"> {
	const apart: Partial<Record<Apart, ApartSum>> = {};
	for (const day of days) {
		if (day.apart === null || day.tries === 0) continue;
		const { tries = 0, good = 0, lessons = 0 } = apart[day.apart] ?? {};
		apart[day.apart] = { tries: tries + day.tries, good: good + day.good, lessons: lessons + 1, last: day.day };
	}
	return Object.keys(apart).length > 0 ? { apart } : {};
}

/** Days on which the rule was met, and never on the rung as it is. */
function easedDaysIn(days: readonly WorkedDay[]): Pick<RungSum, "easedDays"> {
	const as = (apart: Apart | null) => new Set(days.flatMap((one) => (one.met && one.apart === apart ? [one.day] : [])));
	const own = as(null);
	const eased = [...as("eased")].filter((day) => !own.has(day));
	return eased.length > 0 ? { easedDays: eased } : {};
}

const easingsOn = (ladder: string, lessons: readonly LessonDigest[]) =>
	lessons.flatMap(({ easings = [] }) => easings.filter((one) => one.ladder === ladder)).sort(byOrder);

/** Short looks by their day; a rung that had none says nothing of them. */
function checksOn(days: readonly { day: string; checks: readonly CheckDigest[] }[]): { checks?: Check[] } {
	const checks = days.flatMap(({ day, checks: all }) => all.map((check) => ({ day, ...check })));
	return checks.length > 0 ? { checks } : {};
}

function addedUp(all: readonly Record<string, number>[]): Record<string, number> {
	const times: Record<string, number> = {};
	for (const one of all) for (const [way, n] of Object.entries(one)) times[way] = (times[way] ?? 0) + n;
	return times;
}

const scoreOf = (day: RungDay | null | undefined): Score | null =>
	day ? { good: day.good, tries: day.tries, day: day.day } : null;

function bestOf(all: readonly RungDay[]): RungSum["best"] {
	const enough = all.filter((day) => day.tries >= ENOUGH);
	const days = enough.length > 0 ? enough : all.filter((day) => day.tries > 0);
	const best = days.reduce<RungDay | null>(
		(top, day) => (top === null || day.good / day.tries > top.good / top.tries ? day : top),
		null,
	);
	return scoreOf(best);
}

/**
 * The latest lesson in which the ladder was worked on in earnest, seen from its last visit; the
 * latest at all where none was. Cue and practice are the latest that were given.
 */
function lastOf(ladder: string, lessons: readonly LessonDigest[]): LastTime | null {
	// A card that came back is no lesson: it says neither the cue nor what was to be practised.
	const visits = byDay(lessons.filter(({ fromCard }) => !fromCard))
		.reverse()
		.flatMap(({ lesson, day, last }) => {
			const visit = last.find((one) => one.ladder === ladder);
			return visit ? [{ lesson, day, ...visit }] : [];
		});
	const latest = visits[0];
	const shown = visits.find(({ tries }) => tries >= ENOUGH_TO_GO_BY) ?? latest;
	if (!latest || !shown) return null;
	const { ladder: _, ...rest } = shown;
	return { ...rest, cue: latest.cue ?? shown.cue, ...(latest.practise ? { practise: latest.practise } : {}) };
}
