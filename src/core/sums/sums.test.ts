import fc from "fast-check";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { cases } from "@/core/__tests__/cases";
import { sums, work } from ".";
import { decimal, same, wholeTimes } from "./decimal";
import { effort, lineThrough } from "./effort";
import { energyOf } from "./energy";
import { distanceAt, flight, speedAt } from "./flight";
import { gapsOf } from "./gaps";
import { headStart, pointChance, winChance } from "./headStart";
import { ramp, rampOf } from "./ramp";
import { reactionSpeed } from "./reactionSpeed";
import { perMinute, slowToFull } from "./rhythm";
import { startTime } from "./startTime";
import type { SumField, SumValues } from "./sum";
import { triesIn } from "./triesFit";
import { turnsOf } from "./turns";
import { fromUnits, inUnits, tell, tellWords } from "./units";

const seeded = (seed: number) => {
	const rng = xoroshiro128plus(seed);
	return (low: number, high: number) => low + ((rng.next() >>> 0) / 4294967296) * (high - low);
};

describe("as much time at another distance", () => {
	test("by hand: half the way wants half the speed; 12 m/s from 9 m are 0.75 s", () => {
		expect(speedAt(12, 9, 4.5)).toBeCloseTo(6, 12);
		expect(flight(12, 9)).toBeCloseTo(0.75, 12);
		expect(distanceAt(12, 9, 6)).toBeCloseTo(4.5, 12);
		// With drag .1 a metre, 10 m at 20 m/s: (e - 1) / (.1 x 20) = .859 s; 5 m in that time: 20 (e^.5 - 1) / (e - 1).
		expect(flight(20, 10, 0.1)).toBeCloseTo((Math.E - 1) / 2, 12);
		expect(speedAt(20, 10, 5, 0.1)).toBeCloseTo((20 * (Math.sqrt(Math.E) - 1)) / (Math.E - 1), 12);
	});

	test("there and back again, with and without drag, takes as long, and little drag is none", () => {
		const between = seeded(1);
		for (let i = 0; i < 300; i++) {
			const [speed, far, near] = [between(1, 60), between(1, 60), between(0.5, 60)];
			const drag = i % 3 === 0 ? 0 : between(1e-6, 0.2);
			const v = speedAt(speed, far, near, drag);
			expect(distanceAt(speed, far, v, drag)).toBeCloseTo(near, 8);
			expect(flight(v, near, drag)).toBeCloseTo(flight(speed, far, drag), 8);
			expect(speedAt(v, near, far, drag)).toBeCloseTo(speed, 8);
			expect(speedAt(speed, far, near, 1e-9) / speedAt(speed, far, near)).toBeCloseTo(1, 6);
		}
	});

	test("a movement longer than the flight starts before it leaves", () => {
		expect(work(startTime, { arrives: 0.75, own: 0.45 })).toMatchObject({
			value: { large: { words: "after it leaves" } },
		});
		expect(work(startTime, { arrives: 0.4, own: 0.6 })).toMatchObject({
			value: { large: { words: "before it leaves" } },
		});
	});

	test("twice the speed is four times as hard; 210 g at 10 m/s are 10.5 J", () => {
		expect(energyOf(0.21, 10)).toBeCloseTo(10.5, 12);
		expect(energyOf(1, 6) / energyOf(1, 3)).toBe(4);
	});
});

