import { ladderCost } from "./cost";
import { lessonsUntil, seasonTo } from "./season";

test("lessons until a day, at so many a week; none where the day is not to come", () => {
	expect(lessonsUntil("2026-03-01", "2026-03-29", 1)).toBe(4);
	expect(lessonsUntil("2026-03-01", "2026-03-29", 1.5)).toBe(6);
	expect(lessonsUntil("2026-03-01", "2026-03-07", 1)).toBe(0);
	expect(lessonsUntil("2026-03-29", "2026-03-01", 2)).toBe(0);
	// Over the night the clocks change a week is a week.
	expect(lessonsUntil("2026-03-22", "2026-04-05", 1)).toBe(2);
});

test("the chance to be there grows with lessons and with what is to be expected", () => {
	const rung = {
		rule: { kind: "streak", r: 4 },
		limit: 12,
		low: 0.4,
		middle: 0.6,
		high: 0.8,
		split: "hit or miss",
	} as const;
	const cost = ladderCost([rung, rung]);
	const [few, many] = [seasonTo(cost, 2, 3), seasonTo(cost, 2, 9)];
	expect(few.pace).toBeCloseTo(2 / 3, 12);
	expect(few.chance.low).toBeLessThan(few.chance.middle);
	expect(few.chance.middle).toBeLessThan(few.chance.high);
	expect(few.chance.middle).toBeLessThan(many.chance.middle);
	expect(seasonTo(cost, 2, 0)).toMatchObject({
		pace: Number.POSITIVE_INFINITY,
		chance: { high: 0, middle: 0, low: 0 },
	});
});
