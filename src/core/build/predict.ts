import { climb, type Difficulty } from "@/core/difficulty/difficulty";
import type { Rung } from "@/core/ladder/ladder";
import { logistic, sum } from "@/core/statistics/sums";

/** A rung as far as its notches go. */
export interface Notched {
	id: string;
	settings: Pick<Rung["settings"], "notches">;
}

/** What was counted on one rung, recent tries weighing more. */
export interface Counted {
	/** Summed weight of the rung's notches above the easiest. */
	height: number;
	good: number;
	off: number;
}

export interface Prediction {
	rate: number;
	/** 80 % interval. */
	low: number;
	high: number;
}

/** Before anything is counted: about 8.5 in 10 at the bottom, a quarter of a logit less for each usual notch. */
const PRIOR = { at: 1.7, atSpread: 1.2, fall: 0.25, fallSpread: 0.2 };
/** Half width of an 80 % normal interval, in standard deviations. */
const EIGHTY = 1.2816;
const STEPS = 40;

/**
 * Rates to be expected on rungs of given heights: the logit of the rate falls linearly
 * in the summed weight of the notches. Fitted to the rungs tried by penalised maximum
 * likelihood (Newton's method) under a normal prior on both coefficients, a ridge; the
 * interval comes from the inverse of the negative Hessian at the fit (Laplace's
 * approximation).
 *
 * @throws RangeError for counts below nought
 */
export function predict(counted: readonly Counted[], heights: readonly number[]): Prediction[] {
	if (counted.some(({ good, off }) => !(good >= 0 && off >= 0)))
		throw new RangeError("predict: counts must be 0 or more");
	let [at, fall] = [PRIOR.at, PRIOR.fall];
	let covariance = hessian(counted, at, fall);
	for (let step = 0; step < STEPS; step++) {
		let [byAt, byFall] = [(PRIOR.at - at) / PRIOR.atSpread ** 2, (PRIOR.fall - fall) / PRIOR.fallSpread ** 2];
		for (const { height, good, off } of counted) {
			const missed = good - (good + off) * logistic(at - fall * height);
			byAt += missed;
			byFall -= missed * height;
		}
		covariance = hessian(counted, at, fall);
		const [moveAt, moveFall] = [
			covariance.atAt * byAt + covariance.atFall * byFall,
			covariance.atFall * byAt + covariance.fallFall * byFall,
		];
		at += moveAt;
		fall += moveFall;
		if (Math.abs(moveAt) + Math.abs(moveFall) < 1e-10) break;
	}
	const { atAt, atFall, fallFall } = covariance;
	return heights.map((height) => {
		const logit = at - fall * height;
		const spread = EIGHTY * Math.sqrt(Math.max(0, atAt - 2 * height * atFall + height ** 2 * fallFall));
		return { rate: logistic(logit), low: logistic(logit - spread), high: logistic(logit + spread) };
	});
}

/** Inverse of the negative Hessian of the log posterior. */
function hessian(counted: readonly Counted[], at: number, fall: number) {
	let [a, b, c] = [1 / PRIOR.atSpread ** 2, 0, 1 / PRIOR.fallSpread ** 2];
	for (const { height, good, off } of counted) {
		const p = logistic(at - fall * height);
		const weight = (good + off) * p * (1 - p);
		a += weight;
		b -= weight * height;
		c += weight * height ** 2;
	}
	const determinant = a * c - b * b;
	return { atAt: c / determinant, atFall: -b / determinant, fallFall: a / determinant };
}

/**
 * How high each rung is: the summed weight of its notches above the easiest, over the
 * difficulties that every rung sets. Null where there is none.
 */
export function heightsOf(
	rungs: readonly Pick<Notched, "settings">[],
	difficulties: readonly Difficulty[],
): number[] | null {
	const shared = difficulties.filter(({ id }) => rungs.every((rung) => id in rung.settings.notches));
	if (rungs.length === 0 || shared.length === 0) return null;
	return rungs.map(({ settings }) => sum(shared, (one) => climb(one, 0, settings.notches[one.id] as number)));
}