describe("pace, ramps and tries", () => {
	test("16 beats in 12 seconds are 80 a minute; from 60 to 100 per cent in five sets", () => {
		expect(perMinute(16, 12)).toBe(80);
		expect(slowToFull(60, 5)).toEqual([60, 70, 80, 90, 100]);
		expect(slowToFull(60, 1)).toEqual([100]);
	});

	test("a ramp grows by a step, is cut back or held after a too much, and stays between start and goal", () => {
		const base = { from: 10, step: 2, goal: 16, weeks: 6, back: 1 };
		expect(rampOf({ ...base, tooMuch: [] })).toEqual([10, 12, 14, 16, 16, 16]);
		expect(rampOf({ ...base, tooMuch: [3] })).toEqual([10, 12, 14, 12, 14, 16]);
		expect(rampOf({ ...base, tooMuch: [3], back: 0 })).toEqual([10, 12, 14, 14, 16, 16]);
		expect(rampOf({ ...base, tooMuch: [1], back: 5 })).toEqual([10, 10, 12, 14, 16, 16]);
		// Downwards as well: a target that gets smaller.
		expect(rampOf({ ...base, from: 16, goal: 10, tooMuch: [2] })).toEqual([16, 14, 16, 14, 12, 10]);
		const between = seeded(2);
		for (let i = 0; i < 200; i++) {
			const [from, goal] = [Math.round(between(0, 50)), Math.round(between(0, 50))];
			const tooMuch = Array.from({ length: 4 }, () => 1 + Math.floor(between(0, 20)));
			const all = rampOf({ from, goal, step: 3, weeks: 20, tooMuch, back: i % 3 });
			for (const [week, value] of all.entries()) {
				expect(value).toBeGreaterThanOrEqual(Math.min(from, goal));
				expect(value).toBeLessThanOrEqual(Math.max(from, goal));
				if (week > 0 && tooMuch.includes(week))
					expect(Math.abs(value - from)).toBeLessThanOrEqual(Math.abs((all[week - 1] as number) - from));
			}
		}
	});

	test("tries that fit are those that a clock counts off", () => {
		const counted = (seconds: number, perTry: number, perSet: number, rest: number) => {
			let [left, tries] = [seconds, 0];
			for (;;) {
				if (tries > 0 && tries % perSet === 0) left -= rest;
				left -= perTry;
				if (left < 0) return tries;
				tries += 1;
			}
		};
		const between = seeded(3);
		for (let i = 0; i < 500; i++) {
			const ask = [
				Math.round(between(5, 3600)),
				Math.round(between(1, 40)),
				Math.ceil(between(0, 20)),
				Math.round(between(0, 120)),
			];
			expect([ask, triesIn(...(ask as [number, number, number, number]))]).toEqual([
				ask,
				counted(...(ask as [number, number, number, number])),
			]);
		}
	});

	test("a line through tries: exact on a line; one effort only, or less for more, is refused", () => {
		const { at0, slope } = lineThrough([2, 4, 6], [5, 9, 13]);
		expect([at0, slope]).toEqual([1, 2]);
		const asked = (efforts: number[], measured: number[]) => work(effort, { efforts, measured, asked: 5 });
		expect(asked([5, 5], [1, 2])).toMatchObject({ refusals: [{ path: "efforts" }] });
		expect(asked([2, 4], [3, 1])).toMatchObject({ refusals: [{ path: "measured" }] });
		expect(asked([2, 4], [3])).toMatchObject({ refusals: [{ path: "measured" }] });
	});
});

describe("with others", () => {
	test("every team has as many turns, nobody goes twice more than another of theirs, and the first go first", () => {
		expect(turnsOf([3, 4], null)).toEqual({
			total: 12,
			turns: [
				[4, 4, 4],
				[3, 3, 3, 3],
			],
		});
		expect(turnsOf([3, 4], 10)).toEqual({
			total: 10,
			turns: [
				[4, 3, 3],
				[3, 3, 2, 2],
			],
		});
		const between = seeded(4);
		for (let i = 0; i < 200; i++) {
			const sizes = Array.from({ length: 2 + (i % 4) }, () => Math.ceil(between(0, 9)));
			const { total, turns } = turnsOf(sizes, i % 2 === 0 ? null : 9 + Math.floor(between(0, 30)));
			for (const each of turns) {
				expect(each.reduce((sum, one) => sum + one, 0)).toBe(total);
				expect((each[0] as number) - (each.at(-1) as number)).toBeLessThanOrEqual(i % 2 === 0 ? 0 : 1);
			}
		}
	});

	test("with their gaps all arrive together", () => {
		const times = [14, 18.5, 21];
		expect(gapsOf(times)).toEqual([7, 2.5, 0]);
		expect(new Set(gapsOf(times).map((gap, i) => gap + (times[i] as number))).size).toBe(1);
	});

	test("a head start wins as often as it does in simulated games", () => {
		const [strong, weak, points] = [0.8, 0.6, 11];
		const between = seeded(5);
		const point = (): 0 | 1 | null => {
			const [good, other] = [between(0, 1) < weak, between(0, 1) < strong];
			return good === other ? null : good ? 0 : 1;
		};
		const game = (start: number): boolean => {
			const score: [number, number] = [start, 0];
			while (Math.max(...score) < points) {
				const to = point();
				if (to !== null) score[to] += 1;
			}
			return score[0] === points;
		};
		for (const start of [0, 4, 8]) {
			const won = Array.from({ length: 4000 }, () => game(start)).filter(Boolean).length;
			expect(Math.abs(winChance(points, start, pointChance(weak, strong)) - won / 4000)).toBeLessThan(0.03);
		}
	});

	test("by hand: to two points from nought at a half is a half; with one given, three in four", () => {
		expect(winChance(2, 0, 0.5)).toBeCloseTo(0.5, 12);
		expect(winChance(2, 1, 0.5)).toBeCloseTo(0.75, 12);
	});
});

