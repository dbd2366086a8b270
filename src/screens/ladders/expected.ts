import type { Difficulty } from "@/core/build/difficulty";
import { heightsOf, type Notched, type Prediction, predict } from "@/core/build/predict";
import type { Band, Coach } from "@/core/coach/coach";
import { type PastTry, weighTries } from "@/core/estimate/rate";
import type { Rung } from "@/core/ladder/ladder";
import type { Hole } from "@/core/ladder/rail";
import { readMark } from "@/core/log/marks";

/** Past tries on a rung, oldest first, as the estimate takes them; without a partner's, where the coach wants it so. */
export const pastTries = (hole: Hole | null, day: string, { partnersLeftOut = false }: Leaving): PastTry[] =>
	(hole?.recent ?? []).flatMap(({ day: then, marks }) => {
		const daysAgo = Math.max(0, Math.round((Date.parse(day) - Date.parse(then)) / 86_400_000));
		return [...marks]
			.map(readMark)
			.filter(({ byPartner }) => !(byPartner && partnersLeftOut))
			.map(({ good }) => ({ good, daysAgo }));
	});

type Leaving = Pick<Coach, "partnersLeftOut">;

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
	rate < low ? "under the working band" : rate > high ? "above the working band" : "in the working band";
