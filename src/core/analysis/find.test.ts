import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import type { Outcome } from "@/core/refusals/refusals";
import type { Rule } from "@/core/rules";
import { scales } from "@/core/rules/scale";
import { analyse } from "./analyse";
import { findRules, searchRules } from "./find";
import type { Progress } from "./finding";
import { walk } from "./walk";
import { splitBy, waysOn } from "./ways";

const sure = <T>(outcome: Outcome<T>): T => {
	if (!outcome.ok) throw new Error(outcome.refusals[0]?.sentence);
	return outcome.value;
};
const said = (outcome: Outcome<unknown>) => (outcome.ok ? "" : (outcome.refusals[0]?.sentence ?? ""));

describe("finding a rule", () => {
	test.each([
		[0.6, 0.85],
		[0.5, 0.8],
		[0.7, 0.9],
	])("not ready %d, ready %d: near Wald's bound, and the simplest with its price", (notReady, ready) => {
		const ask = { notReady, ready, riskPass: 0.1, riskHold: 0.1, limit: 60 };
		const finding = sure(findRules(ask));
		const [best] = finding.found;
		if (!best) throw new Error("none");
		expect(best.mean / finding.yardstick.mean).toBeLessThan(1.1);
		for (const found of finding.found) {
			const at = (rate: number) => sure(analyse(found.rule, { rate }, 60));
			expect(at(notReady).pass).toBeLessThanOrEqual(0.1);
			expect(at(ready).pass).toBeGreaterThanOrEqual(0.9);
			expect(found.mean).toBeCloseTo((at(notReady).attempts + at(ready).attempts) / 2, 9);
		}
		expect(finding.found.map((f) => f.mean)).toEqual([...finding.found.map((f) => f.mean)].sort((a, b) => a - b));
		const simple = finding.simplest?.found.rule as Extract<Rule, { kind: "points" }>;
		expect(Math.max(...Object.values(simple.weights).map(Math.abs))).toBeLessThanOrEqual(3);
		expect(finding.simplest?.price).toBeGreaterThanOrEqual(1);
		expect(finding.remarks.join(" ")).toContain("No “in a row” rule keeps both risks");
		expect(finding.remarks.join(" ")).toMatch(/window rule costs [234]\.\d times/);
	});
	test.each([
		[0.5, 0.75, 25, { kind: "points", weights: { hit: 5, miss: -2 }, target: 63, floor: 0 }, 22.06],
		[0.7, 0.9, 25, { kind: "points", weights: { hit: 5, miss: -9 }, target: 69, bust: 18 }, 18.98],
	])(
		"near its limit, %d and %d in %d: weights far from the ratio of the evidence",
		(notReady, ready, limit, rule, mean) => {
			const finding = sure(findRules({ notReady, ready, riskPass: 0.1, riskHold: 0.1, limit }));
			expect(finding.found[0]?.rule).toEqual(rule);
			expect(finding.found[0]?.mean).toBeCloseTo(mean, 2);
			expect(finding.simplest?.price ?? 1).toBeGreaterThanOrEqual(1);
		},
	);

	test("nothing among a thousand games drawn at random is cheaper than the best", () => {
		const ask = { notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 30 };
		const best = sure(findRules(ask)).found[0]?.mean ?? 0;
		const whole = (low: number, high: number) => fc.integer({ min: low, max: high });
		fc.assert(
			fc.property(whole(1, 5), whole(1, 15), whole(1, 120), whole(0, 60), (good, off, target, bust) => {
				const game = { good, off, target, bust: bust === 0 ? null : bust };
				const [low, high] = [walk(game, ask.notReady, ask.limit), walk(game, ask.ready, ask.limit)];
				if (low.pass > ask.riskPass || high.pass < 1 - ask.riskHold) return;
				expect((low.attempts + high.attempts) / 2).toBeGreaterThanOrEqual(best - 1e-9);
			}),
			{ numRuns: cases(1000) },
		);
	});

	test("the tries it says would do, do, and one fewer does not", () => {
		for (const [notReady, ready] of [
			[0.6, 0.85],
			[0.5, 0.75],
			[0.7, 0.9],
		] as const) {
			const ask = { notReady, ready, riskPass: 0.1, riskHold: 0.1, limit: 8 };
			const tries = Number(/About (\d+) tries/.exec(said(findRules(ask)))?.[1]);
			expect(findRules({ ...ask, limit: tries }).ok).toBe(true);
			expect(said(findRules({ ...ask, limit: tries - 1 }))).toContain(`About ${tries} tries are enough`);
		}
	});

	test("for a rung of three outcomes it keeps its promise there", () => {
		const ways = waysOn({ gate: "result", scale: scales["clean, rough or miss"] });
		const split = splitBy(ways, { "good/clean": 0.5, "good/rough": 0.5, "off/miss": 1 });
		const finding = sure(findRules({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60, split }));
		for (const { rule, passNotReady, passReady } of finding.found) {
			const at = (rate: number) => sure(analyse(rule, { rate, split }, 60)).pass;
			expect(at(0.6)).toBeCloseTo(passNotReady, 9);
			expect(at(0.85)).toBeCloseTo(passReady, 9);
			expect([passNotReady <= 0.1, passReady >= 0.9]).toEqual([true, true]);
		}
		// Judged by form as well, a third of what is not good costs nothing: the rule is another one, and holds.
		const both = waysOn({ gate: "both" });
		const idle = splitBy(both, { "good/hit": 1, "off/hit": 0.33, "off/miss": 0.67 });
		const found = sure(findRules({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60, split: idle }));
		const [best] = found.found;
		expect(best && sure(analyse(best.rule, { rate: 0.6, split: idle }, 60)).pass).toBeLessThanOrEqual(0.1);
	});

	test("it can be watched and stopped", () => {
		const search = searchRules({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60 });
		const steps = Array.from({ length: 10 }, () => search.next().value as Progress);
		// The first result shows as soon as it is known.
		expect(steps[0]?.first?.rule).toEqual({ kind: "points", weights: { hit: 1, miss: -3 }, target: 7, bust: 7 });
		const seen = steps.map(({ done }) => done);
		expect(seen.every((n, i) => n >= 0 && n <= 1 && (i === 0 || n >= (seen[i - 1] as number)))).toBe(true);
		expect(search.return({ ok: false, refusals: [] }).done).toBe(true);
	});
	test.each([
		[{ limit: 15 }, "A limit of 15 is too low to tell 0.6 from 0.85 at these risks. About 21 tries are enough."],
		[{ notReady: 0.9 }, "Ready (0.85) must be at least 0.02 above not ready (0.9): enter 0.92 or more."],
		[{ riskPass: 0.6 }, "The risk of passing a student who is not ready: enter a number from 0.001 to 0.49, not 0.6."],
		[{ ready: Number.NaN }, "Ready: enter a rate from 0.01 to 0.99, not NaN."],
		[{ limit: -3 }, "Limit: enter a whole number from 1 to 500, not -3."],
	])("%j is refused with what would do", (change, sentence) => {
		expect(said(findRules({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60, ...change }))).toBe(
			sentence,
		);
	});
});
