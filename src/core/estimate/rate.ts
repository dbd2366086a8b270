import { jStat } from "jstat";
import { type Outcome, refuse } from "@/core/refusals/refusals";

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
}

export const rateSettings: RateSettings = { halfTries: 20, halfDays: 45, ready: 0.85 };

export interface RateEstimate {
	mean: number;
	/** 80 % interval of today's underlying rate. */
	low: number;
	high: number;
	/** Chance that the underlying rate is at least the ready one. */
	chanceReady: number;
	/** The last tries and those before them disagree: the rate is changing, and any one number is behind. */
	trend: { way: "rising" | "falling"; good: number; of: number } | null;
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
 * more: weight 2^(-later tries / 20) x 2^(-days / 45).
 */
export function estimateRate(past: readonly PastTry[], settings: RateSettings = rateSettings): Outcome<RateEstimate> {
	if (past.some(({ daysAgo }) => !(daysAgo >= 0 && Number.isFinite(daysAgo))))
		return refuse("daysAgo", "Days ago must be 0 or more for every try.");
	if (!(settings.ready > 0 && settings.ready < 1))
		return refuse("ready", `Ready: enter a rate between 0 and 1, not ${settings.ready}.`);
	const { good, off } = weighTries(past, settings);
	const [a, b] = [1 + good, 1 + off];
	const mean = a / (a + b);
	return {
		ok: true,
		value: {
			mean,
			low: jStat.beta.inv(0.1, a, b),
			high: jStat.beta.inv(0.9, a, b),
			chanceReady: 1 - jStat.beta.cdf(settings.ready, a, b),
			trend: trendOf(past, settings),
			weight: good + off,
			tries: past.length,
		},
	};
}

const LAST = 10;
/** One in ten steady students is told so by chance, half of them either way. */
const APART = 1.5;

/**
 * Whether the last ten tries and those before them, weighed, are apart by more than 1.5
 * standard deviations of their difference: within a steep rise the interval above holds
 * the true rate less than half of the time, and is not shown as if it did.
 */
function trendOf(past: readonly PastTry[], settings: RateSettings): RateEstimate["trend"] {
	if (past.length < 2 * LAST) return null;
	const before = weighTries(past.slice(0, -LAST), settings);
	const good = past.slice(-LAST).filter((one) => one.good).length;
	const moments = (a: number, b: number) => ({ mean: a / (a + b), variance: (a * b) / ((a + b) ** 2 * (a + b + 1)) });
	const [then, now] = [moments(1 + before.good, 1 + before.off), moments(1 + good, 1 + LAST - good)];
	const apart = (now.mean - then.mean) / Math.sqrt(then.variance + now.variance);
	if (Math.abs(apart) < APART) return null;
	return { way: apart > 0 ? "rising" : "falling", good, of: LAST };
}
