import type { LessonView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";

/** The peg where this lesson's moves put it. */
export const pegIn = (lesson: Pick<LessonView, "moves">, ladder: PackLadder): string =>
	lesson.moves.findLast((move) => move.ladder === ladder.id)?.body.to ?? ladder.peg;
