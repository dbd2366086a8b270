import { heightsOf, type Notched, type Prediction, predict } from "@/core/build/predict";
import type { Band } from "@/core/coach/coach";
import type { Difficulty } from "@/core/difficulty/difficulty";
import { weighTries } from "@/core/estimate/rate";
import type { Rung } from "@/core/ladder/ladder";
import { type Leaving, pastTries } from "@/core/ladder/pastTries";
import type { Hole } from "@/core/ladder/rail";

export type Notches = Rung["settings"]["notches"];

/** What is to be expected on each rung, from all that were tried; null where the rungs share no difficulty. */
export function expectedOn(
	rungs: readonly Notched[],
	holes: readonly Hole[],
	day: string,
	difficulties: readonly Difficulty[],
	leaving: Leaving,
): Prediction[] | null {
	const heights = heightsOf(rungs, difficulties);
	if (!heights) return null;
	const counted = rungs.flatMap(({ id }, i) => {
		const tries = pastTries(holes.find((hole) => hole.rung === id) ?? null, day, leaving);
		return tries.length > 0 ? [{ height: heights[i] as number, ...weighTries(tries) }] : [];
	});
	return predict(counted, heights);
}

/** Where a rate lies against the band that most coaches want a working rung in. */
export const bandWords = (rate: number, { low, high }: Band): string =>
	rate < low ? "below the working range" : rate > high ? "above the working range" : "in the working range";
