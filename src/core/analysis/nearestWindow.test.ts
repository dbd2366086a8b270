import { analyseAt } from "./analyse";
import { nearestWindow, windowCost } from "./nearestWindow";

const scale = [
	{ code: "hit", label: "came off", points: 1, success: true },
	{ code: "miss", label: "missed", points: -1, success: false },
];
const rung = { gate: "result" as const, scale, limit: 40, readyRate: 0.85 };
const game = { kind: "points" as const, weights: { hit: 4, miss: -11 }, target: 40, bust: 40 };

test("a game too long for boxes becomes the row of boxes that judges most alike", () => {
	const near = nearestWindow({ ...rung, rule: game });
	const [low, high] = [0.6, 0.85].map((rate) => analyseAt(game, rate, 40));
	expect(near.instead).toEqual({ notReady: low?.pass, ready: high?.pass });
	const off = (rule: { kind: "block"; k: number; n: number }) =>
		Math.max(
			Math.abs(analyseAt(rule, 0.6, 40).pass - (low?.pass ?? 0)),
			Math.abs(analyseAt(rule, 0.85, 40).pass - (high?.pass ?? 0)),
		);
	for (const [k, n] of [
		[9, 12],
		[8, 10],
		[12, 15],
		[14, 17],
		[16, 20],
	] as const)
		expect(off(near.rule)).toBeLessThanOrEqual(off({ kind: "block", k, n }) + 1e-12);
	expect(near.moreTries).toBe(Math.round(analyseAt(near.rule, 0.85, 40).attempts - (high?.attempts ?? 0)));
});

test("what it costs is said in lines, with more, as many and fewer tries", () => {
	const one = { ...nearestWindow({ ...rung, rule: game }), moreTries: 1 };
	const said = windowCost(one);
	expect(said.map(([label]) => label)).toEqual(["not ready, of 100 pass", "ready, of 100 pass", "tries"]);
	expect(said[0]?.[1]).toBe(
		`${Math.round(100 * one.pass.notReady)}, in the lesson ${Math.round(100 * one.instead.notReady)}`,
	);
	expect([1, 0, -4].map((moreTries) => windowCost({ ...one, moreTries })[2]?.[1])).toEqual([
		"1 more",
		"as many",
		"4 fewer",
	]);
});

test("fewer tries than make a row are a mistake of the caller", () => {
	expect(() => nearestWindow({ ...rung, limit: 3, rule: game })).toThrow(/at least 4 tries/);
});
