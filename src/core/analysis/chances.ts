import { type Outcome, refuse } from "@/core/refusals/refusals";
import { allParts, type Judged, type Rule } from "@/core/rules";
import { targetsOf } from "@/core/rules/targets";
import { sum } from "@/core/statistics/sums";

/**
 * How attempts come out, in the model that fits the rule: independent attempts at
 * fixed probabilities.
 *
 * - `rate`: good or not, the chance of good. Where a good try, or one that was not, can be
 *   one thing or another (an outcome of the scale, something off), `split` says in which
 *   shares. Targets of a spread are called in equal shares; a timed set holds as many tries
 *   as fit at `secondsPerTry`.
 * - `outcomes`: a probability for each code of the scale; `good` names the good ones
 *   (all but `miss` when left out).
 * - `ratings`: eleven probabilities, for 0 to 10.
 * - `goOn`: the chance that a rally goes on by one more: length L or more has goOn^L.
 */
export type Chances =
	| { rate: number; secondsPerTry?: number; split?: Split }
	| { outcomes: Readonly<Record<string, number>>; good?: readonly string[] }
	| { ratings: readonly number[] }
	| { goOn: number };

/** What the rate of a rule's stated model is: of good tries, of a rally going on by one more, or ten times it a rating. */
export function rateOf(rule: Rule): "good" | "going on" | "rating" {
	const { kind } = rule.kind === "days" ? rule.rule : rule;
	return kind === "length" ? "going on" : kind === "rating" ? "rating" : "good";
}

/** What a good try is, and one that was not, in shares that sum to 1 on each side. */
export interface Split {
	good: readonly SharedChances[];
	off: readonly SharedChances[];
}
export interface SharedChances {
	attempt: Judged;
	share: number;
}

/** A good try came off, one that was not missed: all there is to say on a plain rung. */
export const plainSplit: Split = {
	good: [{ attempt: { good: true, result: "hit" }, share: 1 }],
	off: [{ attempt: { good: false, result: "miss" }, share: 1 }],
};

/** One way an attempt can come out, with its probability. */
export interface Letter {
	p: number;
	attempt: Judged;
}

/** Letters, and after how many attempts a new set begins (0: never). */
export interface Alphabet {
	letters: Letter[];
	perSet: number;
}

const isRate = (p: unknown): p is number => typeof p === "number" && p >= 0 && p <= 1;

const findAll = <K extends Rule["kind"]>(rule: Rule, kind: K) =>
	allParts(rule).filter((one) => one.kind === kind) as Extract<Rule, { kind: K }>[];
const find = <K extends Rule["kind"]>(rule: Rule, kind: K) => findAll(rule, kind)[0];

const SECONDS_PER_TRY = 6;

/** Letters for a chance of good `rate`; everything a kind looks at is good together with the try. */
function goodOrNot(rule: Rule, rate: number, secondsPerTry = SECONDS_PER_TRY, split = plainSplit): Alphabet {
	const ranges = findAll(rule, "within");
	const targets = targetsOf(rule);
	const count = find(rule, "count");
	const length = Math.max(0, ...findAll(rule, "length").map((one) => one.length));
	const outside = ranges.length === 0 ? {} : { measure: Math.max(...ranges.map((range) => range.high)) + 1 };
	const asGood = { right: true, rating: 10, length, effort: 0, ...insideMost(ranges) };
	const asOff = { right: false, rating: 0, length: 0, effort: 10, ...outside };
	const letters: Letter[] = [
		...split.good.flatMap(({ attempt, share }) =>
			(targets.length === 0 ? [{}] : targets.map((called) => ({ called }))).map((target, _, all) => ({
				p: (rate * share) / all.length,
				attempt: { ...attempt, ...asGood, ...target },
			})),
		),
		...split.off.map(({ attempt, share }) => ({ p: (1 - rate) * share, attempt: { ...attempt, ...asOff } })),
	];
	return { letters, perSet: count ? Math.max(1, Math.floor(count.seconds / secondsPerTry)) : 0 };
}

