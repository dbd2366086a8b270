import { uniform } from "@/core/analysis/simulate";
import type { Outcome } from "@/core/refusals/refusals";
import { estimateRate } from "./rate";

const sure = <T>(outcome: Outcome<T>): T => {
	if (!outcome.ok) throw new Error(outcome.refusals[0]?.sentence);
	return outcome.value;
};
const said = (outcome: Outcome<unknown>) => (outcome.ok ? "" : (outcome.refusals[0]?.sentence ?? ""));

describe("the rate on a rung", () => {
	const tries = (marks: string, daysAgo = 0) => [...marks].map((m) => ({ good: m === "g", daysAgo }));
	test("recent tries weigh more, old days less", () => {
		const rising = sure(estimateRate(tries("mmmmmmmmmmgggggggggg")));
		const falling = sure(estimateRate(tries("ggggggggggmmmmmmmmmm")));
		expect(rising.mean).toBeGreaterThan(0.55);
		expect(falling.mean).toBeLessThan(0.45);
		expect(sure(estimateRate(tries("gggg", 45))).weight).toBeCloseTo(sure(estimateRate(tries("gggg"))).weight / 2, 12);
	});
	test("by hand: one good try today is Beta(2, 1)", () => {
		const { mean, low, high, chanceReady } = sure(estimateRate(tries("g")));
		expect([mean, low, high, chanceReady].map((n) => Number(n.toFixed(6)))).toEqual([
			Number((2 / 3).toFixed(6)),
			Number(Math.sqrt(0.1).toFixed(6)),
			Number(Math.sqrt(0.9).toFixed(6)),
			Number((1 - 0.85 ** 2).toFixed(6)),
		]);
	});
	test("within a steep rise it says so, and a steady student is rarely told so", () => {
		const past = tries("mgmmgmgmmgmgmmgmmgmm", 7).concat(tries("gggggmgggg"));
		expect(sure(estimateRate(past)).trend).toEqual({ way: "rising", good: 9, of: 10 });
		expect(sure(estimateRate(tries("ggggggggggggmgggggggmmmgmmmmgm"))).trend?.way).toBe("falling");
		expect(sure(estimateRate(tries("gmgmgmgmgmgmgmgmgmgm"))).trend).toBeNull();
		const random = uniform(11);
		const told = Array.from({ length: 1000 }, () => {
			const rate = 0.4 + 0.5 * random();
			return sure(estimateRate(Array.from({ length: 60 }, () => ({ good: random() < rate, daysAgo: 0 })))).trend;
		}).filter((trend) => trend !== null);
		expect(told.length).toBeLessThan(140);
	});
	test("nothing tried is nothing known", () => {
		const nothing = sure(estimateRate([]));
		expect([nothing.mean, nothing.low, nothing.high].map((n) => Number(n.toFixed(6)))).toEqual([0.5, 0.1, 0.9]);
	});
	test("refuses what it cannot weigh", () => {
		expect(said(estimateRate([{ good: true, daysAgo: -1 }]))).toContain("0 or more");
		expect(said(estimateRate([], { halfTries: 20, halfDays: 45, ready: 1 }))).toContain("between 0 and 1");
	});
});