describe("every sum", () => {
	test.each(sums.map((sum) => [sum.id, sum] as const))(
		"%s works with what it begins with, and says every number that cannot be",
		(_, sum) => {
			const outcome = work(sum, sum.fresh);
			expect(outcome).toMatchObject({ ok: true });
			if (!outcome.ok) return;
			expect(Number.isFinite(outcome.value.large.value)).toBe(true);
			for (const units of ["metric", "imperial"] as const)
				expect(tellWords(outcome.value.line, units)).not.toMatch(/NaN|undefined|Infinity/);
			for (const field of sum.fields) {
				if (field.optional) continue;
				for (const bad of [Number.NaN, field.least - 1, field.most + 1]) {
					const value = field.many === undefined ? bad : [bad];
					const refused = work(sum, { ...sum.fresh, [field.key]: value } as SumValues);
					expect(refused).toMatchObject({ ok: false, refusals: [{ path: field.key }] });
				}
			}
		},
	);

	test("a ramp to where it starts, and a week without end, are refused", () => {
		expect(work(ramp, { ...ramp.fresh, goal: 0.3 })).toMatchObject({ refusals: [{ path: "goal" }] });
	});

	test("units there and back", () => {
		for (const kind of ["length", "size", "speed", "mass", "energy", "drag"] as const)
			expect(fromUnits(inUnits(3.7, kind, "imperial"), kind, "imperial")).toBeCloseTo(3.7, 12);
		expect(tell({ value: 0.3048, of: "length" }, "imperial")).toBe("1 ft");
		expect(tell({ value: 1.005, of: "seconds" }, "metric")).toBe("1.01 s");
	});
});

test("how often grows like a height: a step a week, a step back after a week that was too much, and never past its goal", () => {
	const often = sums.find(({ id }) => id === "often") as (typeof sums)[number];
	const told = work(often, { from: 20, goal: 40, step: 5, weeks: 8, lessons: 2, tooMuch: [3], back: 1 });
	expect(told.ok && told.value.drawing).toMatchObject({
		of: "count",
		bars: [20, 25, 30, 25, 30, 35, 40, 40].map((value) => ({ value })),
	});
	expect(told.ok && told.value.large).toMatchObject({ value: 7, of: "count" });
});

describe("decimals are added, fitted and rounded as they were typed", () => {
	test("what binary fractions leave behind decides nothing", () => {
		expect([decimal(0.1 + 0.2, 12), decimal(1.005, 2), decimal(-2.5, 0), decimal(2.4999, 0), decimal(-0.2, 0)]).toEqual(
			[0.3, 1.01, -3, 2, -0],
		);
		expect([wholeTimes(0.3, 0.1), wholeTimes(0.29, 0.1), wholeTimes(60 * (2.2 - 2), 4)]).toEqual([3, 2, 3]);
		expect([same(0.3 + 9 * 0.1, 1.2), same(1.2, 1.2000001)]).toEqual([true, false]);
	});

	test.each([
		["metres", 1],
		["feet", 0.3048],
	])("a ramp in %s is there in the week that hundredths say", (_, base) => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: 300 }),
				fc.integer({ min: 1, max: 60 }),
				fc.integer({ min: 0, max: 20 }),
				fc.integer({ min: 0, max: 99 }),
				fc.uniqueArray(fc.integer({ min: 1, max: 20 }), { maxLength: 3 }),
				fc.integer({ min: 0, max: 2 }),
				(from, step, steps, beyond, tooMuch, back) => {
					const goal = from + step * steps + Math.min(step, beyond);
					fc.pre(goal !== from);
					const typed = (hundredths: number) => (hundredths / 100) * base;
					// Whole hundredths: nothing is left behind there.
					const by = { weeks: 30, tooMuch, back };
					const meant = rampOf({ from, step, goal, ...by });
					const told = rampOf({ from: typed(from), step: typed(step), goal: typed(goal), ...by });
					expect(told.map((value) => decimal((value / base) * 100, 4))).toEqual(meant);
					expect(told.indexOf(typed(goal))).toBe(meant.indexOf(goal));
				},
			),
		);
	});

	test("tries in so many minutes and tenths are those that whole tenths of seconds say", () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 10, max: 600 }),
				fc.integer({ min: 0, max: 90 }),
				fc.integer({ min: 10, max: 600 }),
				fc.integer({ min: 1, max: 20 }),
				fc.integer({ min: 0, max: 900 }),
				(minutes, setUp, perTry, perSet, rest) => {
					fc.pre(minutes > setUp);
					const seconds = 60 * (minutes / 10 - setUp / 10);
					expect(triesIn(seconds, perTry / 10, perSet, rest / 10)).toBe(
						triesIn(60 * (minutes - setUp), perTry, perSet, rest),
					);
				},
			),
		);
	});
});