/** A measure that lies in as many of the ranges as can be: one of their low ends. */
function insideMost(ranges: readonly { low: number; high: number }[]): { measure?: number } {
	const holds = (measure: number) => ranges.filter(({ low, high }) => measure >= low && measure <= high).length;
	const [first] = ranges.map(({ low }) => low).sort((a, b) => holds(b) - holds(a));
	return first === undefined ? {} : { measure: first };
}

const ok = (letters: Letter[]): Outcome<Alphabet> => ({ ok: true, value: { letters, perSet: 0 } });
type Of<K extends PropertyKey> = Extract<Chances, { [_ in K]: unknown }>;

function byRate(rule: Rule, { rate, secondsPerTry, split = plainSplit }: Of<"rate">): Outcome<Alphabet> {
	if (!isRate(rate)) return refuse("rate", `Rate: enter a number from 0 to 1, not ${rate}.`);
	for (const side of ["good", "off"] as const) {
		const total = sum(split[side], ({ share }) => share);
		if (Math.abs(total - 1) > 1e-9)
			return refuse(
				`split.${side}`,
				`The shares of ${side === "good" ? "good tries" : "tries that were not good"} sum to ${Number(total.toFixed(6))}. They must sum to 1.`,
			);
	}
	if (secondsPerTry !== undefined && !(secondsPerTry > 0))
		return refuse("secondsPerTry", `Seconds per try: enter more than 0, not ${secondsPerTry}.`);
	return { ok: true, value: goodOrNot(rule, rate, secondsPerTry, split) };
}

function byGoingOn(rule: Rule, { goOn }: Of<"goOn">): Outcome<Alphabet> {
	if (!isRate(goOn)) return refuse("goOn", `Chance of going on: enter a number from 0 to 1, not ${goOn}.`);
	const length = find(rule, "length")?.length;
	if (length === undefined)
		return refuse("goOn", "Chance of going on fits a rule about length. This rule needs a rate.");
	return ok([
		{ p: goOn ** length, attempt: { good: true, result: "hit", length } },
		{ p: 1 - goOn ** length, attempt: { good: false, result: "miss", length: 0 } },
	]);
}

function byRatings({ ratings }: Of<"ratings">): Outcome<Alphabet> {
	if (ratings.length !== 11)
		return refuse("ratings", `Ratings: enter 11 probabilities, for 0 to 10, not ${ratings.length}.`);
	const wrong = sums(
		ratings.map((p, i) => [String(i), p] as const),
		"ratings",
	);
	return (
		wrong ?? ok(ratings.map((p, i) => ({ p, attempt: { good: i >= 5, result: i >= 5 ? "hit" : "miss", rating: i } })))
	);
}

function byOutcomes({ outcomes, good }: Of<"outcomes">): Outcome<Alphabet> {
	const entries = Object.entries(outcomes);
	const wrong = sums(entries, "outcomes");
	if (wrong) return wrong;
	const isGood = (code: string) => (good ? good.includes(code) : code !== "miss");
	return ok(entries.map(([code, p]) => ({ p, attempt: { good: isGood(code), result: code, right: isGood(code) } })));
}

/** The letters of a rule's model, or what is wrong with the numbers. */
export function alphabetFor(rule: Rule, chances: Chances): Outcome<Alphabet> {
	if ("rate" in chances) return byRate(rule, chances);
	if ("goOn" in chances) return byGoingOn(rule, chances);
	if ("ratings" in chances) return byRatings(chances);
	return byOutcomes(chances);
}

function sums(entries: readonly (readonly [string, number])[], field: string): Outcome<never> | null {
	for (const [name, p] of entries)
		if (!isRate(p))
			return refuse(`${field}.${name}`, `The probability of ${name}: enter a number from 0 to 1, not ${p}.`);
	const total = entries.reduce((sum, [, p]) => sum + p, 0);
	if (Math.abs(total - 1) > 1e-9)
		return refuse(
			field,
			`The probabilities of ${field} sum to ${Number(total.toFixed(6))}. They must sum to 1: ${total > 1 ? "take away" : "add"} ${Number(Math.abs(1 - total).toFixed(6))}.`,
		);
	return null;
}
