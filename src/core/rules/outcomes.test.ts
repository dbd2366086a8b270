import type { Rule } from ".";
import { outcomesGone, withoutGone, withRenamed } from "./outcomes";

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
