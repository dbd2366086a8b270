import type { Rule } from "@/core/rules";
import { type Outcome, type Refusal, refuse } from "@/core/words/refuse";
import { atLeast, MAX_LIMIT } from "./analyse";
import { discover } from "./automaton";
import { plainSplit } from "./chances";
import { passOnce } from "./passes";
import { type Ask, evidence, wald, type Yardstick } from "./wald";
import { type Game, walk } from "./walk";

/** A rule that keeps both risks, with what it does and costs. */
export interface Found {
	rule: Rule;
	passNotReady: number;
	passReady: number;
	attemptsNotReady: number;
	attemptsReady: number;
	/** Expected attempts, mean of the two rates: its price. */
	mean: number;
}

export interface Finding {
	/** Fewest expected attempts first. */
	found: Found[];
	/** The simplest that keeps both risks, how much dearer it is (1.1 is a tenth more), and whether that is close. */
	simplest: { found: Found; price: number; close: boolean } | null;
	yardstick: Yardstick;
	/** What is to be said of each kind that keeps the risks badly or not at all. */
	remarks: string[];
}

const KEEP = 8;
const SIMPLE_WITHIN = 1.3;
const MOST_GOOD = 5;
const MOST_OFF = 15;
const SIMPLE_WEIGHT = 3;
const SIMPLE_MOST = 40;
/** A bust further down than this is never reached before the limit by those who matter. */
const DEEPEST = 60;
/** Windows with more states than this are left out: they cost many times the tries. */
const WINDOW_STATES = 6000;

function refusalsOf(ask: Ask): Refusal[] {
	const said: Refusal[] = [];
	const complain = (path: string, sentence: string) => said.push({ path, sentence });
	for (const [field, name] of [
		["notReady", "Not ready"],
		["ready", "Ready"],
	] as const)
		if (!(ask[field] >= 0.01 && ask[field] <= 0.99))
			complain(
				field,
				`${name} is ${ask[field]}; a rate from 0.01 to 0.99 is needed, ${ask[field] > 0.99 ? 0.99 : 0.01} is the nearest.`,
			);
	for (const [field, name] of [
		["riskPass", "The risk of passing the one not ready"],
		["riskHold", "The risk of holding the ready one back"],
	] as const)
		if (!(ask[field] >= 0.001 && ask[field] <= 0.49))
			complain(
				field,
				`${name} is ${ask[field]}; from 0.001 to 0.49 is possible, ${ask[field] > 0.49 ? 0.49 : 0.001} is the nearest.`,
			);
	if (!Number.isInteger(ask.limit) || ask.limit < 1 || ask.limit > MAX_LIMIT)
		complain("limit", `Rep limit is ${ask.limit}; a whole number from 1 to ${MAX_LIMIT} is needed.`);
	if (said.length === 0 && ask.ready - ask.notReady < 0.02)
		complain(
			"ready",
			`Ready is ${ask.ready}, not ready ${ask.notReady}; ready must be higher by 0.02 at least, so ${Math.min(0.99, ask.notReady + 0.02).toFixed(2)} or more.`,
		);
	return said;
}

/** A game in the codes of the rung: what can be good earns, everything else costs. */
function asRule({ good, off, target, bust }: Game, { split = plainSplit }: Pick<Ask, "split">): Rule {
	const weights = Object.fromEntries([
		...split.off.map(({ attempt }) => [attempt.result, -off] as const),
		...split.good.map(({ attempt }) => [attempt.result, good] as const),
	]);
	return { kind: "points", weights, target, ...(bust === null ? { floor: 0 } : { bust }) } as Rule;
}

/** Share of the tries that were not good and whose code can be good as well: a points game takes nothing off for them. */
function idleShare({ split = plainSplit }: Pick<Ask, "split">): number {
	const good = new Set(split.good.map(({ attempt }) => attempt.result));
	return split.off.reduce((sum, { attempt, share }) => sum + (good.has(attempt.result) ? share : 0), 0);
}

