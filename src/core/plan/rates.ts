import type { Prediction } from "@/core/build/predict";
import type { Coach } from "@/core/coach/coach";
import type { Difficulty } from "@/core/difficulty/difficulty";
import { estimateRate } from "@/core/estimate/rate";
import type { Ladder } from "@/core/ladder/ladder";
import { pastTries } from "@/core/ladder/pastTries";
import type { Hole } from "@/core/ladder/rail";
import { expectedOn } from "./expected";

/** Fewer tries say less than the band does. */
const ENOUGH = 8;

/** Rates to be expected on each rung: by the notches; without them, the student's own where tried, from the band's lower end up, and the working band where not. */
export function ratesOn(
	{
		rungs,
		holes,
		difficulties,
	}: {
		rungs: Ladder["rungs"];
		holes: readonly Hole[];
		difficulties?: readonly Difficulty[] | undefined;
	},
	coach: Coach,
	day: string,
): Pick<Prediction, "low" | "rate" | "high">[] {
	const expected = expectedOn(rungs, holes, day, difficulties ?? coach.difficulties, coach);
	if (expected) return expected;
	const { low, high } = coach.band;
	return rungs.map((_, i) => {
		const tries = pastTries(holes[i] ?? null, day, coach);
		const own = tries.length >= ENOUGH ? estimateRate(tries) : null;
		const atLeast = (rate: number) => Math.max(low, rate);
		return own?.ok
			? { low: atLeast(own.value.low), rate: atLeast(own.value.mean), high: atLeast(own.value.high) }
			: { low, rate: (low + high) / 2, high };
	});
}
