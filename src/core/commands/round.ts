import { judged } from "@/core/ladder/good";
import { type Attempt, lookedFor } from "@/core/log/kinds";
import { type LessonView, type SetView, visitOfSet } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { placeOn, variationOn } from "@/core/pack/placing";
import type { Drafts, NewId } from "./drafts";
import { pegIn } from "./peg";
import { type SetOptions, switchTo } from "./sets";

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
): Drafts {
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
	const way: SetOptions = { elsewhere: set.elsewhere ?? undefined, round: { ...round, at } };
	if (stop) return switchTo(newId, set, placeOn(ladder, stop.rung), variationOn(ladder, stop.rung), null, way);
	const peg = pegIn(lesson, ladder);
	return switchTo(newId, set, placeOn(ladder, peg), variationOn(ladder, peg));
}
