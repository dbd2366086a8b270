import { atLeast } from "@/core/estimate/chanceAtLeast";
import { BAND_LOW, tooHardChance } from "@/core/estimate/tooHard";
import { type Outcome, parseStored, refuse } from "@/core/refusals/refusals";
import { type Rule, Rule as RuleSchema } from "@/core/rules";
import { sum } from "@/core/statistics/sums";
import { type Automaton, discover } from "./automaton";
import { type Alphabet, alphabetFor, type Chances, rateOf, type Split } from "./chances";
import { passedWithin } from "./overLessons";
import { type CurveSide, countEndings, type Endings, passOnce, type Reading, readAt } from "./passes";
import { type Shift, shift, simulate } from "./simulate";

/** What a rule is worth at one set of probabilities. */
export interface Analysis extends Omit<Reading, "stopped"> {
	/** Mean attempts of those who pass; null when nobody does. */
	attemptsToPass: number | null;
	/** Automaton states, or null when it was simulated. */
	states: number | null;
	/** Standard error of `pass`; nought when it is exact. */
	standardError: number;
	/** Chance to have passed within 1, 3 and 5 lessons. */
	within: { lessons: number; pass: number }[];
	/** For a rule on several days: the lessons available, and the chance over them. */
	onDays: { available: number; pass: number } | null;
}

export interface Options {
	/** Days available to a rule on several days; as many as it wants when left out. */
	daysAvailable?: number;
	/** Runs and seed of the simulation used when there are too many states. */
	runs?: number;
	seed?: number;
}

export const LESSONS = [1, 3, 5] as const;
export const MAX_LIMIT = 500;
const RUNS = 200_000;

/** Limits and rules that make no analysis possible, in a sentence each. */
export function checked(rule: Rule, limit: number): Outcome<Rule> {
	const read = parseStored(RuleSchema, rule, { k: "good tries needed", n: "tries looked at" });
	if (!read.ok) return read;
	if (!Number.isInteger(limit) || limit < 1 || limit > MAX_LIMIT)
		return refuse("limit", `Limit: enter a whole number from 1 to ${MAX_LIMIT}, not ${limit}.`);
	return read;
}

/**
 * Exact analysis of a rule under independent attempts at fixed probabilities: the
 * automaton found by walking the rule's own `step`, one pass of its transitions per
 * attempt. Past 50,000 states a seeded simulation with its standard error.
 *
 * @param limit attempts allowed in a lesson, 1 to 500
 */
export function analyse(rule: Rule, chances: Chances, limit: number, options: Options = {}): Outcome<Analysis> {
	const fit = checked(rule, limit);
	if (!fit.ok) return fit;
	const alphabet = alphabetFor(fit.value, chances);
	if (!alphabet.ok) return alphabet;
	return { ok: true, value: analyseOver(fit.value, alphabet.value, limit, options) };
}

function analyseOver(rule: Rule, alphabet: Alphabet, limit: number, options: Options): Analysis {
	const automaton = discover(
		rule,
		alphabet.letters.map((letter) => letter.attempt),
		alphabet.perSet > 0,
		limit,
	);
	if (!automaton) {
		const { pass, bust, attempts, standardError } = simulate(
			rule,
			alphabet,
			limit,
			options.runs ?? RUNS,
			options.seed ?? 1,
		);
		return withDays(
			rule,
			{ pass, bust, attempts, passAt: [], attemptsToPass: null, states: null, standardError },
			options,
		);
	}
	const rate = sum(alphabet.letters, ({ p, attempt }) => (attempt.good ? p : 0));
	const { stopped: _, ...reading } = readAt(countEndings(automaton, sidesOf(alphabet), limit, alphabet.perSet), rate);
	const weighted = sum(reading.passAt, (p, i) => p * (i + 1));
	return withDays(
		rule,
		{
			...reading,
			attemptsToPass: reading.pass > 0 ? weighted / reading.pass : null,
			states: automaton.states,
			standardError: 0,
		},
		options,
	);
}

/** Each letter's share of its side. A side with no mass keeps its letters at nought. */
function sidesOf({ letters }: Alphabet): CurveSide[] {
	const total = (good: boolean) => sum(letters, ({ p, attempt }) => (attempt.good === good ? p : 0));
	const totals = { good: total(true), off: total(false) };
	return letters.map(({ p, attempt: { good } }) => ({
		good,
		share: p === 0 ? 0 : p / (good ? totals.good : totals.off),
	}));
}

function withDays(rule: Rule, one: Omit<Analysis, "within" | "onDays">, { daysAvailable }: Options): Analysis {
	const lessons = rule.kind === "days" ? rule.days : 1;
	const over = (available: number) => atLeast(lessons, available, one.pass);
	return {
		...one,
		within: LESSONS.map((n) => ({ lessons: n, pass: passedWithin(rule, one.pass, n) })),
		onDays:
			rule.kind === "days" ? { available: daysAvailable ?? rule.days, pass: over(daysAvailable ?? rule.days) } : null,
	};
}