describe("whatever is typed, in both units", () => {
	/** A number as it is typed: two decimals, in the units of the page, in the bounds or a little out of them. */
	const typedFor = (field: SumField, units: "metric" | "imperial") => {
		const [low, high] = [field.least, field.most].map((end) => inUnits(end, field.of, units)) as [number, number];
		const one = fc
			.oneof(
				fc.double({ min: low, max: high, noNaN: true }),
				fc.double({ min: low, max: Math.min(high, low + (high - low) / 50), noNaN: true }),
			)
			.map((value) => fromUnits(decimal(value, field.of === "count" ? 0 : 2), field.of, units));
		return field.many === undefined ? one : fc.array(one, { minLength: 1, maxLength: Math.min(6, field.many) });
	};
	test.each(sums.flatMap((sum) => (["metric", "imperial"] as const).map((units) => [sum.id, units, sum] as const)))(
		"%s in %s: a number in its bounds, or a sentence that names a field",
		(_, units, sum) => {
			fc.assert(
				fc.property(
					fc.record(Object.fromEntries(sum.fields.map((field) => [field.key, typedFor(field, units)]))),
					(values) => {
						const outcome = work(sum, values as SumValues, units);
						if (!outcome.ok) {
							for (const { path, sentence } of outcome.refusals) {
								expect(sum.fields.map(({ key }) => key)).toContain(path);
								expect(sentence).not.toMatch(/NaN|undefined|Infinity/);
							}
							return;
						}
						const { large, says, line, drawing } = outcome.value;
						if (sum.result) {
							expect(large.value).toBeGreaterThanOrEqual(sum.result.least);
							expect(large.value).toBeLessThanOrEqual(sum.result.most);
						}
						const words = [[large], ...says, line].map((one) => tellWords(one, units)).join(" ");
						expect(words).not.toMatch(/NaN|undefined|Infinity|e[+-]\d/);
						expect(JSON.stringify(drawing)).not.toContain("null");
					},
				),
				{ numRuns: cases(300) },
			);
		},
	);
	test.each(
		sums.flatMap((sum) =>
			sum.fields.filter(({ of }) => of === "count").map((field) => [sum.id, field.key, sum, field] as const),
		),
	)("%s: %s is whole", (_, key, sum, field) => {
		const part = field.least + 0.5;
		expect(work(sum, { ...sum.fresh, [key]: field.many === undefined ? part : [part] } as SumValues)).toMatchObject({
			ok: false,
			refusals: [{ path: key, sentence: expect.stringContaining("enter a whole number") }],
		});
	});
	test("what comes out beyond its own bounds is refused, by the field to change", () => {
		const said = (id: string, values: SumValues, units: "metric" | "imperial" = "metric") => {
			const sum = sums.find((one) => one.id === id) as (typeof sums)[number];
			const outcome = work(sum, { ...sum.fresh, ...values }, units);
			return outcome.ok ? "" : outcome.refusals[0]?.sentence;
		};
		expect(said("reaction", { near: 500, far: 10, drag: 0.05 })).toMatch(/^The result would be .*Possible is 0.1 m\/s/);
		expect(said("reaction", { far: 500, drag: 0.5 })).toContain(
			"The real flight would take over 60 s. Enter a shorter distance, less drag or more speed.",
		);
		expect(said("rhythm", { beats: 500, seconds: 0.2 })).toContain(
			"The result would be 150000 beats a minute. Possible is 1 beats a minute to 1000 beats a minute. Change the seconds they took.",
		);
		expect(said("effort", { efforts: [8, 9, 10], measured: [1, 5, 9], asked: 1 })).toContain(
			"Change the effort to ask for.",
		);
		expect(said("kit", { times: 5, measure: 3 }, "imperial")).toContain(
			"The result would be 590.6 in. Possible is 0.4 in to 118.1 in. Change the times.",
		);
	});
	test("a start that cannot make it even says so; one that can does not", () => {
		const says = (values: SumValues) => {
			const outcome = work(headStart, values);
			return outcome.ok ? outcome.value.says.map((one) => tellWords(one, "metric")).join(" ") : "";
		};
		expect(says({ points: 3, strong: 9.8, weak: 1 })).toContain("No start makes it even: 2 is the most there is.");
		expect(says({ points: 11, strong: 8, weak: 6 })).not.toContain("No start");
	});
	test("a speed is told as one knows it from the road, and drag by the foot", () => {
		expect(tell({ value: 12, of: "speed" }, "metric")).toBe("12 m/s (43 km/h)");
		expect(tell({ value: 12, of: "speed" }, "imperial")).toBe("39.4 ft/s (27 mph)");
		const drag = reactionSpeed.fields.find(({ key }) => key === "drag")?.hint ?? [];
		expect(tellWords(drag, "metric")).toContain("0.2 a metre");
		expect(tellWords(drag, "imperial")).toContain("0.061 a foot");
	});
});
