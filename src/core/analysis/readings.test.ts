import { operatingCurve } from "./analyse";
import { ofHundred, worthAt } from "./readings";

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