/** A rule over a grid of rates. */
export interface BareCurve {
	rates: number[];
	pass: number[];
	attempts: number[];
	bust: number[];
	states: number | null;
	/** Largest standard error on the curve; nought when it is exact. */
	standardError: number;
}

/** With the advice followed: line *too hard today* ends the visit as not passed. No faults are tagged. */
export interface Curve extends BareCurve {
	/** Null where the curve is simulated. */
	advised: { pass: number[]; attempts: number[] } | null;
}

/**
 * Whether the advice would end a visit after t attempts with g good, as a table worked out
 * once, for the lower edge of the coach's working band.
 */
function stopTable(limit: number, bandLow: number): (t: number, g: number) => boolean {
	const tooHard = (t: number, g: number): boolean => tooHardChance(g, t, bandLow) !== null;
	// For every t there is a largest g that is too few: fewer are too few as well.
	const fewest: number[] = [];
	for (let t = 0, g = 0; t <= limit; t++) {
		while (g <= t && tooHard(t, g)) g += 1;
		fewest.push(g);
	}
	return (t, g) => g < (fewest[t] as number);
}

export const gridOf = (points: number): number[] => Array.from({ length: points }, (_, i) => i / (points - 1));

interface Grid extends Options {
	secondsPerTry?: number;
	/** What good tries and others are on this rung; hit or miss where nothing is said. */
	split?: Split;
	/** Lower edge of the coach's working band, under which the advice ends the work; the usual one where none is given. */
	bandLow?: number;
}

/** Readings at every rate of a grid, by as many passes as the model needs. Null with too many states. */
function readOver(rule: Rule, limit: number, rates: readonly number[], grid: Grid) {
	const alphabet = modelAt(rule, 0.5, grid);
	const automaton = discover(
		rule,
		alphabet.letters.map((letter) => letter.attempt),
		alphabet.perSet > 0,
		limit,
	);
	if (!automaton) return null;
	const endings = (at: Alphabet, stops?: (t: number, g: number) => boolean): Endings =>
		countEndings(automaton, sidesOf(at), limit, at.perSet, stops);
	const goodIn = (at: Alphabet) => sum(at.letters, ({ p, attempt }) => (attempt.good ? p : 0));
	type Said = Pick<Reading, "pass" | "attempts" | "bust">;
	const bare = (): Said[] => {
		// Counted once, read at every rate.
		if (isGoodOrNot(rule)) {
			const once = endings(alphabet);
			return rates.map((rate) => readAt(once, rate));
		}
		return rates.map((rate) => bareAt(automaton, modelAt(rule, rate, grid), limit));
	};
	const advised = (stops: (t: number, g: number) => boolean): Said[] => {
		if (isGoodOrNot(rule)) {
			const once = endings(alphabet, stops);
			return rates.map((rate) => readAt(once, rate));
		}
		// A pass for each rate, with the goods so far beside each state: dear, so fewer rates are asked.
		const asked = gridOf(Math.min(rates.length, ADVISED_RATES));
		const said = asked.map((rate) => {
			const at = modelAt(rule, rate, grid);
			return readAt(endings(at, stops), goodIn(at));
		});
		return rates.map((rate) => between(said, rate));
	};
	return { states: automaton.states, bare, advised };
}

/** Rates at which a rule over many outcomes is worked out with the advice followed; between them the line is straight. */
const ADVISED_RATES = 21;

function between(said: readonly Pick<Reading, "pass" | "attempts" | "bust">[], rate: number) {
	const place = rate * (said.length - 1);
	const [low, high] = [said[Math.floor(place)], said[Math.ceil(place)]];
	const part = place - Math.floor(place);
	const mix = (name: "pass" | "attempts" | "bust") => (low?.[name] ?? 0) * (1 - part) + (high?.[name] ?? 0) * part;
	return { pass: mix("pass"), attempts: mix("attempts"), bust: mix("bust") };
}

const bareAt = (automaton: Automaton, { letters }: Alphabet, limit: number) =>
	passOnce(
		automaton,
		letters.map(({ p }) => p),
		limit,
	);

const curveOf = (
	rates: number[],
	readings: readonly Pick<Reading, "pass" | "attempts" | "bust">[],
	states: number | null,
	standardError: number,
): BareCurve => ({
	rates,
	pass: readings.map((r) => r.pass),
	attempts: readings.map((r) => r.attempts),
	bust: readings.map((r) => r.bust),
	states,
	standardError,
});

/** A simulated curve is good to one or two in a hundred, and holds nobody up for longer than a few seconds. */
const CURVE_RUNS = 4000;
const CURVE_STEPS = 4_000_000;

