import { readFileSync } from "node:fs";
import { join } from "node:path";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { FIGURE, figureOf, joints, type Pose, poseOf } from "./figure";
import { angleAt, distanceBy, judge, mirrorPoint, PLACING_PX } from "./measure";
import { bestOf, checkOf, measureStill, mirrorPoints, Still, stillFileSchema } from "./still";

const at = (x: number, y: number) => ({ x, y });
const shareOf = (seed: number) => {
	const rng = xoroshiro128plus(seed);
	return () => (rng.next() >>> 0) / 4294967296;
};

/** The three joints that each angle of a pose lies between. */
const angles = {
	shoulder: ["hip", "shoulder", "elbow"],
	elbow: ["shoulder", "elbow", "wrist"],
	hip: ["shoulder", "hip", "knee"],
	knee: ["hip", "knee", "ankle"],
} as const satisfies Record<keyof Pose, readonly [string, string, string]>;

test("by hand: a right angle, a straight one, none; with arms of 100 px two pixels at each point are 2.29 degrees", () => {
	const right = angleAt(at(100, 0), at(0, 0), at(0, 100));
	expect(right?.value).toBeCloseTo(90, 12);
	// Each arm 2/100 rad, B their sum across: sqrt(1 + 1 + 2) x .02 rad.
	expect(right?.error).toBeCloseTo(0.04 * (180 / Math.PI), 10);
	expect(angleAt(at(-50, 0), at(0, 0), at(70, 0))?.value).toBeCloseTo(180, 12);
	expect(angleAt(at(0, 0), at(0, 0), at(70, 0))).toBeNull();
});

test("a distance by a known one: 40 px where 100 px are a metre are 0.4 m; a known length of nothing says nothing", () => {
	const known = { from: at(0, 0), to: at(0, 100), metres: 1 };
	const told = distanceBy(at(0, 0), at(40, 0), known);
	expect(told?.value).toBeCloseTo(0.4, 12);
	expect(told?.error).toBeCloseTo(0.01 * 2 * Math.SQRT2 * Math.hypot(1, 0.4), 12);
	expect(distanceBy(at(0, 0), at(40, 0), { ...known, metres: 0 })).toBeNull();
	expect(distanceBy(at(0, 0), at(40, 0), { ...known, to: at(0, 0) })).toBeNull();
});

test("the error is what misplaced points do: the spread of many placings, each two pixels off in some direction", () => {
	const share = shareOf(3);
	const [a, b, c] = [at(0, 80), at(0, 0), at(110, -30)];
	const told = angleAt(a, b, c);
	const off = (p: { x: number; y: number }) => {
		const turn = 2 * Math.PI * share();
		return at(p.x + PLACING_PX * Math.cos(turn), p.y + PLACING_PX * Math.sin(turn));
	};
	const errors = Array.from({ length: 4000 }, () => (angleAt(off(a), off(b), off(c))?.value ?? 0) - (told?.value ?? 0));
	const spread = Math.sqrt(errors.reduce((sum, e) => sum + e * e, 0) / errors.length);
	// In any direction: one in the worst direction is the square root of two as far.
	expect((told?.error ?? 0) / spread).toBeCloseTo(Math.SQRT2, 1);
});

test("thirty seeded poses of the simulated camera: placed to the pixel, each angle is true within its own stated error", () => {
	for (let seed = 1; seed <= 30; seed++) {
		const pose = poseOf(seed);
		const figure = figureOf(pose);
		for (const joint of joints) {
			expect(figure[joint].x).toBeGreaterThan(0);
			expect(figure[joint].x).toBeLessThan(FIGURE.width);
			expect(figure[joint].y).toBeGreaterThan(0);
			expect(figure[joint].y).toBeLessThan(FIGURE.height);
		}
		for (const [name, [a, b, c]] of Object.entries(angles)) {
			const truth = pose[name as keyof Pose];
			const exact = angleAt(figure[a], figure[b], figure[c]);
			expect([seed, name, exact?.value.toFixed(6)]).toEqual([seed, name, truth.toFixed(6)]);
			const whole = (p: { x: number; y: number }) => at(Math.round(p.x), Math.round(p.y));
			const placed = angleAt(whole(figure[a]), whole(figure[b]), whole(figure[c]));
			expect(Math.abs((placed?.value ?? 0) - truth)).toBeLessThanOrEqual(placed?.error ?? 0);
		}
	}
});

