import jstat from "jstat";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";

/**
 * How many rungs will be passed in the next lessons. Passes add up as c n^g: a pace that may
 * slow down or pick up. g is on a grid with a prior around the coach's own, c has a gamma prior
 * from her ladders; what comes is negative binomial, mixed over g and over a drift that grows
 * with the number of lessons looked ahead.
 */

const GRID = Array.from({ length: 11 }, (_, i) => 0.3 + i / 10);
/** The coach's own growth, and how far one ladder may be from it. */
const PRIOR = { mean: 0.85, sd: 0.3 };
const OWN_SD = 0.1;
/** Bounds of the coefficient of variation of c over ladders: neither all alike nor told by two of them. */
const CV = { low: 0.35, high: 1 };
const DRIFT = 0.1;
/**
 * For a ladder's own pace a lesson counts this share of the one after it: all alike, or the last few most.
 * Which of the two holds for this coach is weighed by how well each foretold, lesson by lesson, what came.
 * Chosen, like the priors, by `npm run truth`.
 */
const FADINGS = [1, 0.8];
/** Lessons on a ladder before its own pace is enough, and other ladders of that length that stand in for it. */
const LEAST_LESSONS = 5;
const LEAST_LADDERS = 3;
/** The least that is looked ahead; further, as far as was looked back. */
const LEAST_AHEAD = 8;
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

interface Gamma {
	shape: number;
	rate: number;
}

/** Shape and rate of c at one g, by moments over ladders: passes of each lesson, a list a ladder. */
function priorOf(ladders: readonly (readonly number[])[], g: number): Gamma {
	const paces = ladders.filter((one) => one.length > 0).map((passes) => (sum(passes) + 0.5) / passes.length ** g);
	if (paces.length === 0) return { shape: 1 / CV.high ** 2, rate: 1 / CV.high ** 2 / 0.4 };
	const mean = sum(paces) / paces.length;
	const spread = paces.length > 1 ? Math.sqrt(sum(paces.map((one) => (one - mean) ** 2)) / (paces.length - 1)) : mean;
	const cv = Math.min(CV.high, Math.max(CV.low, spread / mean));
	const shape = 1 / cv ** 2;
	return { shape, rate: shape / mean };
}

