import type { Split } from "./chances";

/** What is asked of a rule: whom it should let through, whom not, and how often it may err. */
export interface Ask {
	/** The rate that is not ready. */
	notReady: number;
	/** The rate that is ready. */
	ready: number;
	/** Accepted chance that the one not ready passes. */
	riskPass: number;
	/** Accepted chance that the one ready is held back. */
	riskHold: number;
	/** Tries allowed in a lesson. */
	limit: number;
	/** How tries come out on the rung it is for; hit or miss where nothing is said. */
	split?: Split;
}

export interface Yardstick {
	ready: number;
	notReady: number;
	mean: number;
}

/** Log likelihood ratio of a good and of an off try between the two rates. */
export const evidence = ({ ready, notReady }: Pick<Ask, "ready" | "notReady">) => ({
	good: Math.log(ready / notReady),
	off: Math.log((1 - ready) / (1 - notReady)),
});

/**
 * Expected attempts of Wald's sequential probability ratio test at the two rates,
 * overshoot neglected: no rule that keeps both risks can average much less
 * (A. Wald, Sequential Analysis, 1947).
 */
export function wald(ask: Ask): Yardstick {
	const { good, off } = evidence(ask);
	const upper = Math.log((1 - ask.riskHold) / ask.riskPass);
	const lower = Math.log(ask.riskHold / (1 - ask.riskPass));
	const drift = (rate: number) => rate * good + (1 - rate) * off;
	const ready = ((1 - ask.riskHold) * upper + ask.riskHold * lower) / drift(ask.ready);
	const notReady = (ask.riskPass * upper + (1 - ask.riskPass) * lower) / drift(ask.notReady);
	return { ready, notReady, mean: (ready + notReady) / 2 };
}
