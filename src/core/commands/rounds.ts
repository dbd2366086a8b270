import type { RoundPlace } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { isOut } from "@/core/pack/placing";
import { pegIn } from "./peg";

/** The rounds a ladder offers by itself. */

/** So many drills a circuit has, and so many tries each. */
const CIRCUIT = 5;
/** So many good ones each, from the bottom quickly up. */
const QUICK_UP = 3;

/** The rungs that are open to this student, lowest first. */
const openRungs = (ladder: PackLadder): string[] =>
	ladder.rungs.map(({ id }) => id).filter((rung) => !isOut(ladder, rung));

/** Up to five drills of five tries: those that end with the peg, or the lowest ones where fewer stand below it. */
export function circuitOn(lesson: Pick<LessonView, "moves">, ladder: PackLadder): RoundPlace {
	const rungs = openRungs(ladder);
	const to = Math.max(CIRCUIT, rungs.indexOf(pegIn(lesson, ladder)) + 1);
	const stops = rungs.slice(Math.max(0, to - CIRCUIT), to).map((rung) => ({ ladder: ladder.id, rung }));
	return { stops, at: 0, each: CIRCUIT, of: "tries" };
}

/** From the bottom quickly up to the peg; null where the peg is at the bottom. */
export function quickUp(lesson: Pick<LessonView, "moves">, ladder: PackLadder): RoundPlace | null {
	const rungs = openRungs(ladder);
	const below = rungs.slice(0, Math.max(0, rungs.indexOf(pegIn(lesson, ladder)))).slice(-12);
	return below.length === 0
		? null
		: { stops: below.map((rung) => ({ ladder: ladder.id, rung })), at: 0, each: QUICK_UP, of: "good" };
}
