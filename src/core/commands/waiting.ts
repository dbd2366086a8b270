import type { Placing, Variation } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { freshened, placeOn, variationOn } from "@/core/pack/placing";
import { pegIn } from "./peg";

/** The placing a ladder is gone on with: as it waits, or on its peg. */
export function waitingOn(lesson: Pick<LessonView, "sets" | "moves">, ladder: PackLadder): [Placing, Variation] {
	const waiting = lesson.sets.findLast((set) => set.placing.ladder === ladder.id && set.elsewhere === null);
	const peg = pegIn(lesson, ladder);
	if (waiting && waiting.placing.rung === peg) return [freshened(waiting.placing, ladder), waiting.variation];
	return [placeOn(ladder, peg), variationOn(ladder, peg)];
}
