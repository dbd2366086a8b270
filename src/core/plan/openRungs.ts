import { hasMust, splitOn } from "@/core/analysis/ways";
import type { Rung } from "@/core/ladder/ladder";
import type { Hole } from "@/core/ladder/rail";
import type { Rule } from "@/core/rules";
import type { OpenRung } from "./cost";

interface Rates {
	low: number;
	rate: number;
	high: number;
}

/**
 * A rung still to be passed as it stands: judged by its own outcomes and gate, with a must that may be off.
 *
 * @param counted how this student's tries came out on it, by way; even shares where too few are known
 */
export const openRung = (
	settings: Rung["settings"],
	positions: Parameters<typeof hasMust>[1],
	counted: Readonly<Record<string, number>> | undefined,
	{ low, rate, high }: Rates,
): OpenRung => ({
	rule: settings.rule as Rule,
	limit: settings.limit,
	low,
	middle: rate,
	high,
	split: splitOn(settings, counted, hasMust(settings, positions)) ?? "hit or miss",
});

/** The rungs of a ladder from one up, each with the rates to be expected on it; one without rates is left out. */
export const openRungs = (
	{
		rungs,
		holes,
		positions,
	}: { rungs: readonly Rung[]; holes: readonly Hole[]; positions: Parameters<typeof hasMust>[1] },
	from: number,
	rates: readonly Rates[],
): OpenRung[] =>
	rungs.slice(from).flatMap(({ id, settings }, i) => {
		const expected = rates[from + i];
		const counted = holes.find(({ rung }) => rung === id)?.ways;
		return expected ? [openRung(settings, positions, counted, expected)] : [];
	});
