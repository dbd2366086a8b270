import { chanceAtLeast } from "@/core/estimate/chanceAtLeast";

test("the chance that a rate is reached agrees with numeric integration", () => {
	for (const [a, b, x] of [
		[1, 9, 0.6],
		[4, 6, 0.6],
		[12, 3, 0.85],
		[1, 1, 0.3],
		[40, 61, 0.5],
	] as const) {
		const n = 200_000;
		let above = 0;
		let all = 0;
		for (let i = 0; i < n; i++) {
			const p = (i + 0.5) / n;
			const density = p ** (a - 1) * (1 - p) ** (b - 1);
			all += density;
			if (p > x) above += density;
		}
		expect(chanceAtLeast(a, b, x)).toBeCloseTo(above / all, 5);
	}
	expect([chanceAtLeast(3, 4, 0), chanceAtLeast(3, 4, 1)]).toEqual([1, 0]);
	expect(() => chanceAtLeast(0, 1, 0.5)).toThrow(RangeError);
	expect(() => chanceAtLeast(1, 1, 1.5)).toThrow(RangeError);
});
