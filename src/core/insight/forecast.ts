import jstat from "jstat";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";

/**
 * How many rungs will be passed in the next lessons. Passes add up as c n^g: a pace that may
 * slow down or pick up. g is on a grid with a prior around the coach's own, c has a gamma prior
 * from her ladders; what comes is negative binomial, mixed over g and over a drift that grows
 * with the number of lessons looked ahead.
 */

const GRID = Array.from({ length: 11 }, (_, i) => 0.3 + i / 10);
const PRIOR = { mean: 0.85, sd: 0.2 };
/** Bounds of the coefficient of variation of c over ladders: neither all alike nor told by two of them. */
const CV = { low: 0.25, high: 1 };
const DRIFT = 0.1;
const LEAST_LESSONS = 5;
/** Gauss-Hermite nodes and weights for a standard normal, seven of them (Abramowitz and Stegun 25.10). */
const NODES: readonly [number, number][] = (
	[
		[0, 0.810264617556807],
		[0.816287882858965, 0.425607252610128],
		[1.673551628767471, 0.054515582819127],
		[2.651961356835233, 0.0009717812451],
	] as const
).flatMap(([x, w]): [number, number][] => {
	const node = x * Math.SQRT2;
	const weight = w / Math.sqrt(Math.PI);
	return x === 0
		? [[0, weight]]
		: [
				[-node, weight],
				[node, weight],
			];
});

const gammaln = (x: number): number => jstat.jStat.gammaln(x);

/** Shape and rate of c at one g, by moments over ladders: passes of each lesson, a list a ladder. */
function priorOf(ladders: readonly (readonly number[])[], g: number): { shape: number; rate: number } {
	const paces = ladders.filter((one) => one.length > 0).map((passes) => (sum(passes) + 0.5) / passes.length ** g);
	if (paces.length === 0) return { shape: 1 / CV.high ** 2, rate: 1 / CV.high ** 2 / 0.4 };
	const mean = sum(paces) / paces.length;
	const spread = paces.length > 1 ? Math.sqrt(sum(paces.map((one) => (one - mean) ** 2)) / (paces.length - 1)) : mean;
	const cv = Math.min(CV.high, Math.max(CV.low, spread / mean));
	const shape = 1 / cv ** 2;
	return { shape, rate: shape / mean };
}

/** Log likelihood of a ladder's passes at one g, c integrated out; what does not depend on g left out. */
function logLikelihood(passes: readonly number[], g: number, { shape, rate }: { shape: number; rate: number }): number {
	const n = sum(passes);
	const spread = sum(passes.map((x, i) => (x === 0 ? 0 : x * Math.log((i + 1) ** g - i ** g))));
	return (
		gammaln(shape + n) -
		gammaln(shape) +
		shape * Math.log(rate) -
		(shape + n) * Math.log(rate + passes.length ** g) +
		spread
	);
}

const normalLog = (x: number, mean: number, sd: number): number => -((x - mean) ** 2) / (2 * sd * sd);

function shares(logs: readonly number[]): number[] {
	const top = Math.max(...logs);
	const all = logs.map((one) => Math.exp(one - top));
	const total = sum(all);
	return all.map((one) => one / total);
}

/** The coach's own g: of all her ladders together. */
function pooledGrowth(ladders: readonly (readonly number[])[]): number {
	const weights = shares(
		GRID.map((g) => {
			const prior = priorOf(ladders, g);
			return normalLog(g, PRIOR.mean, PRIOR.sd) + sum(ladders.map((passes) => logLikelihood(passes, g, prior)));
		}),
	);
	return sum(weights.map((weight, i) => weight * (GRID[i] as number)));
}

export interface Forecast {
	lessons: number;
	/** Ends of what comes 8 times in 10, and the middle. */
	low: number;
	middle: number;
	high: number;
	/** Chance of at least so many, from 0. */
	atLeast: number[];
}

/** As many as anybody passes in so many lessons. */
const MOST_A_LESSON = 6;

/**
 * Rungs passed in the next lessons.
 *
 * @param passes of each lesson so far, oldest first
 * @param others the same of the coach's other ladders
 * @returns refused with fewer than five lessons, and further ahead than lessons were held
 */
export function forecast(
	passes: readonly number[],
	ahead: number,
	others: readonly (readonly number[])[] = [],
): Outcome<Forecast> {
	const n = passes.length;
	if (n < LEAST_LESSONS)
		return refuse("lessons", `${n} ${n === 1 ? "lesson says" : "lessons say"} nothing of what comes; five do.`);
	if (ahead > n) return refuse("ahead", `${ahead} lessons ahead are more than the ${n} that were held.`);
	const all = [passes, ...others];
	const growth = pooledGrowth(all);
	const known = sum(passes);
	const priors = GRID.map((g) => priorOf(all, g));
	const weights = shares(
		GRID.map(
			(g, i) => normalLog(g, growth, PRIOR.sd) + logLikelihood(passes, g, priors[i] as { shape: number; rate: number }),
		),
	);
	const sd = DRIFT * Math.sqrt(ahead);
	const chances = Array.from({ length: MOST_A_LESSON * ahead + 1 }, () => 0);
	GRID.forEach((g, i) => {
		const { shape, rate } = priors[i] as { shape: number; rate: number };
		const exposure = (n + ahead) ** g - n ** g;
		for (const [z, weight] of NODES) {
			// Mean one, whatever the drift.
			const drift = Math.exp(sd * z - (sd * sd) / 2);
			addNegativeBinomial(chances, (weights[i] as number) * weight, shape + known, rate + n ** g, exposure * drift);
		}
	});
	return { ok: true, value: read(chances, ahead) };
}

/** Adds the chances of a Poisson count over an exposure, whose rate is gamma, to a list. */
function addNegativeBinomial(chances: number[], share: number, shape: number, rate: number, exposure: number): void {
	const q = exposure / (rate + exposure);
	let chance = share * (1 - q) ** shape;
	chances.forEach((_, k) => {
		chances[k] = (chances[k] as number) + chance;
		chance *= (q * (shape + k)) / (k + 1);
	});
}

function read(chances: readonly number[], lessons: number): Forecast {
	let below = 0;
	const atLeast = chances.map((chance) => {
		const here = Math.max(0, 1 - below);
		below += chance;
		return here;
	});
	const quantile = (share: number): number => {
		const at = atLeast.findIndex((_, k) => 1 - (atLeast[k + 1] ?? 0) >= share);
		return at < 0 ? chances.length - 1 : at;
	};
	return { lessons, low: quantile(0.1), middle: quantile(0.5), high: quantile(0.9), atLeast };
}

/** How past forecasts fared: of every ladder and every lesson from which one could be made. */
export function pastForecasts(ladders: readonly (readonly number[])[], ahead: number): { made: number; held: number } {
	const score = { made: 0, held: 0 };
	ladders.forEach((passes, which) => {
		const others = ladders.filter((_, i) => i !== which);
		for (let n = Math.max(LEAST_LESSONS, ahead); n + ahead <= passes.length; n += ahead) {
			// What was known then: the others' first lessons as well.
			const made = forecast(
				passes.slice(0, n),
				ahead,
				others.map((one) => one.slice(0, n)),
			);
			if (!made.ok) continue;
			const came = sum(passes.slice(n, n + ahead));
			score.made += 1;
			if (came >= made.value.low && came <= made.value.high) score.held += 1;
		}
	});
	return score;
}
