import fc from "fast-check";
import { uniformInt } from "pure-rand/distribution/uniformInt";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { analyseAt } from "@/core/analysis/analyse";
import { lessonsToPass } from "@/core/analysis/overLessons";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import { sum } from "@/core/statistics/sums";
import { convolve, enough, type Lessons, ladderCost, lessonsFor } from "./cost";
import { lessonsWords } from "./lessonsWords";
import { openRung } from "./openRungs";

/** Rungs that are passed in one lesson with these chances. */
const each = (passes: readonly number[], most = 520) =>
	lessonsFor(
		passes.map((pass) => lessonsToPass({ kind: "streak", r: 1 }, pass, most)),
		most,
	);

/** The chance to be through in so many lessons. */
const chanceBy = (lessons: Lessons, n: number) => Math.min(1, sum(lessons.slice(0, Math.max(0, n) + 1)));

test("one rung at a chance is geometric; two at a half take four on average and never under two", () => {
	const one = each([0.25], 200);
	expect(one.slice(0, 4)).toEqual([0, 0.25, 0.1875, 0.140625]);
	const two = each([0.5, 0.5], 200);
	expect(two[1]).toBe(0);
	expect(two[2]).toBeCloseTo(0.25, 12);
	expect(two.reduce((sum, p, n) => sum + n * p, 0)).toBeCloseTo(4, 9);
	expect(enough(two, 0.5)).toBe(3);
	expect(chanceBy(two, 3)).toBeCloseTo(0.5, 12);
	expect([chanceBy(two, 0), chanceBy(two, -2)]).toEqual([0, 0]);
	expect(enough(each([0.001], 10), 0.5)).toBeNull();
	expect(lessonsFor([])).toEqual([1]);
});

test("convolution is the simulated sum, and more lessons are never a worse chance", () => {
	fc.assert(
		fc.property(fc.array(fc.double({ min: 0.1, max: 1, noNaN: true }), { minLength: 1, maxLength: 4 }), (passes) => {
			const lessons = each(passes, 300);
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
	expect(through / runs).toBeCloseTo(chanceBy(each(passes), 8), 1.7);
	expect(convolve([0.5, 0.5], [0.5, 0.5], 2)).toEqual([0.25, 0.5, 0.25]);
});

test("a ladder's cost is a band: the higher the rates to be expected, the fewer lessons", () => {
	const rung = {
		rule: { kind: "rolling", k: 9, n: 12 },
		limit: 36,
		low: 0.5,
		middle: 0.65,
		high: 0.8,
		split: "hit or miss",
	} as const;
	const cost = ladderCost([rung, rung, rung]);
	expect(cost.high).toBeLessThanOrEqual(cost.middle ?? 0);
	expect(cost.middle).toBeLessThanOrEqual(cost.low ?? 0);
	expect(cost.high).toBeGreaterThanOrEqual(3);
	const pass = analyseAt(rung.rule, 0.65, 36).pass;
	expect(cost.at.middle[3]).toBeCloseTo(pass ** 3, 12);
});

describe("a rung is priced by its own outcomes and gate", () => {
	const rates = { low: 0.6, rate: 0.7, high: 0.8 };
	const passing: RungSettings = {
		...freshRung("Passing to a call"),
		rule: { kind: "points", weights: { caught: 1, dropped: -2 }, target: 4, floor: 0 },
		limit: 20,
		scale: [
			{ code: "caught", label: "caught", points: 1, success: true },
			{ code: "dropped", label: "dropped", points: -2, success: false },
		],
	};
	test("codes of its own are not missed: lessons as its margin says, not hundreds", () => {
		const cost = ladderCost([openRung(passing, [], undefined, rates)]);
		const hits = ladderCost([
			openRung(
				{ ...freshRung("the same"), rule: { ...passing.rule, weights: { hit: 1, miss: -2 } } as never, limit: 20 },
				[],
				undefined,
				rates,
			),
		]);
		expect(cost).toEqual(hits);
		expect(cost.low).toBeLessThan(10);
		expect(cost.never).toEqual({ high: [], middle: [], low: [] });
	});
	test("what cannot be passed at a rate is said by place, and gives the ladder no number of lessons", () => {
		const never = { ...passing, rule: { ...passing.rule, weights: { caught: 0, dropped: 0 } } as never };
		const cost = ladderCost([openRung(passing, [], undefined, rates), openRung(never, [], undefined, rates)]);
		expect(cost.never).toEqual({ high: [1], middle: [1], low: [1] });
		expect([cost.high, cost.middle, cost.low]).toEqual([null, null, null]);
		expect(chanceBy(cost.at.high, 500)).toBe(0);
		expect(lessonsWords(cost, "middle")).toBe("cannot be passed at this rate");
	});
	test("a rule on three days takes three lessons at least", () => {
		const rung = openRung(freshRung("held"), [], undefined, { low: 0.8, rate: 0.9, high: 1 });
		const cost = ladderCost([{ ...rung, rule: { kind: "days", rule: { kind: "streak", r: 2 }, days: 3, gap: 1 } }]);
		expect([cost.high, cost.middle]).toEqual([3, 3]);
		expect(chanceBy(cost.at.high, 2)).toBe(0);
	});
});
