import { allParts, fewestTries, type Judged, type Rule } from "@/core/rules";
import { sum } from "@/core/statistics/sums";
import { inHundred, inTen } from "@/core/text/figures";
import { plural } from "@/core/text/lists";
import type { Curve } from "./analyse";
import { passedAtOnce } from "./overLessons";
import { at } from "./readings";

/** Between these a verdict says little more than a coin would. */
const TOSS = { low: 0.35, high: 0.65 };
/** Passing one not ready more often than this asks for another rule, or for several days. */
export const LUCKY = 0.25;
/** The rate that is not ready, where nothing else is said. */
export const NOT_READY = 0.6;

export interface Caution {
	about: "limit" | "luck" | "ready";
	sentence: string;
}

/** What a rule should be warned of, each with its number; the first is the gravest. */
export function cautions(
	rule: Rule,
	limit: number,
	curve: Curve,
	{ notReady, ready, outcomes }: { notReady: number; ready: number; outcomes: readonly Judged[] },
): Caution[] {
	const said: Caution[] = [];
	const say = (about: Caution["about"], sentence: string) => said.push({ about, sentence });
	const low = at(curve, curve.pass, notReady);
	const high = at(curve, curve.pass, ready);
	const fewest = fewestTries(rule, outcomes);
	if (fewest === null) say("limit", "No outcome on this rung can meet this rule.");
	else if (fewest > limit)
		say("limit", `This rule takes at least ${plural(fewest, "try")}, but the limit for a day is ${limit}.`);
	const possible = fewest !== null && fewest <= limit;
	const window = Math.max(0, ...allParts(rule).map((part) => ("n" in part && part.kind !== "bouts" ? part.n : 0)));
	if (window > limit && possible)
		say("limit", `This rule looks at ${plural(window, "try")}, but the limit is ${limit}: there are never enough.`);
	const luck = passedAtOnce(rule, low);
	if (luck > LUCKY) say("luck", `A student who is not ready passes ${inHundred(luck)}. Over 25 is called luck here.`);
	if (high > TOSS.low && high < TOSS.high)
		say("ready", `For a ready student (${inTen(ready)} in 10) it is nearly a coin toss: passes ${inHundred(high)}.`);
	else if (high <= TOSS.low && possible)
		say("ready", `It holds back most ready students: at ${inTen(ready)} in 10 they pass ${inHundred(high)}.`);
	return said;
}

/** In how many tries half, and nine in ten, of those who pass have passed; null when nobody does. */
export function spreadOf(passAt: readonly number[]): { half: number; most: number } | null {
	const all = sum(passAt);
	if (all < 1e-9) return null;
	const by = (share: number) => {
		let [sum, tries] = [0, 0];
		while (sum < share * all - 1e-12) sum += passAt[tries++] as number;
		return tries;
	};
	return { half: by(0.5), most: by(0.9) };
}
