import fc from "fast-check";
import { dayAfter } from "@/core/text/fields";
import {
	addDays,
	cautionOf,
	type LoadDay,
	limitsFor,
	loadOn,
	mondayOf,
	raisedOn,
	reachedOn,
	timesTries,
	weeksOf,
} from "./load";

/** A Friday. */
const TODAY = "2026-11-27";
const days = (...loads: [daysAgo: number, shoulder: number][]): LoadDay[] =>
	loads.map(([ago, shoulder]) => ({ day: dayAfter(TODAY, -ago), parts: { shoulder } }));
/** So much on the Monday of each week, the oldest first, this week's last. */
const weekly = (...loads: number[]): LoadDay[] =>
	loads.map((shoulder, i) => ({
		day: dayAfter(mondayOf(TODAY), -7 * (loads.length - 1 - i)),
		parts: { shoulder },
	}));

test("a day, and the seven days up to it", () => {
	expect(loadOn(days([0, 30], [6, 50], [7, 99], [-1, 99]), "shoulder", TODAY)).toEqual({ day: 30, week: 80 });
	expect(loadOn([], "shoulder", TODAY)).toEqual({ day: 0, week: 0 });
});

test("a limit is reached at its number, of the day and of the week each for itself", () => {
	const limits = [{ part: "shoulder" as const, day: 30, week: 100 }];
	const of = (...loads: [number, number][]) => reachedOn(days(...loads), limits, TODAY).map(({ of: which }) => which);
	expect(of([0, 29])).toEqual([]);
	expect(of([0, 30])).toEqual(["day"]);
	expect(of([0, 10], [3, 90])).toEqual(["week"]);
	expect(of([0, 30], [3, 70])).toEqual(["day", "week"]);
	expect(reachedOn(days([0, 500]), [{ part: "shoulder", day: null, week: null }], TODAY)).toEqual([]);
});

test("a caution: over the mean of the weeks before by the per cent, and over 1.1 times the largest", () => {
	const told = (...loads: number[]) => cautionOf(weekly(...loads), "shoulder", TODAY) !== null;
	expect(told(100, 100, 100, 100, 131)).toBe(true);
	expect(told(100, 100, 100, 100, 130)).toBe(false);
	// One large week before: not over 1.1 times it.
	expect(told(20, 20, 20, 140, 150)).toBe(false);
	expect(told(20, 20, 20, 140, 155)).toBe(true);
	// Weeks without any are left out; of one nothing is told.
	expect(told(0, 100, 0, 100, 131)).toBe(true);
	expect(told(0, 0, 0, 100, 500)).toBe(false);
});

test("the weeks are calendar weeks, Monday first", () => {
	expect(mondayOf("2026-11-23")).toBe("2026-11-23");
	expect(mondayOf("2026-11-29")).toBe("2026-11-23");
	expect(weeksOf(weekly(1, 2, 3), "shoulder", TODAY).map(({ load }) => load)).toEqual([0, 0, 1, 2, 3]);
});

test("whatever is added in whichever order, every day's sum is the sum of its parts", () => {
	const some = fc.array(fc.tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 1, max: 50 })), { maxLength: 20 });
	fc.assert(
		fc.property(some, some, (a, b) => {
			const both = addDays(days(...a), days(...b));
			expect(both).toEqual(addDays(days(...b), days(...a)));
			expect(new Set(both.map(({ day }) => day)).size).toBe(both.length);
			const sum = (all: LoadDay[]) => all.reduce((total, one) => total + (one.parts.shoulder ?? 0), 0);
			expect(sum(both)).toBe(sum(days(...a)) + sum(days(...b)));
		}),
	);
});

test("tries times what each loads; nothing for none", () => {
	expect(timesTries({ shoulder: 1.5, wrist: 0 }, 10)).toEqual({ shoulder: 15 });
	expect(timesTries({ shoulder: 1 }, 0)).toEqual({});
});

test("a raise lasts as long as what it raised, and lowers nothing", () => {
	const limits = [{ part: "knee" as const, day: 50, week: 200 }];
	const raise = (of: "day" | "week", ago: number, to: number) => ({
		part: "knee" as const,
		of,
		to,
		day: dayAfter(TODAY, -ago),
		reason: "a show",
	});
	const on = (...raises: ReturnType<typeof raise>[]) => raisedOn(limits, raises, TODAY)[0];
	expect(on(raise("day", 0, 70))).toEqual({ part: "knee", day: 70, week: 200 });
	expect(on(raise("day", 1, 70))).toMatchObject({ day: 50 });
	expect(on(raise("week", 6, 260))).toMatchObject({ week: 260 });
	expect(on(raise("week", 7, 260))).toMatchObject({ week: 200 });
	expect(on(raise("day", 0, 20), raise("week", 0, 20))).toEqual(limits[0]);
	expect(raisedOn([{ part: "knee", day: null, week: 200 }], [raise("day", 0, 70)], TODAY)[0]?.day).toBeNull();
});

test("of an age the narrowest bracket holds, one's own goes before it, and of an unknown age nothing is assumed", () => {
	const byAge = [
		{ under: 18, part: "shoulder" as const, day: 90, week: 400 },
		{ under: 12, part: "shoulder" as const, day: 40, week: 150 },
		{ under: 18, part: "knee" as const, day: 60, week: null },
	];
	const limitOf = (born: number | null, loadLimits: Parameters<typeof limitsFor>[0]["loadLimits"] = []) =>
		limitsFor({ born, loadLimits }, byAge, TODAY).map(({ part, day }) => [part, day]);
	expect(limitOf(2016)).toEqual([
		["shoulder", 40],
		["knee", 60],
	]);
	expect(limitOf(2010)).toEqual([
		["shoulder", 90],
		["knee", 60],
	]);
	expect(limitOf(2008)).toEqual([]);
	expect(limitOf(null)).toEqual([]);
	expect(limitOf(2016, [{ part: "shoulder", day: 55, week: null }])).toEqual([
		["shoulder", 55],
		["knee", 60],
	]);
});
