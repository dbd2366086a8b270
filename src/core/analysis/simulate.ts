import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { type Judged, machineOf, type Rule } from "@/core/rules";
import { BUST, MET } from "@/core/rules/kind";
import type { Alphabet } from "./chances";

/** What a seeded simulation says, and how far it may be off. */
export interface Simulated {
	pass: number;
	bust: number;
	attempts: number;
	/** Standard error of `pass`. */
	standardError: number;
	runs: number;
}

/** Uniform numbers in [0, 1) with 32 bits each, the same for the same seed. */
export function uniform(seed: number): () => number {
	const rng = xoroshiro128plus(seed);
	return () => (rng.next() >>> 0) / 4294967296;
}

/** Plays the rule's own machine, visit by visit, drawing each attempt by `draw(visit's own rate, attempt before)`. */
function play(
	rule: Rule,
	limit: number,
	runs: number,
	perSet: number,
	visit: () => (before: Judged | null) => Judged,
): Simulated {
	const machine = machineOf(rule);
	let passed = 0;
	let busted = 0;
	let used = 0;
	for (let run = 0; run < runs; run++) {
		const draw = visit();
		let state = machine.start(rule);
		let before: Judged | null = null;
		let t = 0;
		while (t < limit) {
			const drawn = draw(before);
			before = drawn;
			state = machine.step(rule, state, perSet > 0 && t % perSet === 0 ? { ...drawn, newSet: true } : drawn);
			t += 1;
			const key = machine.key(rule, state);
			if (key === MET) passed += 1;
			if (key === BUST) busted += 1;
			if (key === MET || key === BUST) break;
		}
		used += t;
	}
	const pass = passed / runs;
	// Never nought: nothing seen in n runs still leaves about 1/n open.
	const spread = Math.max(pass * (1 - pass), 1 / runs);
	return { pass, bust: busted / runs, attempts: used / runs, standardError: Math.sqrt(spread / runs), runs };
}

/** Independent attempts at fixed probabilities: the model of the exact analysis, where that has too many states. */
export function simulate(
	rule: Rule,
	{ letters, perSet }: Alphabet,
	limit: number,
	runs: number,
	seed: number,
): Simulated {
	const random = uniform(seed);
	const draw = (): Judged => {
		let at = random();
		for (const { p, attempt } of letters) {
			at -= p;
			if (at < 0) return attempt;
		}
		return (letters.at(-1) as Alphabet["letters"][number]).attempt;
	};
	return play(rule, limit, runs, perSet, () => draw);
}

/** Which way, and how far, the world outside of the model moves the chance to pass. */
export interface Shift {
	/** Independent attempts, by the same dice. */
	plain: Simulated;
	/** Sticky: with this chance an attempt comes out as the one before. */
	sticky: Simulated;
	/** Good and bad days: the rate itself varies from visit to visit around the same mean. */
	days: Simulated;
}

/** Chance that an attempt simply repeats the one before. */
export const STICKINESS = 0.25;
/** Standard deviation of a day's rate around the mean. */
export const DAY_SPREAD = 0.1;

/**
 * The three simulations at one rate. Sticky attempts keep the mean rate; days draw a
 * rate from the mean plus or minus the spread with equal chance, kept inside 0 to 1.
 */
export function shift(
	rule: Rule,
	alphabetAt: (rate: number) => Alphabet,
	rate: number,
	limit: number,
	runs: number,
	seed: number,
): Shift {
	const random = uniform(seed);
	const drawer = (at: number) => {
		const { letters } = alphabetAt(at);
		return (): Judged => {
			let point = random();
			for (const { p, attempt } of letters) {
				point -= p;
				if (point < 0) return attempt;
			}
			return (letters.at(-1) as Alphabet["letters"][number]).attempt;
		};
	};
	const { perSet } = alphabetAt(rate);
	const plain = drawer(rate);
	const away = Math.min(DAY_SPREAD, rate, 1 - rate);
	const [low, high] = [drawer(rate - away), drawer(rate + away)];
	return {
		plain: play(rule, limit, runs, perSet, () => plain),
		sticky: play(rule, limit, runs, perSet, () => (before) => (before && random() < STICKINESS ? before : plain())),
		days: play(rule, limit, runs, perSet, () => (random() < 0.5 ? low : high)),
	};
}