/** Log likelihood of a ladder's passes at one g, c integrated out; what does not depend on g left out. */
function logLikelihood(passes: readonly number[], g: number, { shape, rate }: Gamma): number {
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

/** The gamma of c before each lesson of a ladder and after the last, older lessons faded. */
function seenBy(passes: readonly number[], g: number, { shape, rate }: Gamma, fading: number): Gamma[] {
	let [known, exposure] = [0, 0];
	return [
		{ shape, rate },
		...passes.map((count, n) => {
			known = known * fading + count;
			exposure = exposure * fading + (n + 1) ** g - n ** g;
			return { shape: shape + known, rate: rate + exposure };
		}),
	];
}

/** Log chance of a ladder's passes, each lesson foretold from those before it. */
function foretold(passes: readonly number[], g: number, prior: Gamma, fading: number): number {
	const before = seenBy(passes, g, prior, fading);
	return sum(
		passes.map((count, n) => {
			const { shape, rate } = before[n] as Gamma;
			const exposure = (n + 1) ** g - n ** g;
			return (
				gammaln(shape + count) -
				gammaln(shape) -
				gammaln(count + 1) +
				shape * Math.log(rate / (rate + exposure)) +
				count * Math.log(exposure / (rate + exposure))
			);
		}),
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

/** How many lessons ahead can be told of, after so many were held. */
export const lessonsAhead = (held: number): number => Math.max(held, LEAST_AHEAD);

/** A fitted pace: how passes add up on one ladder. */
export interface Pace {
	/** Lessons held on the ladder, and whether they are enough for a pace of its own. */
	held: number;
	own: boolean;
	/** One for each growth g and fading: its chance, and the gamma of c given what was passed. */
	fits: { g: number; weight: number; shape: number; rate: number }[];
}

/**
 * The pace on a ladder, from its own passes and those of the coach's other ladders.
 *
 * @param passes of each lesson so far, oldest first; may be empty
 * @param others the same of the coach's other ladders
 * @returns refused with fewer than five lessons and fewer than three other ladders of five
 */
export function fitPace(passes: readonly number[], others: readonly (readonly number[])[] = []): Outcome<Pace> {
	const held = passes.length;
	const own = held >= LEAST_LESSONS;
	if (!own && others.filter((one) => one.length >= LEAST_LESSONS).length < LEAST_LADDERS)
		return refuse(
			"lessons",
			`${held === 0 ? "No lessons" : plural(held, "lesson")} on this ladder so far. A forecast needs 5, or 3 other ladders with 5 lessons each.`,
		);
	const all = own ? [passes, ...others] : others;
	const growth = pooledGrowth(all);
	const priors = GRID.map((g) => priorOf(all, g));
	const weights = shares(
		GRID.map((g, i) => normalLog(g, growth, OWN_SD) + logLikelihood(passes, g, priors[i] as Gamma)),
	);
	const prior = priorOf(all, growth);
	const fadings = shares(FADINGS.map((fading) => sum(all.map((one) => foretold(one, growth, prior, fading)))));
	return {
		ok: true,
		value: {
			held,
			own,
			fits: FADINGS.flatMap((fading, f) =>
				GRID.map((g, i) => ({
					g,
					weight: (fadings[f] as number) * (weights[i] as number),
					...(seenBy(passes, g, priors[i] as Gamma, fading)[held] as Gamma),
				})),
			),
		},
	};
}

/** What comes in the next lessons at a pace; refused further ahead than can be told of. */
export function passesAhead({ held, fits }: Pace, ahead: number): Outcome<Forecast> {
	if (ahead > lessonsAhead(held))
		return refuse("ahead", `Forecasts end at ${lessonsAhead(held)} lessons ahead: this ladder has had ${held} so far.`);
	const sd = DRIFT * Math.sqrt(ahead);
	const chances = Array.from({ length: MOST_A_LESSON * ahead + 1 }, () => 0);
	for (const { g, weight: own, shape, rate } of fits) {
		const exposure = (held + ahead) ** g - held ** g;
		for (const [z, weight] of NODES) {
			// Mean one, whatever the drift.
			const drift = Math.exp(sd * z - (sd * sd) / 2);
			addNegativeBinomial(chances, own * weight, shape, rate, exposure * drift);
		}
	}
	return { ok: true, value: read(chances, ahead) };
}

/**
 * Rungs passed in the next lessons.
 *
 * @param passes of each lesson so far, oldest first
 * @param others the same of the coach's other ladders
 * @returns refused where there is no pace, and further ahead than can be told of
 */
export function forecast(
	passes: readonly number[],
	ahead: number,
	others: readonly (readonly number[])[] = [],
): Outcome<Forecast> {
	const pace = fitPace(passes, others);
	return pace.ok ? passesAhead(pace.value, ahead) : pace;
}

/** Lessons until so many rungs are passed; null where that lies beyond what can be told of. */
export interface ToTop {
	/** The fewest that are enough one time in two, and those enough one and nine times in ten. */
	likely: number | null;
	low: number | null;
	high: number | null;
	/** Lessons ahead that can be told of. */
	horizon: number;
}

/** The forecast turned round: the fewest lessons with this chance of so many passes. */
export function lessonsToTop(pace: Pace, rungs: number): ToTop {
	const horizon = lessonsAhead(pace.held);
	const chances = Array.from({ length: horizon }, (_, i) => chanceBy(pace, rungs, i + 1) ?? 0);
	const fewest = (share: number) => {
		if (rungs <= 0) return 0;
		const at = chances.findIndex((chance) => chance >= share);
		return at < 0 ? null : at + 1;
	};
	return { likely: fewest(0.5), low: fewest(0.1), high: fewest(0.9), horizon };
}

/** The chance that so many rungs are passed in so many lessons; null further ahead than can be told of. */
export function chanceBy(pace: Pace, rungs: number, lessons: number): number | null {
	if (rungs <= 0) return 1;
	if (lessons <= 0) return 0;
	const told = passesAhead(pace, lessons);
	return told.ok ? (told.value.atLeast[rungs] ?? 0) : null;
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
