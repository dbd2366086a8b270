import { Z95 } from "@/core/statistics/normal";

/** What two people saw of one position, try by try: on or off. */
export interface BothSaw {
	one: boolean;
	other: boolean;
}

export interface Agreement {
	/** Share of tries on which both saw the same. */
	share: number;
	/** Cohen's kappa: what is left of it beyond chance; null where both always saw the same one thing. */
	kappa: number | null;
	low: number | null;
	high: number | null;
	tries: number;
}

/** Under it the tell wants sharper words. */
export const SHARP = 0.6;

/**
 * Whether two people see the same (Cohen, 1960); the interval by the large-sample standard error
 * of kappa, 95 %. Null without a try.
 */
export function agreement(seen: readonly BothSaw[]): Agreement | null {
	const n = seen.length;
	if (n === 0) return null;
	const share = seen.filter(({ one, other }) => one === other).length / n;
	const one = seen.filter((both) => both.one).length / n;
	const other = seen.filter((both) => both.other).length / n;
	const chance = one * other + (1 - one) * (1 - other);
	if (chance === 1) return { share, kappa: null, low: null, high: null, tries: n };
	const kappa = (share - chance) / (1 - chance);
	const error = Math.sqrt((share * (1 - share)) / n) / (1 - chance);
	return { share, kappa, low: Math.max(-1, kappa - Z95 * error), high: Math.min(1, kappa + Z95 * error), tries: n };
}
