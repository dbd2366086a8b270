import { evened, type Given, type Share, shareOut } from "./shareOut";

/** Warm-up, talk and wrap-up take their share of a lesson before any ladder does, in minutes. */
export const AROUND = 12;
const STEP = 5;
/** Ladders a lesson works on. */
export const MOST_LADDERS = 2;

/** A ladder that lessons are shared out to; `twin` is the mirror ladder's id. */
export interface SharedLadder extends Share {
	pegIndex: number;
	twin: string | null;
}

/** Which lessons work on which ladder, and for how many minutes: a list a lesson, empty where nothing has a weight. */
export function shareLessons(ladders: readonly SharedLadder[], lessons: readonly { minutes: number }[]): Given[][] {
	const pairs = ladders.flatMap(({ id, twin, pegIndex }) => {
		const other = ladders.find((one) => one.id === twin);
		return other && other.pegIndex > pegIndex ? [{ behind: id, rungs: other.pegIndex - pegIndex }] : [];
	});
	return shareOut(
		evened(ladders, pairs),
		lessons.map(({ minutes }) => Math.max(STEP, minutes - AROUND)),
		MOST_LADDERS,
		STEP,
	);
}

/** Days of the lessons that work on a ladder, oldest first. */
export const daysOn = (ladder: string, given: readonly Given[][], lessons: readonly { day: string }[]): string[] =>
	lessons.flatMap(({ day }, i) => (given[i]?.some(({ id }) => id === ladder) ? [day] : []));
