import { readFileSync } from "node:fs";
import { join } from "node:path";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { parse } from "@/core/refusals/refusals";
import { examples } from "@/core/skill/examples";
import { Skill, SkillToKeep } from "@/core/skill/skill";
import { FIGURE, figureOf, joints, type Pose, poseOf } from "./figure";
import { angleAt, distanceBy, endsRefusal, judge, mirrorPoint, PLACING_PX, type Point } from "./measure";
import { bestOf, checkOf, measureStill, mirrorPoints, Still, StillToKeep } from "./still";
import { stillFileSchema } from "./stillSchema";

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
	expect(judge({ value: 90, error: 3 }, range, "angle")).toBe("on");
	expect(judge({ value: 98, error: 3 }, range, "angle")).toBe("cannot tell");
	expect(judge({ value: 78, error: 3 }, range, "angle")).toBe("cannot tell");
	expect(judge({ value: 70, error: 3 }, range, "angle")).toBe("short");
	expect(judge({ value: 110, error: 3 }, range, "angle")).toBe("beyond");
});

/** A point put where it belongs but for a placing error of `PLACING_PX` all told, in any direction. */
const misplaced = ({ x, y }: Point, dice: () => number): Point => {
	const [far, way] = [PLACING_PX * Math.sqrt(-2 * Math.log(1 - dice())) * Math.SQRT1_2, 2 * Math.PI * dice()];
	return { x: x + far * Math.cos(way), y: y + far * Math.sin(way) };
};

describe("where nothing can lie beyond an end, it decides nothing", () => {
	test("a straight joint is seen as straight, and a touch as a touch", () => {
		const dice = shareOf(7);
		const [a, b, c] = [
			{ x: 0, y: 0 },
			{ x: 120, y: 0 },
			{ x: 240, y: 0 },
		];
		const told = Array.from({ length: 400 }, () => {
			const measured = angleAt(misplaced(a, dice), misplaced(b, dice), misplaced(c, dice));
			return measured && judge(measured, { low: 165, high: 180 }, "angle");
		});
		expect(told.filter((one) => one === "on").length).toBeGreaterThan(390);
		expect(judge({ value: 0.004, error: 0.01 }, { low: 0, high: 0.05 }, "distance")).toBe("on");
		expect(judge({ value: 3, error: 4 }, { low: 0, high: 180 }, "angle")).toBe("on");
		expect(judge({ value: 0.045, error: 0.01 }, { low: 0, high: 0.05 }, "distance")).toBe("cannot tell");
	});
	test.each([
		["angle", { low: 168, high: 192 }, "degrees", "192 degrees"],
		["angle", { low: -10, high: 20 }, "degrees", "-10 degrees"],
		["distance", { low: -0.05, high: 0.05 }, "m", "-0.05 m"],
	] as const)(
		"a range of an %s that no picture can show is refused with its end; one kept before is not judged by",
		(of, range, unit, end) => {
			expect(endsRefusal(of, range, unit)).toContain(`, not ${end}`);
			expect(judge({ value: 156, error: 1 }, range, of)).toBe("cannot be judged");
			expect(endsRefusal(of, { low: 0, high: 1 }, unit)).toBeNull();
		},
	);
	test("such a range is refused where it is to be kept, on a still and on a skill, and read where it was", () => {
		const measures = [{ kind: "angle", at: ["shoulder", "elbow", "wrist"], range: { low: 170, high: 190 } }];
		const bad = { ...still(90), measures };
		expect(parse(Still, bad)).toMatchObject({ ok: true });
		expect(parse(StillToKeep, bad)).toMatchObject({ ok: false, refusals: [{ path: "measures.0.range" }] });
		const [first, ...rest] = examples.threeBalls.positions;
		const tolerance = { by: "range", of: "angle", unit: "degrees", low: 170, high: 190 };
		const skill = {
			...examples.threeBalls,
			positions: [{ ...first, tolerance, measuredAt: "hip, knee, ankle" }, ...rest],
		};
		expect(parse(Skill, skill)).toMatchObject({ ok: true });
		expect(parse(SkillToKeep, skill)).toMatchObject({ ok: false, refusals: [{ path: "positions.0.tolerance" }] });
		for (const example of Object.values(examples)) expect(parse(SkillToKeep, example)).toMatchObject({ ok: true });
	});
});

test("the error of a distance is what misplacing its points gives, also where it shares an end with the known length", () => {
	const dice = shareOf(11);
	for (const shared of [true, false])
		for (const end of [
			{ x: 100, y: 200 },
			{ x: -90, y: 40 },
			{ x: 150, y: 10 },
		]) {
			const from = { x: 10, y: 10 };
			const a = shared ? from : { x: 11, y: 9 };
			const to = { x: 210, y: 30 };
			const error = distanceBy(a, end, { from, to, metres: 1 })?.error ?? 0;
			const values = Array.from({ length: 6000 }, () => {
				const moved = misplaced(from, dice);
				const start = shared ? moved : misplaced(a, dice);
				return distanceBy(start, misplaced(end, dice), { from: moved, to: misplaced(to, dice), metres: 1 })?.value ?? 0;
			});
			const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
			const spread = Math.sqrt(values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / values.length);
			// Along any one direction a misplaced point is off by 1/√2 of that.
			expect(error / (spread * Math.SQRT2)).toBeGreaterThan(0.95);
			expect(error / (spread * Math.SQRT2)).toBeLessThan(1.05);
		}
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
