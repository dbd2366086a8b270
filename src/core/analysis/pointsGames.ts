import type { Rule } from "@/core/rules";
import { sum } from "@/core/statistics/sums";
import { plainSplit } from "./chances";
import { type Ask, evidence } from "./wald";
import { type Game, walk } from "./walk";

export const MOST_GOOD = 5;

export const MOST_OFF = 15;

const SIMPLE_WEIGHT = 3;

const SIMPLE_MOST = 40;

/** A bust further down than this is never reached before the limit by those who matter. */
const DEEPEST = 60;

/** A game in the codes of the rung: what can be good earns, everything else costs. */
export function asRule({ good, off, target, bust }: Game, { split = plainSplit }: Pick<Ask, "split">): Rule {
	const weights = Object.fromEntries([
		...split.off.map(({ attempt }) => [attempt.result, -off] as const),
		...split.good.map(({ attempt }) => [attempt.result, good] as const),
	]);
	return { kind: "points", weights, target, ...(bust === null ? { floor: 0 } : { bust }) } as Rule;
}

/** Share of the tries that were not good and whose code can be good as well: a points game takes nothing off for them. */
export function idleShare({ split = plainSplit }: Pick<Ask, "split">): number {
	const good = new Set(split.good.map(({ attempt }) => attempt.result));
	return sum(split.off, ({ attempt, share }) => (good.has(attempt.result) ? share : 0));
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

export interface Candidate {
	game: Game;
	mean: number;
}

/** Pairs of weights without a common factor. */
function weightPairs(mostGood: number, mostOff: number): [good: number, off: number][] {
	const pairs: [number, number][] = [];
	for (let good = 1; good <= mostGood; good++)
		for (let off = 1; off <= mostOff; off++) if (gcd(good, off) === 1) pairs.push([good, off]);
	return pairs;
}

/** How far a pair of weights is from the ratio of the evidence. */
function distance(ask: Ask): (pair: readonly [number, number]) => number {
	const { good: forGood, off: forOff } = evidence(ask);
	const ratio = -forOff / forGood;
	return ([good, off]) => Math.abs(Math.log(off / good / ratio));
}

/** The least number from `low` to `high` that passes, where all above one that does pass as well. */
function least(low: number, high: number, passes: (n: number) => boolean): number {
	let [from, to] = [low, high];
	while (from < to) {
		const middle = (from + to) >> 1;
		if (passes(middle)) to = middle;
		else from = middle + 1;
	}
	return from;
}

/** Of one pair of weights, each bust (0 for the floor) with its least target, where both risks are kept. */
function* gamesOf(ask: Ask, [good, off]: readonly [number, number], idle: number): Generator<Candidate> {
	const highest = good * ask.limit;
	const deepest = Math.min(off * ask.limit, DEEPEST);
	const game = (target: number, bust: number): Game => ({
		good,
		off,
		target,
		bust: bust === 0 ? null : bust,
		...(idle > 0 ? { idle } : {}),
	});
	const notReady = (target: number, bust: number) => walk(game(target, bust), ask.notReady, ask.limit);
	let lowest = 1;
	for (let bust = 0; bust <= deepest; bust++) {
		const keepsOut = (target: number) => notReady(target, bust).pass <= ask.riskPass;
		if (!keepsOut(highest)) continue;
		// The floor stands by itself: it lets more pass than any bust.
		const target = least(bust === 0 ? 1 : lowest, highest, keepsOut);
		if (bust > 0) lowest = target;
		const ready = walk(game(target, bust), ask.ready, ask.limit);
		if (ready.pass < 1 - ask.riskHold) continue;
		yield { game: game(target, bust), mean: (ready.attempts + notReady(target, bust).attempts) / 2 };
	}
}

/**
 * Points games that keep both risks: every pair of weights, every bust (and the floor).
 * For each the least target that keeps the first risk is found by halving: a higher target
 * passes fewer of both, and costs more. A lower bust lets more pass, so its least target is
 * never lower than that of the bust before it. Near the limit the best weights are far from
 * the ratio of the evidence, so none are left out; those nearest to it come first. Yields
 * after each pair how far it is.
 */
export function* games(
	ask: Ask,
	mostGood: number,
	mostOff: number,
	enough = Number.POSITIVE_INFINITY,
): Generator<{ done: number; best: Candidate | undefined }, Candidate[]> {
	const away = distance(ask);
	const pairs = weightPairs(mostGood, mostOff).sort((a, b) => away(a) - away(b));
	const idle = idleShare(ask);
	const kept: Candidate[] = [];
	for (const [done, pair] of pairs.entries()) {
		for (const candidate of gamesOf(ask, pair, idle)) {
			kept.push(candidate);
			if (kept.length >= enough) return kept;
		}
		yield { done: (done + 1) / pairs.length, best: kept[0] };
	}
	return kept.sort((a, b) => a.mean - b.mean);
}

/** Numbers one can keep in the head: to ten, or by fives. */
const isRound = (n: number) => n <= 10 || n % 5 === 0;

/** Round targets and busts to this. */
const roundNumbers = Array.from({ length: SIMPLE_MOST + 1 }, (_, n) => n).filter(isRound);

/** Games with weights to three and round numbers that keep both risks, the cheapest first. */
export function simpleGames(ask: Ask): Candidate[] {
	const idle = idleShare(ask);
	const kept: Candidate[] = [];
	for (const [good, off] of weightPairs(SIMPLE_WEIGHT, SIMPLE_WEIGHT))
		for (const bust of roundNumbers)
			for (const target of roundNumbers.slice(1)) {
				const game = { good, off, target, bust: bust === 0 ? null : bust, ...(idle > 0 ? { idle } : {}) };
				const low = walk(game, ask.notReady, ask.limit);
				if (low.pass > ask.riskPass) continue;
				const high = walk(game, ask.ready, ask.limit);
				// A higher target only passes fewer.
				if (high.pass < 1 - ask.riskHold) break;
				kept.push({ game, mean: (low.attempts + high.attempts) / 2 });
			}
	return kept.sort((a, b) => a.mean - b.mean);
}