/** The exact worth of a rule by its own machine, if it keeps both risks. */
function keeps(rule: Rule, ask: Ask): Found | null {
	const { good, off } = ask.split ?? plainSplit;
	// A window, a block, a streak see good and off only.
	const split = rule.kind === "points" ? { good, off } : plainSplit;
	const letters = [...split.good, ...split.off];
	const chances = (rate: number) => [
		...split.good.map(({ share }) => rate * share),
		...split.off.map(({ share }) => (1 - rate) * share),
	];
	const attempts = letters.map(({ attempt }) => attempt);
	const automaton = discover(rule, attempts, false, ask.limit);
	if (!automaton) return null;
	const low = passOnce(automaton, chances(ask.notReady), ask.limit);
	if (low.pass > ask.riskPass) return null;
	const high = passOnce(automaton, chances(ask.ready), ask.limit);
	if (high.pass < 1 - ask.riskHold) return null;
	return {
		rule,
		passNotReady: low.pass,
		passReady: high.pass,
		attemptsNotReady: low.attempts,
		attemptsReady: high.attempts,
		mean: (low.attempts + high.attempts) / 2,
	};
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

interface Candidate {
	game: Game;
	mean: number;
}

/**
 * Points games that keep both risks: every pair of weights, every bust (and the floor).
 * For each the least target that keeps the first risk is found by halving: a higher target
 * passes fewer of both, and costs more. A lower bust lets more pass, so its least target is
 * never lower than that of the bust before it. Near the limit the best weights are far from
 * the ratio of the evidence, so none are left out; those nearest to it come first. Yields
 * after each pair how far it is.
 */
function* games(
	ask: Ask,
	mostGood: number,
	mostOff: number,
	enough = Number.POSITIVE_INFINITY,
): Generator<{ done: number; best: Candidate | undefined }, Candidate[]> {
	const { good: forGood, off: forOff } = evidence(ask);
	const ratio = -forOff / forGood;
	const away = ([good, off]: readonly [number, number]) => Math.abs(Math.log(off / good / ratio));
	const pairs: [number, number][] = [];
	for (let good = 1; good <= mostGood; good++)
		for (let off = 1; off <= mostOff; off++) if (gcd(good, off) === 1) pairs.push([good, off]);
	pairs.sort((a, b) => away(a) - away(b));
	const idle = idleShare(ask);
	const kept: Candidate[] = [];
	for (const [done, [good, off]] of pairs.entries()) {
		const highest = good * ask.limit;
		const deepest = Math.min(off * ask.limit, DEEPEST);
		const game = (target: number, bust: number): Game => ({
			...{ good, off, target, bust: bust === 0 ? null : bust },
			...(idle > 0 ? { idle } : {}),
		});
		const fails = (target: number, bust: number) =>
			walk(game(target, bust), ask.notReady, ask.limit).pass > ask.riskPass;
		const holds = (target: number, bust: number) => walk(game(target, bust), ask.ready, ask.limit);
		let least = 1;
		for (let bust = 0; bust <= deepest; bust++) {
			// The floor stands by itself: it lets more pass than any bust.
			let low = bust === 0 ? 1 : least;
			let high = highest;
			if (fails(high, bust)) continue;
			while (low < high) {
				const middle = (low + high) >> 1;
				if (fails(middle, bust)) low = middle + 1;
				else high = middle;
			}
			if (bust > 0) least = low;
			const ready = holds(low, bust);
			if (ready.pass < 1 - ask.riskHold) continue;
			const notReady = walk(game(low, bust), ask.notReady, ask.limit);
			kept.push({ game: game(low, bust), mean: (ready.attempts + notReady.attempts) / 2 });
			if (kept.length >= enough) return kept;
		}
		yield { done: (done + 1) / pairs.length, best: kept[0] };
	}
	return kept.sort((a, b) => a.mean - b.mean);
}

/** Numbers one can keep in the head: to ten, or by fives. */
const isRound = (n: number) => n <= 10 || n % 5 === 0;

/** Games with weights to three and round numbers that keep both risks, the cheapest first. */
function simpleGames(ask: Ask): Candidate[] {
	const idle = idleShare(ask);
	const kept: Candidate[] = [];
	for (let good = 1; good <= SIMPLE_WEIGHT; good++)
		for (let off = 1; off <= SIMPLE_WEIGHT; off++) {
			if (gcd(good, off) > 1) continue;
			for (let bust = 0; bust <= SIMPLE_MOST; bust++) {
				if (!isRound(bust)) continue;
				for (let target = 1; target <= SIMPLE_MOST; target++) {
					if (!isRound(target)) continue;
					const game = { good, off, target, bust: bust === 0 ? null : bust, ...(idle > 0 ? { idle } : {}) };
					const low = walk(game, ask.notReady, ask.limit);
					if (low.pass > ask.riskPass) continue;
					const high = walk(game, ask.ready, ask.limit);
					if (high.pass >= 1 - ask.riskHold) kept.push({ game, mean: (low.attempts + high.attempts) / 2 });
					// A higher target only passes fewer.
					else break;
				}
			}
		}
	return kept.sort((a, b) => a.mean - b.mean);
}

/** n choose k, as far as it matters here. */
function choose(n: number, k: number): number {
	let product = 1;
	for (let i = 1; i <= k; i++) product = (product * (n - k + i)) / i;
	return product;
}

/** Window, block and streak rules worth a look: those whose first chance alone already breaks a risk are not. */
function* plainRules({ limit, notReady, riskPass }: Ask): Generator<Rule> {
	for (let r = 1; r <= Math.min(60, limit); r++) yield { kind: "streak", r };
	for (let n = 2; n <= Math.min(60, limit); n++)
		for (let k = Math.ceil(n * notReady); k <= n; k++) {
			const first = atLeast(k, n, notReady);
			if (first > riskPass) continue;
			if (1 - (1 - first) ** Math.floor(limit / n) <= riskPass) yield { kind: "block", k, n };
			if (choose(n, n - k + 1) <= WINDOW_STATES) yield { kind: "rolling", k, n };
		}
}

/** How far a search is, from 0 to 1, and the best rule it knows of so far. */
export interface Progress {
	done: number;
	first: Found | null;
}

/**
 * Searches rolling, block, streak and whole-number points games, with and without
 * bust, for those that keep both risks. A generator, so that whoever runs it can show
 * progress and stop: it yields how far it is, with the best found so far.
 */
export function* searchRules(ask: Ask): Generator<Progress, Outcome<Finding>> {
	const refusals = refusalsOf(ask);
	if (refusals.length > 0) return { ok: false, refusals };
	const exact = (some: readonly Candidate[]) => some.flatMap(({ game }) => keeps(asRule(game, ask), ask) ?? []);
	const simple = exact(simpleGames(ask).slice(0, 1));
	let first = simple[0] ?? null;
	yield { done: 0, first };
	const search = games(ask, MOST_GOOD, MOST_OFF);
	let step = search.next();
	for (; !step.done; step = search.next()) {
		const [known] = first ? [] : exact(step.value.best ? [step.value.best] : []);
		first ??= known ?? null;
		yield { done: step.value.done * 0.5, first };
	}
	const points = exact(step.value.slice(0, KEEP));

	const plain: Found[] = [];
	const rules = [...plainRules(ask)];
	for (const [i, rule] of rules.entries()) {
		const found = keeps(rule, ask);
		if (found) plain.push(found);
		if (i % 20 === 0) yield { done: 0.5 + (0.5 * i) / rules.length, first: points[0] ?? first };
	}
	plain.sort((a, b) => a.mean - b.mean);

	// What is simplest may also be the best: nothing is offered beside the best that is cheaper than it.
	const found = [...points, ...simple, ...plain.slice(0, KEEP)]
		.filter((one, i, all) => all.findIndex(({ rule }) => JSON.stringify(rule) === JSON.stringify(one.rule)) === i)
		.sort((a, b) => a.mean - b.mean)
		.slice(0, KEEP);
	const best = found[0];
	if (!best) return yield* whyNone(ask);
	const simplest = [...simple, ...plain.slice(0, 1)].sort((a, b) => a.mean - b.mean)[0];
	return {
		ok: true,
		value: {
			found,
			simplest: simplest
				? { found: simplest, price: simplest.mean / best.mean, close: simplest.mean <= best.mean * SIMPLE_WITHIN }
				: null,
			yardstick: wald(ask),
			remarks: remarksOn(plain, best),
		},
	};
}

function remarksOn(plain: readonly Found[], best: Found): string[] {
	return (
		[
			[
				"streak",
				"No streak keeps both risks: one long enough to hold back the one not ready holds back the ready as well.",
			],
			["rolling", "No window rule keeps both risks within this limit."],
			["block", "No block rule keeps both risks within this limit."],
		] as const
	).flatMap(([kind, none]) => {
		const cheapest = plain.find((one) => one.rule.kind === kind);
		if (!cheapest) return [none];
		const times = cheapest.mean / best.mean;
		return times < 1.3
			? []
			: [
					`The cheapest ${kind === "rolling" ? "window" : kind} rule costs ${times.toFixed(1)} times as many tries as the best.`,
				];
	});
}

/** Whether any rule keeps both risks: the first that does ends the search. */
function* canKeep(ask: Ask): Generator<Progress, boolean> {
	const search = games(ask, MOST_GOOD, MOST_OFF, 1);
	let step = search.next();
	for (; !step.done; step = search.next()) yield { done: 0.99, first: null };
	if (step.value.length > 0) return true;
	for (const rule of plainRules(ask)) {
		if (keeps(rule, ask)) return true;
		yield { done: 0.99, first: null };
	}
	return false;
}

/** Beyond this nobody tries in a lesson, and looking further takes too long. */
const LOOK_TO = 150;

/** Which input is in the way, and the nearest that would do. */
function* whyNone(ask: Ask): Generator<Progress, Outcome<Finding>> {
	// Twice as many until it can be done, then the fewest between: a longer limit never makes it harder.
	let low = ask.limit;
	let high = low;
	let can = false;
	while (!can && high < LOOK_TO) {
		low = high;
		high = Math.min(LOOK_TO, Math.ceil(high * 1.6) + 1);
		can = yield* canKeep({ ...ask, limit: high });
	}
	if (can) {
		while (high - low > 1) {
			const middle = (low + high) >> 1;
			if (yield* canKeep({ ...ask, limit: middle })) high = middle;
			else low = middle;
		}
		return refuse(
			"limit",
			`Rep limit is ${ask.limit}, too few to tell ${ask.notReady} from ${ask.ready} at these risks; about ${high} tries would do.`,
		);
	}
	const idle = idleShare(ask);
	for (let risk = Math.ceil(Math.max(ask.riskPass, ask.riskHold) * 20 + 1) / 20; risk < 0.5; risk += 0.05)
		if (yield* canKeep({ ...ask, riskPass: risk, riskHold: risk }))
			return refuse(
				"riskPass",
				`The two risks are too small for rates this near; about ${Math.round(risk * 100)} in 100 each would do.`,
			);
	return refuse(
		"ready",
		`Ready at ${ask.ready} is too near to not ready at ${ask.notReady} to be told apart; take them further apart.${
			idle > 0 ? " On this rung many tries that are not good cost a points game nothing." : ""
		}`,
	);
}

/** The search run to its end. */
export function findRules(ask: Ask): Outcome<Finding> {
	const search = searchRules(ask);
	let step = search.next();
	while (!step.done) step = search.next();
	return step.value;
}
