import type { Rule } from "@/core/rules";
import { hundredWords, inHundred, inTen } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import type { Curve } from "./analyse";
import { LESSONS } from "./analyse";
import { rateOf } from "./chances";
import { passedWithin } from "./overLessons";

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
	const later = LESSONS.slice(1).map(
		(n) => ` Within ${n} lessons: ${hundredWords(passedWithin(rule, low, n))} of 100.`,
	);
	const said = [
		`${student(notReady, rule)} ${rule.kind === "days" ? "meets it in a lesson" : "passes"} ${inHundred(low)}.${low > 0.005 ? later.join("") : ""}`,
		`${student(ready, rule)} ${rule.kind === "days" ? "meets it in a lesson" : "passes"} ${inHundred(at(curve, curve.pass, ready))} and needs ${plural(Math.round(at(curve, curve.attempts, ready)), "try")} on average.`,
	];
	if (curve.advised)
		said.push(
			`If you follow the advice and stop at “too hard today”: ${inHundred(at(curve, curve.advised.pass, notReady))} and ${inHundred(at(curve, curve.advised.pass, ready))}.`,
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
		: `A student who ${atRate(rule, rate)}`;
