import type { Hole } from "@/core/ladder/rail";

/** How fast rungs of a ladder were passed so far. */
export interface OwnPace {
	rungs: number;
	lessons: number;
}

/** Fewer say nothing of a pace. */
const FEWEST = 5;

/**
 * Rungs passed and lessons held on a ladder, a lesson a day, from the first on; null under
 * five lessons. Of each rung the days of its latest lessons and of its passes are known.
 */
export function ownPace(holes: readonly Pick<Hole, "metDays" | "recent" | "state">[]): OwnPace | null {
	const days = new Set(holes.flatMap(({ metDays, recent }) => [...metDays, ...recent.map(({ day }) => day)]));
	const rungs = holes.filter(({ state, metDays }) => metDays.length > 0 && state !== "open").length;
	return days.size < FEWEST ? null : { rungs, lessons: days.size };
}
