import type { Prediction } from "@/core/build/predict";
import type { Coach } from "@/core/coach/coach";
import { estimateRate } from "@/core/estimate/rate";
import { pastTries } from "@/core/ladder/pastTries";
import { expectedOn } from "@/screens/ladders/expected";
import type { SeasonLadder } from "@/server/readSeason";

/** Fewer tries say less than the band does. */
const ENOUGH = 8;

/** Rates to be expected on each rung: by the notches; without them, the student's own where tried, from the band's lower end up, and the working band where not. */
export function ratesOn(
	{ rungs, holes, difficulties }: Pick<SeasonLadder, "rungs" | "holes" | "difficulties">,
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
