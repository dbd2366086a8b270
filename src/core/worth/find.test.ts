import type { Rule } from "@/core/rules";
import type { Outcome } from "@/core/words/refuse";
import { analyse } from "./analyse";
import { findRules, searchRules } from "./find";

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
		expect(finding.remarks[0]).toContain("No streak keeps both risks");
		expect(finding.remarks[1]).toMatch(/window rule costs [234]\.\d times/);
	});
	test("it can be watched and stopped", () => {
		const search = searchRules({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60 });
		const seen = Array.from({ length: 10 }, () => search.next().value as number);
		expect(seen.every((n, i) => n >= 0 && n <= 1 && (i === 0 || n >= (seen[i - 1] as number)))).toBe(true);
		expect(search.return({ ok: false, refusals: [] }).done).toBe(true);
	});
	test.each([
		[{ limit: 15 }, "Rep limit is 15, too few to tell 0.6 from 0.85 at these risks; about 22 tries would do."],
		[{ notReady: 0.9 }, "Ready is 0.85, not ready 0.9; ready must be higher by 0.02 at least, so 0.92 or more."],
		[
			{ riskPass: 0.6 },
			"The risk of passing the one not ready is 0.6; from 0.001 to 0.49 is possible, 0.49 is the nearest.",
		],
		[{ ready: Number.NaN }, "Ready is NaN; a rate from 0.01 to 0.99 is needed, 0.01 is the nearest."],
		[{ limit: -3 }, "Rep limit is -3; a whole number from 1 to 500 is needed."],
	])("%j is refused with what would do", (change, sentence) => {
		expect(said(findRules({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60, ...change }))).toBe(
			sentence,
		);
	});
});
