import { effort } from "./effort";
import { energy } from "./energy";
import { gaps } from "./gaps";
import { headStart } from "./headStart";
import { kit } from "./kit";
import { ramp, rampOften } from "./ramp";
import { reactionDistance } from "./reactionDistance";
import { reactionSpeed } from "./reactionSpeed";
import { rhythm } from "./rhythm";
import { startTime } from "./startTime";
import type { Sum } from "./sum";
import { triesFit } from "./triesFit";
import { turns } from "./turns";

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
