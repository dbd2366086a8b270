import { jStat } from "jstat";
import { type Outcome, refuse } from "@/core/words/refuse";

/** A counted try on the rung itself, oldest first. */
export interface PastTry {
	good: boolean;
	/** Whole days before now. */
	daysAgo: number;
}

export interface RateSettings {
	/** A try counts half after so many later ones. */
	halfTries: number;
	/** And half after so many days. */
	halfDays: number;
	/** The rate that is ready. */
	ready: number;
	/** Spread of days as tries: what the next lesson shows varies more than the rate does. */
	dayTries: number;
}

export const rateSettings: RateSettings = { halfTries: 20, halfDays: 45, ready: 0.85, dayTries: 25 };

export interface RateEstimate {
	mean: number;
	/** 80 % interval of today's underlying rate. */
	low: number;
	high: number;
	/** Chance that the underlying rate is at least the ready one. */
	chanceReady: number;
	/** 80 % interval of what the next lesson will show. */
	next: { low: number; high: number };
	/** Tries this is worth after weighting, and as counted. */
	weight: number;
	tries: number;
}

/** Good and off tries, each weighing 2^(-later tries / 20) x 2^(-days / 45). */
export function weighTries(
	past: readonly PastTry[],
	settings: Pick<RateSettings, "halfTries" | "halfDays"> = rateSettings,
): { good: number; off: number } {
	const sum = { good: 0, off: 0 };
	past.forEach(({ good, daysAgo }, i) => {
		const weight = 2 ** (-(past.length - 1 - i) / settings.halfTries) * 2 ** (-daysAgo / settings.halfDays);
		sum[good ? "good" : "off"] += weight;
	});
	return sum;
}

/**
 * The rate on a rung as a Beta posterior from a uniform prior, recent tries weighing
 * more: weight 2^(-later tries / 20) x 2^(-days / 45). For the next lesson the sample
 * size n = a + b becomes 1 / (1/n + 1/25): days vary, however much was counted.
 */
export function estimateRate(past: readonly PastTry[], settings: RateSettings = rateSettings): Outcome<RateEstimate> {
	if (past.some(({ daysAgo }) => !(daysAgo >= 0 && Number.isFinite(daysAgo))))
		return refuse("daysAgo", "Days ago must be 0 or more for every try.");
	if (!(settings.ready > 0 && settings.ready < 1))
		return refuse("ready", `Ready is ${settings.ready}; a rate between 0 and 1 is needed.`);
	const { good, off } = weighTries(past, settings);
	const [a, b] = [1 + good, 1 + off];
	const mean = a / (a + b);
	const n = 1 / (1 / (a + b) + 1 / settings.dayTries);
	const interval = (x: number, y: number) => ({ low: jStat.beta.inv(0.1, x, y), high: jStat.beta.inv(0.9, x, y) });
	return {
		ok: true,
		value: {
			mean,
			...interval(a, b),
			chanceReady: 1 - jStat.beta.cdf(settings.ready, a, b),
			next: interval(mean * n, (1 - mean) * n),
			weight: good + off,
			tries: past.length,
		},
	};
}
