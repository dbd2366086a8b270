import { type Rule, ruleKinds } from "@/core/rules";
import { ofHundred } from "@/core/text/figures";
import { operatingCurve } from "./analyse";
import { rateOf } from "./chances";
import { atRate, rateWords, readings, shortAtRate, worthAt } from "./readings";

test("what is compared: whom a rule lets through in one, three and five lessons, and its tries and minutes", () => {
	const rule = { kind: "rolling", k: 9, n: 12 } as const;
	const curve = operatingCurve(rule, 36);
	if (!curve.ok) throw new Error("no curve");
	const row = worthAt(curve.value, 0.6, 30, rule);
	expect(row.within.map(ofHundred)).toEqual(["75", "98", ">99"]);
	expect(row.advised).toBeLessThanOrEqual(row.within[0] as number);
	expect(row.minutes).toBeCloseTo(row.tries / 2, 12);
	expect(worthAt(curve.value, 0.85, 30, rule).within.map(ofHundred)).toEqual([">99", ">99", ">99"]);
	expect(worthAt(curve.value, 0.85, 30, rule).tries).toBeCloseTo(11, 0);
});

test("the ends are never said to be sure", () => {
	expect([0, 0.001, 0.5, 0.999, 1].map(ofHundred)).toEqual(["0", "<1", "50", ">99", "100"]);
});

test("what the rate of a rule is of is said: good tries, a rally going on by one more, a rating", () => {
	const length = { kind: "length", length: 12, times: 1 } as const;
	const rating = { kind: "rating", mean: 7, n: 3 } as const;
	expect(ruleKinds.map(({ fresh }) => rateOf(fresh as Rule)).filter((one) => one !== "good")).toEqual([
		"going on",
		"rating",
	]);
	expect(rateWords[rateOf({ kind: "days", rule: length, days: 2, gap: 1 })]).toBe("goes on by one more, in 10");
	expect([atRate(length, 0.6), atRate(rating, 0.85)]).toEqual([
		"goes on by one more 6 times in 10",
		"is rated 8.5 on average",
	]);
	expect([length, rating, { kind: "streak", r: 3 } as const].map((rule) => shortAtRate(rule, 0.85))).toEqual([
		"8.5 in 10 go on",
		"rated 8.5",
		"8.5 in 10 good",
	]);
	const curve = operatingCurve(length, 20);
	if (!curve.ok) throw new Error("no curve");
	expect(readings(curve.value, 0.6, 0.85, length)[0]).toMatch(
		/^A student who goes on by one more 6 times in 10 passes /,
	);
});