function simulatedOver(rule: Rule, limit: number, rates: number[], options: Grid): BareCurve {
	const runs = Math.max(200, Math.min(CURVE_RUNS, Math.floor(CURVE_STEPS / (rates.length * limit))));
	const said = rates.map((rate) =>
		simulate(rule, modelAt(rule, rate, options), limit, options.runs ?? runs, options.seed ?? 1),
	);
	return curveOf(rates, said, null, Math.max(...said.map((one) => one.standardError)));
}

/** The chance to pass at each rate of a grid from 0 to 1, the advice not followed. */
export function bareCurve(rule: Rule, limit: number, points = 101, options: Grid = {}): Outcome<BareCurve> {
	const fit = checked(rule, limit);
	if (!fit.ok) return fit;
	const rates = gridOf(points);
	const over = readOver(fit.value, limit, rates, options);
	return {
		ok: true,
		value: over ? curveOf(rates, over.bare(), over.states, 0) : simulatedOver(fit.value, limit, rates, options),
	};
}

/** Steps of a pass that fit into well under a second. */
const AT_ONCE = 1.2e8;
/** Rates and runs of a simulation that does. */
const FIRST_RATES = 21;
const FIRST_RUNS = 500;
const FIRST_STEPS = 200_000;
const FEWEST_RUNS = 60;

/**
 * What of a curve can be shown at once, where all of it takes longer than a second: the
 * bare one where that is quick, else a simulation with its error. Null where the whole is.
 */
export function firstCurve(rule: Rule, limit: number, options: Grid = {}): Outcome<Curve | null> {
	const fit = checked(rule, limit);
	if (!fit.ok) return fit;
	const points = 101;
	const alphabet = modelAt(fit.value, 0.5, options);
	const automaton = discover(
		fit.value,
		alphabet.letters.map((letter) => letter.attempt),
		alphabet.perSet > 0,
		limit,
	);
	if (automaton) {
		const pass = automaton.states * automaton.letters * limit;
		const whole = pass * limit * (isGoodOrNot(fit.value) ? 2 : 2 * points);
		if (whole <= AT_ONCE) return { ok: true, value: null };
		if (alphabet.perSet === 0 && pass * points <= AT_ONCE * 2) {
			const rates = gridOf(points);
			const readings = rates.map((rate) => bareAt(automaton, modelAt(fit.value, rate, options), limit));
			return { ok: true, value: { ...curveOf(rates, readings, automaton.states, 0), advised: null } };
		}
	}
	const runs = Math.max(FEWEST_RUNS, Math.min(FIRST_RUNS, Math.floor(FIRST_STEPS / (FIRST_RATES * limit))));
	const simulated = simulatedOver(fit.value, limit, gridOf(FIRST_RATES), { ...options, runs });
	return { ok: true, value: { ...simulated, advised: null } };
}

/** The operating curve, bare and with the advice followed beside it. */
export function operatingCurve(rule: Rule, limit: number, points = 101, options: Grid = {}): Outcome<Curve> {
	const fit = checked(rule, limit);
	if (!fit.ok) return fit;
	const rates = gridOf(points);
	const over = readOver(fit.value, limit, rates, options);
	if (!over) return { ok: true, value: { ...simulatedOver(fit.value, limit, rates, options), advised: null } };
	const advised = over.advised(stopTable(limit, options.bandLow ?? BAND_LOW));
	return {
		ok: true,
		value: {
			...curveOf(rates, over.bare(), over.states, 0),
			advised: { pass: advised.map((r) => r.pass), attempts: advised.map((r) => r.attempts) },
		},
	};
}

const isGoodOrNot = (rule: Rule): boolean => rateOf(rule) === "good";

/** The stated model of a rule at one rate: ratings spread binomially around ten times it; lengths go on with it. */
export function modelAt(rule: Rule, rate: number, { secondsPerTry, split }: Grid = {}): Alphabet {
	const of = rateOf(rule);
	const chances: Chances =
		of === "rating"
			? { ratings: binomialRatings(rate) }
			: of === "going on"
				? { goOn: rate }
				: {
						rate,
						...(secondsPerTry === undefined ? {} : { secondsPerTry }),
						...(split === undefined ? {} : { split }),
					};
	const alphabet = alphabetFor(rule, chances);
	if (!alphabet.ok) throw new RangeError("modelAt: a rate is from 0 to 1");
	return alphabet.value;
}

function binomialRatings(rate: number): number[] {
	const all = Array.from({ length: 11 }, (_, i) => atLeast(i, 10, rate) - atLeast(i + 1, 10, rate));
	return all.map((p) => Math.max(0, p));
}

/** Exact analysis under the stated model of the rule at one rate. */
export const analyseAt = (rule: Rule, rate: number, limit: number, split?: Split): Analysis =>
	analyseOver(rule, modelAt(rule, rate, split ? { split } : {}), limit, {});

/** The direction and size of what the model leaves out, at one rate. */
export function shiftAt(rule: Rule, rate: number, limit: number, runs = 20_000, seed = 1): Shift {
	return shift(rule, (at) => modelAt(rule, at), rate, limit, runs, seed);
}
