import { parse } from "@/core/refusals/refusals";
import { hitOrMiss, type Rule, Rule as RuleSchema } from "@/core/rules";
import { presets } from "@/core/rules/presets";
import { operatingCurve } from "./analyse";
import { cautions, spreadOf } from "./cautions";
import { sharesOf, splitBy, waysOn } from "./ways";

const said = (rule: Rule, limit: number, notReady = 0.6, ready = 0.85) => {
	const curve = operatingCurve(rule, limit);
	if (!curve.ok) throw new Error(curve.refusals[0]?.sentence);
	return cautions(rule, limit, curve.value, { notReady, ready, outcomes: hitOrMiss })
		.map(({ sentence }) => sentence)
		.join(" ");
};

test("a lucky rule is warned of with its number, a trusty one is not", () => {
	expect(said({ kind: "rolling", k: 9, n: 12 }, 36)).toBe(
		"A student who is not ready passes in 75 of 100 lessons. Over 25 is called luck here.",
	);
	expect(said({ kind: "points", weights: { hit: 1, miss: -2 }, target: 7, bust: 7 }, 60)).toBe("");
});
test("a window longer than the limit, a rule out of reach, a coin toss, one that holds everybody back", () => {
	expect(said({ kind: "rolling", k: 9, n: 12 }, 10)).toContain(
		"This rule looks at 12 tries, but the limit is 10: there are never enough. For a ready student (8.5 in 10) it is nearly a coin toss: passes in 54 of 100 lessons.",
	);
	expect(said({ kind: "streak", r: 9 }, 8)).toContain(
		"This rule takes at least 9 tries, but the limit for a day is 8.",
	);
	expect(said({ kind: "streak", r: 9 }, 20)).toContain(
		"For a ready student (8.5 in 10) it is nearly a coin toss: passes in 60 of 100 lessons.",
	);
	expect(said({ kind: "streak", r: 20 }, 25)).toContain("holds back most ready students");
});
test("the spread of tries to a pass is read off the chances to pass at each", () => {
	expect(spreadOf([0.2, 0.2, 0.1])).toEqual({ half: 2, most: 3 });
	expect(spreadOf([0, 0, 0.9])).toEqual({ half: 3, most: 3 });
	expect(spreadOf([0, 0])).toBeNull();
});
test.each(presets.map((preset) => [preset.purpose, preset.rule, preset.scale] as const))(
	"%s: a rule that can be stored and met",
	(_, rule, scale) => {
		expect(parse(RuleSchema, rule).ok).toBe(true);
		const ways = waysOn({ gate: "result", ...(scale ? { scale } : {}) });
		const curve = operatingCurve(rule, 60, 11, { split: splitBy(ways, sharesOf(ways).shares) });
		expect(curve.ok && (curve.value.pass.at(-1) as number)).toBeGreaterThan(0.9);
	},
);
