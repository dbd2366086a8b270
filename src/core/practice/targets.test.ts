import fc from "fast-check";
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { USUAL } from "./assignment";
import { type Counted, suggestTarget } from "./targets";

const DOSE = 20;
const at = (target: number, ...goods: number[]): Counted[] =>
	goods.map((good) => ({ good, tries: DOSE, target, dose: DOSE }));
const item = { target: 14, dose: DOSE, step: 2 };

test("raised at five of five, lowered at two or fewer, left at three and four", () => {
	expect(suggestTarget(at(14, 14, 15, 16, 14, 20), item, USUAL)).toEqual({ to: 16, met: 5, of: 5 });
	expect(suggestTarget(at(14, 14, 15, 13, 14, 20), item, USUAL)).toBeNull();
	expect(suggestTarget(at(14, 14, 15, 13, 10, 20), item, USUAL)).toBeNull();
	expect(suggestTarget(at(14, 14, 15, 13, 10, 9), item, USUAL)).toEqual({ to: 12, met: 2, of: 5 });
	expect(suggestTarget(at(14, 0, 0, 0, 0, 0), item, USUAL)).toEqual({ to: 12, met: 0, of: 5 });
});

test("four say nothing yet, and what was under another target says nothing at all", () => {
	expect(suggestTarget(at(14, 20, 20, 20, 20), item, USUAL)).toBeNull();
	expect(suggestTarget([...at(12, 20), ...at(14, 20, 20, 20, 20)], item, USUAL)).toBeNull();
	expect(suggestTarget([...at(14, 20, 20), ...at(12, 1, 1, 1), ...at(14, 20, 20, 20)], item, USUAL)?.to).toBe(16);
});

test("an entry that was broken off counts only where it had met the target already", () => {
	const short: Counted = { good: 5, tries: 6, target: 14, dose: DOSE };
	expect(suggestTarget([...at(14, 9, 9, 9, 9), short], item, USUAL)).toBeNull();
	expect(suggestTarget([...at(14, 14, 14, 14, 14), { ...short, good: 14, tries: 15 }], item, USUAL)?.to).toBe(16);
});

test("a target is never over the tries asked for, nor under one", () => {
	expect(suggestTarget(at(19, 20, 20, 20, 20, 20), { ...item, target: 19 }, USUAL)?.to).toBe(20);
	expect(suggestTarget(at(20, 20, 20, 20, 20, 20), { ...item, target: 20 }, USUAL)).toBeNull();
	expect(suggestTarget(at(1, 0, 0, 0, 0, 0), { ...item, target: 1 }, USUAL)).toBeNull();
});

test("the thresholds are a setting", () => {
	expect(suggestTarget(at(14, 14, 14, 9), item, { of: 3, raise: 2, lower: 0 })?.to).toBe(16);
	expect(suggestTarget(at(14, 9, 9, 14), item, { of: 3, raise: 3, lower: 0 })).toBeNull();
});

test("more good never lowers what is suggested", () => {
	fc.assert(
		fc.property(
			fc.array(fc.integer({ min: 0, max: DOSE }), { minLength: 5, maxLength: 9 }),
			fc.nat(8),
			fc.integer({ min: 1, max: 5 }),
			(goods, which, more) => {
				const better = goods.map((good, i) => (i === which ? Math.min(DOSE, good + more) : good));
				const to = (some: number[]) => suggestTarget(at(14, ...some), item, USUAL)?.to ?? 14;
				expect(to(better)).toBeGreaterThanOrEqual(to(goods));
			},
		),
	);
});

/** Chance that a student with this rate has at least so many of so many good. */
function chanceOf(rate: number, target: number): number {
	let sum = 0;
	let ways = 1;
	for (let k = 0; k <= DOSE; k++) {
		if (k >= target) sum += ways * rate ** k * (1 - rate) ** (DOSE - k);
		ways = (ways * (DOSE - k)) / (k + 1);
	}
	return sum;
}

test("met 7 times in 10, both happen about as often: 17 and 16 of 100", () => {
	const five = (p: number, k: number) => ([1, 5, 10, 10, 5, 1][k] as number) * p ** k * (1 - p) ** (5 - k);
	expect(five(0.7, 5)).toBeCloseTo(0.168, 3);
	expect(five(0.7, 0) + five(0.7, 1) + five(0.7, 2)).toBeCloseTo(0.163, 3);
});

test.each([0.5, 0.6, 0.7, 0.8])(
	"a steady student at %p comes to a target they meet about seven times in ten",
	(rate) => {
		const dice = xoroshiro128plus(20261127 + rate * 100);
		let target = 4;
		let entries: Counted[] = [];
		const chances: number[] = [];
		for (let day = 0; day < 6000; day++) {
			const good = Array.from({ length: DOSE }, () => uniformFloat64(dice)).filter((u) => u < rate).length;
			entries.push({ good, tries: DOSE, target, dose: DOSE });
			const to = suggestTarget(entries, { target, dose: DOSE, step: 1 }, USUAL)?.to;
			if (to !== undefined) {
				target = to;
				entries = [];
			}
			if (day > 500) chances.push(chanceOf(rate, target));
		}
		const mean = chances.reduce((sum, one) => sum + one, 0) / chances.length;
		expect(mean).toBeGreaterThan(0.62);
		expect(mean).toBeLessThan(0.78);
	},
);
