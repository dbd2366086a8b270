import { analyseAt } from "@/core/analysis/analyse";
import { freshRung } from "@/core/ladder/rung";
import type { Rule } from "@/core/rules";
import { NEAR_CHANCE, nearAsk } from "./nearPass";

const rung = (rule: Rule, limit = 30) => ({ id: "r", settings: { ...freshRung("Low"), rule, limit } });
const seen = { day: "2026-03-10", positions: [], coach: {} };
const hole = (marks: string, change: object = {}) => ({
	...{ state: "open" as const, metDays: [], ways: {} },
	recent: [{ lesson: "l", day: "2026-03-10", tries: marks.length, good: 0, met: false, marks }],
	...change,
});
const good = "1";
const off = "0";

test("of fewer than eight tries, and of a rung that is passed, nothing is said", () => {
	const rule: Rule = { kind: "rolling", k: 7, n: 9 };
	expect(nearAsk(rung(rule), null, seen)).toBeNull();
	expect(nearAsk(rung(rule), hole(good.repeat(7)), seen)).toBeNull();
	expect(nearAsk(rung(rule), hole(good.repeat(20), { state: "passed" }), seen)).toBeNull();
	expect(nearAsk(rung(rule), hole(good.repeat(8)), seen)).toMatchObject({ kind: "chance", limit: 30 });
});

test("near is 50 of 100 for the next lesson at today's score", () => {
	const rule: Rule = { kind: "rolling", k: 7, n: 9 };
	const chance = (marks: string) => {
		const ask = nearAsk(rung(rule), hole(marks), seen);
		return ask?.kind === "chance" ? analyseAt(ask.rule, ask.rate, ask.limit, ask.split).pass : -1;
	};
	expect(chance((good.repeat(4) + off).repeat(4))).toBeGreaterThan(NEAR_CHANCE);
	expect(chance((good + off.repeat(2)).repeat(5))).toBeLessThan(NEAR_CHANCE);
});

test("a rule on days is near with all but one of them met", () => {
	const rule = { kind: "days", rule: { kind: "block", k: 7, n: 8 }, days: 3, gap: 1 } as unknown as Rule;
	const on = (...metDays: string[]) => nearAsk(rung(rule), hole("", { metDays }), seen);
	expect(on("2026-03-01")).toBeNull();
	expect(on("2026-03-01", "2026-03-05")).toEqual({ kind: "days" });
});
