import { parse } from "@/core/refusals/refusals";
import { judge, Rule, ruleSentence } from ".";
import { tallyProves } from "./tally";
import { pointsAt, targetsOf } from "./targets";

/** Points for each target: near is worth one, far three. */

const rule: Rule = { kind: "points", weights: { hit: 1, miss: -1 }, targets: { near: 1, far: 3 }, target: 4 };
const at = (called: string | undefined, good = true) => ({
	good,
	result: good ? "hit" : "miss",
	...(called ? { called } : {}),
});

test("a good try earns what its target is worth; a miss costs what a miss costs, wherever it went", () => {
	const value = (...tries: ReturnType<typeof at>[]) => judge(rule, tries, 20).progress.value;
	expect(value(at("far"))).toBe(3);
	expect(value(at("near"), at("far", false))).toBe(0);
	expect(value(at("near"), at(undefined))).toBe(2);
	expect(judge(rule, [at("far"), at("near")], 20).met).toBe(true);
});
test("what it needs at best goes to the dearest target", () => {
	expect(judge(rule, [at("near")], 20).needs).toBe(1);
	expect(judge(rule, [], 20).needs).toBe(2);
});
test("it reads itself out, and its targets are those that are called", () => {
	expect(ruleSentence(rule)).toBe("4 points (on near +1, on far +3, hit +1, miss −1, never under 0)");
	expect(targetsOf(rule)).toEqual(["near", "far"]);
	expect(pointsAt({ kind: "any", rules: [{ kind: "streak", r: 2 }, rule] })).toEqual({ near: 1, far: 3 });
});
test("a tally, which names no target, proves only what holds at the cheapest", () => {
	expect(tallyProves(rule, { tries: 2, good: 2 })).toBe(false);
	expect(tallyProves(rule, { tries: 4, good: 4 })).toBe(true);
});
test("points of nothing are refused", () => {
	expect(parse(Rule, { ...rule, targets: { far: 0 } })).toMatchObject({
		refusals: [{ path: "targets.far", sentence: expect.stringContaining("enter at least 1") }],
	});
});
test("with no points of its own, the scale's hold", () => {
	const bare: Rule = { kind: "points", weights: {}, target: 3 };
	expect(parse(Rule, bare).ok).toBe(true);
	expect(ruleSentence(bare)).toBe("3 points (as the scale gives them, never under 0)");
	expect(judge(bare, [{ good: true, result: "clean", points: 2 }], 9).progress.value).toBe(2);
});
