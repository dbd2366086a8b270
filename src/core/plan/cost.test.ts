import fc from "fast-check";
import { uniformInt } from "pure-rand/distribution/uniformInt";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { analyseAt } from "@/core/analysis/analyse";
import { chanceBy, convolve, enough, ladderCost, lessonsFor } from "./cost";

test("one rung at a chance is geometric; two at a half take four on average and never under two", () => {
	const one = lessonsFor([0.25], 200);
	expect(one.slice(0, 4)).toEqual([0, 0.25, 0.1875, 0.140625]);
	const two = lessonsFor([0.5, 0.5], 200);
	expect(two[1]).toBe(0);
	expect(two[2]).toBeCloseTo(0.25, 12);
	expect(two.reduce((sum, p, n) => sum + n * p, 0)).toBeCloseTo(4, 9);
	expect(enough(two, 0.5)).toBe(3);
	expect(chanceBy(two, 3)).toBeCloseTo(0.5, 12);
	expect([chanceBy(two, 0), chanceBy(two, -2)]).toEqual([0, 0]);
	expect(enough(lessonsFor([0.001], 10), 0.5)).toBeNull();
	expect(lessonsFor([])).toEqual([1]);
});

test("convolution is the simulated sum, and more lessons are never a worse chance", () => {
	fc.assert(
		fc.property(fc.array(fc.double({ min: 0.1, max: 1, noNaN: true }), { minLength: 1, maxLength: 4 }), (passes) => {
			const lessons = lessonsFor(passes, 300);
			expect(lessons.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 6);
			const mean = passes.reduce((sum, p) => sum + 1 / p, 0);
			expect(lessons.reduce((sum, p, n) => sum + n * p, 0)).toBeCloseTo(mean, 3);
		}),
	);
	const dice = xoroshiro128plus(7);
	const passes = [0.3, 0.6, 0.45];
	const runs = 20_000;
	let through = 0;
	for (let run = 0; run < runs; run++) {
		let n = 0;
		for (const pass of passes) {
			do n += 1;
			while (uniformInt(dice, 0, 999_999) >= pass * 1_000_000);
		}
		if (n <= 8) through += 1;
	}
	expect(through / runs).toBeCloseTo(chanceBy(lessonsFor(passes), 8), 1.7);
	expect(convolve([0.5, 0.5], [0.5, 0.5], 2)).toEqual([0.25, 0.5, 0.25]);
});

test("a ladder's cost is a band: the higher the rates to be expected, the fewer lessons", () => {
	const rung = { rule: { kind: "rolling", k: 9, n: 12 }, limit: 36, low: 0.5, middle: 0.65, high: 0.8 } as const;
	const cost = ladderCost([rung, rung, rung]);
	expect(cost.high).toBeLessThanOrEqual(cost.middle ?? 0);
	expect(cost.middle).toBeLessThanOrEqual(cost.low ?? 0);
	expect(cost.high).toBeGreaterThanOrEqual(3);
	const pass = analyseAt(rung.rule, 0.65, 36).pass;
	expect(cost.at.middle[3]).toBeCloseTo(pass ** 3, 12);
});
