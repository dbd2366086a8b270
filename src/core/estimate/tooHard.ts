import { chanceAtLeast } from "./chanceAtLeast";

/** Lower edge of the band in which a working rung is wanted. */
export const BAND_LOW = 0.6;
/** And the upper one: above it a rung bores. */
export const BAND_HIGH = 0.85;
const LEAST_TRIES = 8;
const UNLIKELY = 0.05;

/**
 * The chance, from a uniform prior, that the true rate reaches the lower edge of the
 * working band, when that is too unlikely to go on: under 5 % after eight tries or
 * more. Null otherwise. The advice in a lesson and the analysis of a rule ask here.
 */
export function tooHardChance(good: number, tries: number, bandLow: number): number | null {
	if (tries < LEAST_TRIES) return null;
	const chance = chanceAtLeast(1 + good, 1 + tries - good, bandLow);
	return chance < UNLIKELY ? chance : null;
}
