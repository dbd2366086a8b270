import fc from "fast-check";
import { usualDifficulties } from "@/core/difficulty/usual";
import type { Rung } from "@/core/ladder/ladder";
import { freshRung } from "@/core/ladder/rung";
import { heightsOf, predict } from "./predict";

const logit = (p: number) => Math.log(p / (1 - p));
const rung = (notches: Record<string, number>): Rung => ({ id: "r", settings: { ...freshRung("R"), notches } });

test("with nothing counted it says what it assumes, widely", () => {
	const [bottom, up] = predict([], [0, 4]);
	expect(logit(bottom?.rate ?? 0)).toBeCloseTo(1.7, 9);
	expect(logit(up?.rate ?? 0)).toBeCloseTo(0.7, 9);
	expect((bottom?.high ?? 0) - (bottom?.low ?? 0)).toBeGreaterThan(0.3);
});
test("with much counted it finds the line that the counts lie on, and narrows", () => {
	const truth = (height: number) => 1 / (1 + Math.exp(-(2 - 0.4 * height)));
	const counted = [0, 1, 2, 3, 4].map((height) => ({
		height,
		good: 4000 * truth(height),
		off: 4000 * (1 - truth(height)),
	}));
	const [at6] = predict(counted, [6]);
	expect(at6?.rate).toBeCloseTo(truth(6), 2);
	expect((at6?.high ?? 0) - (at6?.low ?? 0)).toBeLessThan(0.05);
});
test("the fit is where no small move makes it likelier", () => {
	fc.assert(
		fc.property(
			fc.array(fc.record({ height: fc.integer({ min: 0, max: 12 }), good: fc.nat(30), off: fc.nat(30) }), {
				maxLength: 6,
			}),
			(counted) => {
				const [low, high] = predict(counted, [0, 1]);
				const [at, fall] = [logit(low?.rate ?? 0), logit(low?.rate ?? 0) - logit(high?.rate ?? 0)];
				const likely = (a: number, b: number) =>
					counted.reduce(
						(sum, { height, good, off }) => {
							const p = 1 / (1 + Math.exp(-(a - b * height)));
							return sum + good * Math.log(p) + off * Math.log(1 - p);
						},
						-((a - 1.7) ** 2) / (2 * 1.2 ** 2) - (b - 0.25) ** 2 / (2 * 0.2 ** 2),
					);
				const here = likely(at, fall);
				for (const [da, db] of [
					[0.01, 0],
					[-0.01, 0],
					[0, 0.01],
					[0, -0.01],
				] as const)
					expect(likely(at + da, fall + db)).toBeLessThanOrEqual(here + 1e-9);
			},
		),
	);
});
test("the interval holds the rate, whatever was counted; more tries of the same narrow it", () => {
	const [few] = predict([{ height: 1, good: 3, off: 2 }], [1]);
	const [many] = predict([{ height: 1, good: 30, off: 20 }], [1]);
	for (const one of [few, many])
		expect((one?.low ?? 1) < (one?.rate ?? 0) && (one?.rate ?? 1) < (one?.high ?? 0)).toBe(true);
	expect((many?.high ?? 1) - (many?.low ?? 0)).toBeLessThan((few?.high ?? 1) - (few?.low ?? 0));
	expect(() => predict([{ height: 0, good: -1, off: 0 }], [0])).toThrow(RangeError);
});
test("a rung is as high as the notches that every rung sets weigh together", () => {
	expect(heightsOf([rung({ object: 0, tempo: 1 }), rung({ object: 3, tempo: 2 })], usualDifficulties)).toEqual([
		1, 5.5,
	]);
	expect(heightsOf([rung({ object: 2, tempo: 1 }), rung({ object: 3 })], usualDifficulties)).toEqual([2, 3.5]);
	expect(heightsOf([rung({}), rung({ object: 3 })], usualDifficulties)).toBeNull();
	expect(heightsOf([], usualDifficulties)).toBeNull();
});
