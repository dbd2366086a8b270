import type { Rule } from "@/core/rules";
import { plural } from "@/core/text/lists";
import type { Curve } from "./analyse";
import { LESSONS } from "./analyse";
import { rateOf } from "./chances";
import { passedWithin } from "./overLessons";

/** "6", "8.5": a rate as so many in ten. */
export const inTen = (rate: number): string => String(Number((rate * 10).toFixed(1)));

/** "75 times in 100"; the ends are never said to be sure. */
export function inHundred(p: number): string {
	const hundredths = Math.round(p * 100);
	return p > 0 && hundredths === 0
		? "less than once in 100"
		: p < 1 && hundredths === 100
			? "more than 99 times in 100"
			: hundredths === 1
				? "once in 100"
				: `${hundredths} times in 100`;
}

/** The curve at the grid point nearest to a rate. */
export function at(curve: Pick<Curve, "rates">, values: readonly number[], rate: number): number {
	const place = Math.min(1, Math.max(0, rate)) * (curve.rates.length - 1);
	const [low, high] = [values[Math.floor(place + 1e-9)] as number, values[Math.ceil(place - 1e-9)] as number];
	return low + (high - low) * (place - Math.floor(place + 1e-9));
}

/**
 * What a curve says in words a coach can act on, of the one who is not ready and of
 * the one who is. Independent tries at one fixed rate: said by whoever shows them.
 */
export function readings(curve: Curve, notReady: number, ready: number, rule: Rule): string[] {
	const low = at(curve, curve.pass, notReady);
	const later = LESSONS.slice(1).map((n) => `within ${n} lessons ${inHundred(passedWithin(rule, low, n))}`);
	const said = [
		`${student(notReady, rule)} ${rule.kind === "days" ? "meets it in a lesson" : "passes"} ${inHundred(low)}${low > 0.005 ? `, ${later.join(", ")}` : ""}.`,
		`${student(ready, rule)} ${rule.kind === "days" ? "meets it in a lesson" : "passes"} ${inHundred(at(curve, curve.pass, ready))} and needs ${plural(Math.round(at(curve, curve.attempts, ready)), "try", "tries")} on average.`,
	];
	if (curve.advised)
		said.push(
			`With the advice followed (too hard today ends it): ${inHundred(at(curve, curve.advised.pass, notReady))} and ${inHundred(at(curve, curve.advised.pass, ready))}.`,
		);
	return said;
}

/** What a rule lets through and what it costs, at one rate: the figures that are compared. */
export interface WorthRow {
	rate: number;
	/** Chance to have passed within one, three and five lessons. */
	within: number[];
	/** In one lesson, with the advice followed; null where the curve is simulated. */
	advised: number | null;
	tries: number;
	minutes: number;
}

export function worthAt(curve: Curve, rate: number, secondsPerTry: number, rule: Rule): WorthRow {
	const pass = at(curve, curve.pass, rate);
	const tries = at(curve, curve.attempts, rate);
	return {
		rate,
		within: LESSONS.map((n) => passedWithin(rule, pass, n)),
		advised: curve.advised && at(curve, curve.advised.pass, rate),
		tries,
		minutes: (tries * secondsPerTry) / 60,
	};
}

/** As so many in a hundred; the ends are never said to be sure, and have words of their own. */
function hundredths(p: number, under: string, over: string): string {
	const n = Math.round(p * 100);
	return p > 0 && n === 0 ? under : p < 1 && n === 100 ? over : String(n);
}

/** For a table. */
export const ofHundred = (p: number): string => hundredths(p, "<1", ">99");
/** For a sentence. */
export const hundredWords = (p: number): string => hundredths(p, "under 1", "over 99");

/** What the rate is called beside its numbers. */
export const rateWords = {
	good: "good in 10",
	"going on": "goes on by one more, in 10",
	rating: "rating on average",
} as const;

/** "goes on by one more 6 times in 10": what somebody at a rate does. */
export const atRate = (rule: Rule, rate: number): string => {
	const of = rateOf(rule);
	return of === "going on"
		? `goes on by one more ${inTen(rate)} times in 10`
		: of === "rating"
			? `is rated ${inTen(rate)} on average`
			: `is good ${inTen(rate)} times in 10`;
};

/** The same in as few letters as a choice has room for. */
export const shortAtRate = (rule: Rule, rate: number): string =>
	({ good: `${inTen(rate)} in 10 good`, "going on": `${inTen(rate)} in 10 go on`, rating: `rated ${inTen(rate)}` })[
		rateOf(rule)
	];

const student = (rate: number, rule: Rule): string =>
	rateOf(rule) === "good"
		? `${inTen(rate).startsWith("8") ? "An" : "A"} ${inTen(rate)}-in-10 student`
		: `Who ${atRate(rule, rate)}`;