test("poses are of every kind: bent and nearly straight, at each joint", () => {
	const all = Array.from({ length: 30 }, (_, i) => poseOf(i + 1));
	for (const joint of ["shoulder", "elbow", "hip", "knee"] as const) {
		const seen = all.map((pose) => pose[joint]);
		expect(Math.max(...seen) - Math.min(...seen)).toBeGreaterThan(55);
		expect(new Set(seen).size).toBeGreaterThan(12);
	}
});

test("on, short or beyond; where the error is wider than what is left to an end, nobody can tell", () => {
	const range = { low: 80, high: 100 };
	expect(judge({ value: 90, error: 3 }, range)).toBe("on");
	expect(judge({ value: 98, error: 3 }, range)).toBe("cannot tell");
	expect(judge({ value: 78, error: 3 }, range)).toBe("cannot tell");
	expect(judge({ value: 70, error: 3 }, range)).toBe("short");
	expect(judge({ value: 110, error: 3 }, range)).toBe("beyond");
});

const still = (elbow: number): Still => {
	const figure = figureOf({ ...poseOf(1), elbow });
	return {
		student: "isolde",
		lesson: null,
		ladder: null,
		rung: null,
		position: null,
		name: "Elbow",
		side: "left",
		day: "2026-11-27",
		picture: "a".repeat(64),
		width: FIGURE.width,
		height: FIGURE.height,
		points: joints.map((name) => ({ name, ...figure[name] })),
		measures: [{ kind: "angle", at: ["shoulder", "elbow", "wrist"], range: { low: 80, high: 100 } }],
		marks: [],
		words: "",
	};
};

test("a mirrored still measures the same, and mirrored twice it is itself", () => {
	const one = still(93);
	const mirrored = { ...one, points: mirrorPoints(one) };
	expect(measureStill(mirrored)[0]?.measured?.value).toBeCloseTo(93, 6);
	expect(mirrorPoints(mirrored)[2]?.x).toBeCloseTo(one.points[2]?.x ?? 0, 9);
	expect(mirrorPoint(at(10, 5), 640)).toEqual(at(630, 5));
});

test("the best is the one nearest to the middle of its range; none where nothing has one", () => {
	const [far, near] = [still(120), still(92)];
	expect(bestOf([far, near])).toBe(near);
	expect(bestOf([{ ...far, measures: [] }])).toBeNull();
});

test("a still names its points once, and measures only what is placed", () => {
	const one = still(90);
	expect(Still.safeParse(one).success).toBe(true);
	expect(Still.safeParse({ ...one, points: [...one.points, one.points[0]] }).success).toBe(false);
	expect(Still.safeParse({ ...one, points: one.points.slice(0, 2) }).success).toBe(false);
	expect(Still.safeParse({ ...one, day: "yesterday" }).success).toBe(false);
});

test("the schema of the file that is shipped is the one that is used", () => {
	const shipped = JSON.parse(readFileSync(join(process.cwd(), "docs", "still.schema.json"), "utf8"));
	expect(shipped).toEqual(JSON.parse(JSON.stringify(stillFileSchema())));
});

test("a position's tolerance says what it is checked by", () => {
	const range = { by: "range", low: 10, high: 20 } as const;
	expect(checkOf({ ...range, of: "angle", unit: "degrees" }, "hip, knee , ankle")).toEqual({
		of: "angle",
		low: 10,
		high: 20,
		at: ["hip", "knee", "ankle"],
	});
	expect(checkOf({ ...range, of: "distance", unit: "cm" }, "")).toMatchObject({ low: 0.1, high: 0.2, at: [] });
	expect(checkOf({ ...range, of: "distance", unit: "elbows" }, "")).toBeNull();
	expect(checkOf({ ...range, of: "seconds", unit: "s" }, "")).toBeNull();
	expect(checkOf({ by: "words" }, "")).toBeNull();
});
