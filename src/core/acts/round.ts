import { judged } from "@/core/ladder/good";
import { type Attempt, lookedFor, type Round } from "@/core/log/kinds";
import { type LessonView, type SetView, visitOfSet } from "@/core/log/lesson";
import { isOut, type PackLadder, placeOn, variationOn } from "@/core/pack/pack";
import { type NewId, switchTo, type Way, type Written } from "./acts";
import { pegIn } from "./peg";

/** Several rungs one after the other, with the peg left where it is. */

/**
 * What follows a try that completes a stop of a round: the next rung of it, after the last one
 * the peg. Empty where the stop goes on, or where there is no round.
 *
 * @param lesson as it was before the try.
 */
export function afterStop(
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	attempt: Attempt,
	ladders: readonly PackLadder[],
): Written {
	const { round, placing } = set;
	if (!round || attempt.noCount || !set.open) return [];
	const isGood = judged(attempt, placing.settings, lookedFor(placing), false).good;
	const before = (visitOfSet(lesson, set)?.tries ?? []).filter((one) => one.set === set.id && !one.body.noCount);
	const done = round.of === "tries" ? before.length + 1 : before.filter(({ good }) => good).length + (isGood ? 1 : 0);
	if (done < round.each || (round.of === "good" && !isGood)) return [];
	const at = round.at + 1;
	const stop = round.stops[at];
	const ladder = ladders.find(({ id }) => id === (stop?.ladder ?? placing.ladder));
	if (!ladder) return [];
	const way: Way = { elsewhere: set.elsewhere ?? undefined, round: { ...round, at } };
	if (stop) return switchTo(newId, set, placeOn(ladder, stop.rung), variationOn(ladder, stop.rung), null, way);
	const peg = pegIn(lesson, ladder);
	return switchTo(newId, set, placeOn(ladder, peg), variationOn(ladder, peg));
}

/** So many drills a circuit has, and so many tries each. */
const CIRCUIT = 5;
/** So many good ones each, from the bottom quickly up. */
const QUICK_UP = 3;

/** The rungs that are open to this student, lowest first. */
const openRungs = (ladder: PackLadder): string[] =>
	ladder.rungs.map(({ id }) => id).filter((rung) => !isOut(ladder, rung));

/** Up to five drills of five tries: those that end with the peg, or the lowest ones where fewer stand below it. */
export function circuitOn(lesson: Pick<LessonView, "moves">, ladder: PackLadder): Round {
	const rungs = openRungs(ladder);
	const to = Math.max(CIRCUIT, rungs.indexOf(pegIn(lesson, ladder)) + 1);
	const stops = rungs.slice(Math.max(0, to - CIRCUIT), to).map((rung) => ({ ladder: ladder.id, rung }));
	return { stops, at: 0, each: CIRCUIT, of: "tries" };
}

/** From the bottom quickly up to the peg; null where the peg is at the bottom. */
export function quickUp(lesson: Pick<LessonView, "moves">, ladder: PackLadder): Round | null {
	const rungs = openRungs(ladder);
	const below = rungs.slice(0, Math.max(0, rungs.indexOf(pegIn(lesson, ladder)))).slice(-12);
	return below.length === 0
		? null
		: { stops: below.map((rung) => ({ ladder: ladder.id, rung })), at: 0, each: QUICK_UP, of: "good" };
}
