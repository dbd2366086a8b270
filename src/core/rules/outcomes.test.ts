import type { Rule } from ".";
import { outcomesGone, outcomesNew, withNew, withoutGone, withRenamed } from "./outcomes";

const points: Rule = { kind: "points", weights: { clean: 2, rough: 1, miss: -1 }, target: 4 };
const both = { kind: "all", rules: [{ kind: "streak", r: 2 }, points] } as Rule;
const nested = { kind: "days", days: 2, gap: 1, rule: both } as Rule;

test("outcomes that are gone are found in every part, and taken out of each", () => {
	expect(outcomesGone(nested, ["clean", "miss"])).toEqual(["rough"]);
	expect(outcomesGone({ kind: "streak", r: 3 }, ["clean"])).toEqual([]);
	const mended = withoutGone(nested, ["clean", "miss"]);
	expect(outcomesGone(mended, ["clean", "miss"])).toEqual([]);
	expect(JSON.stringify(mended)).toContain('"weights":{"clean":2,"miss":-1}');
	expect(outcomesGone(nested, [])).toEqual(["clean", "rough", "miss"]);
});

test("an outcome that gets another name keeps its points", () => {
	expect(JSON.stringify(withRenamed(nested, "rough", "wobbly"))).toContain('{"clean":2,"wobbly":1,"miss":-1}');
});

test("what is new to a game with points of its own is asked for, and begins with the scale's", () => {
	const scale = [
		{ code: "clean", label: "clean", points: 2, success: true },
		{ code: "held", label: "held", points: 3, success: true },
		{ code: "miss", label: "miss", points: -1, success: false },
	];
	expect(outcomesNew(nested, scale).map(({ code }) => code)).toEqual(["held"]);
	const mended = withNew(nested, scale);
	expect(JSON.stringify(mended)).toContain('{"clean":2,"rough":1,"miss":-1,"held":3}');
	expect(outcomesNew(mended, scale)).toEqual([]);
	// A game that goes by the scale's points has none of its own, and a streak has no points.
	const byScale: Rule = { kind: "points", weights: {}, target: 4 };
	expect(outcomesNew(byScale, scale)).toEqual([]);
	expect(withNew(byScale, scale)).toEqual(byScale);
	expect(outcomesNew({ kind: "streak", r: 3 }, scale)).toEqual([]);
});
