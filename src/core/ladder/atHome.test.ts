import fc from "fast-check";
import { beginJudging, judgeOne, type Rule } from "@/core/rules";
import { atHome, trackOf } from "./atHome";

const scale = [
	{ code: "hit", label: "came off", points: 1, success: true },
	{ code: "miss", label: "missed", points: -1, success: false },
];

test("a points game is a coin on a row of boxes; what is too long for that, or no points game, is not", () => {
	const rule: Rule = { kind: "points", weights: { hit: 1, miss: -2 }, target: 7, bust: 7 };
	expect(trackOf({ rule, scale })).toEqual({
		below: 7,
		above: 7,
		words:
			"Move a coin along the row of boxes. came off: 1 box on, missed: 2 boxes back. The last box ahead: passed. The last box behind: go one rung down",
	});
	expect(trackOf({ rule: { ...rule, target: 40 }, scale })).toBeNull();
	expect(trackOf({ rule: { kind: "streak", r: 3 }, scale })).toBeNull();
	const long = { rule: { ...rule, target: 40 }, scale };
	expect(atHome({ rule, scale }, "7 points", null)).toMatch(/^Move a coin along the row of boxes/);
	expect(atHome(long, "40 points", null)).toBe("Tick every try. Your coach judges the pass in the lesson");
	expect(atHome(long, "40 points", { kind: "block", k: 14, n: 17 })).toBe("14 good in a row of 17 boxes");
	expect(atHome({ rule: { kind: "streak", r: 3 }, scale }, "3 good in a row", null)).toBe("3 good in a row");
});

test("a coin moved along the boxes ends where the rule does", () => {
	const cases = fc.record({
		hit: fc.integer({ min: 1, max: 3 }),
		miss: fc.integer({ min: -3, max: 0 }),
		target: fc.integer({ min: 1, max: 10 }),
		bust: fc.option(fc.integer({ min: 1, max: 10 }), { nil: null }),
		marks: fc.array(fc.boolean(), { maxLength: 40 }),
	});
	fc.assert(
		fc.property(cases, ({ hit, miss, target, bust, marks }) => {
			const rule: Rule = { kind: "points", weights: { hit, miss }, target, bust };
			const track = trackOf({ rule, scale });
			if (!track) throw new Error("no track");
			let at = 0;
			let judging = beginJudging(rule);
			for (const good of marks) {
				if (at >= track.above || (bust && at <= -track.below)) break;
				at = Math.max(bust ? Number.NEGATIVE_INFINITY : -track.below, at + (good ? hit : miss));
				judging = judgeOne(rule, judging, { good, result: good ? "hit" : "miss" });
				expect(judging.metAt >= 0).toBe(at >= track.above);
			}
		}),
	);
});
