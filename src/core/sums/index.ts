import { effort, ramp, rampOften, rhythm, triesFit } from "./pace";
import { energy, reactionDistance, reactionSpeed, startTime } from "./reaction";
import type { Sum } from "./sum";
import { gaps, headStart, kit, turns } from "./together";

/** What is worked out on the back of a hand, in the order in which it is asked for most. */
export const sums: readonly Sum[] = [
	reactionSpeed,
	reactionDistance,
	startTime,
	rhythm,
	triesFit,
	ramp,
	rampOften,
	effort,
	kit,
	turns,
	gaps,
	headStart,
	energy,
];

export { work } from "./sum";
