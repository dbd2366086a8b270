import type { LadderCost } from "./cost";
import { daysOn, shareLessons } from "./lessonsOn";
import { dayAt, endsWords, likelyWords, rangeWords, ratioWords } from "./outlookWords";

test.each([
	[{ likely: 12, low: 8, high: 20, horizon: 24 }, "12 lessons", "8 to 20"],
	[{ likely: 1, low: 1, high: 1, horizon: 8 }, "1 lesson", "1"],
	[{ likely: 7, low: 3, high: null, horizon: 8 }, "7 lessons", "3 or more"],
	[{ likely: null, low: 6, high: null, horizon: 8 }, "over 8 lessons, at least 6", "6 or more"],
	[{ likely: null, low: null, high: null, horizon: 8 }, "over 8 lessons", null],
])("lessons to the top in words: %j", (top, likely, range) => {
	expect(likelyWords(top)).toBe(likely);
	expect(rangeWords(top)).toBe(range);
});

test("the day of a lesson is the calendar’s, and after its last one so many a week", () => {
	const days = ["2027-01-04", "2027-01-11"];
	expect(dayAt(2, days, "2027-01-01", 1)).toBe("2027-01-11");
	expect(dayAt(4, days, "2027-01-01", 1)).toBe("2027-01-25");
	expect(dayAt(2, [], "2027-01-01", 2)).toBe("2027-01-08");
});

const cost = (high: number | null, middle: number | null, low: number | null, never: number[] = []): LadderCost => ({
	high,
	middle,
	low,
	at: { high: [], middle: [], low: [] },
	never: { high: [], middle: [], low: never },
});

test("at fixed rates two ends are told, and two drafts as a ratio only", () => {
	expect(endsWords(cost(6, 9, 14))).toBe("6 if it goes well, 14 if it goes badly");
	expect(endsWords(cost(6, 9, null, [1]))).toBe("6 if it goes well, cannot be passed at this rate if it goes badly");
	expect(ratioWords(cost(6, 14, 20), cost(6, 10, 14))).toBe("about 1.4 times as many lessons");
	expect(ratioWords(cost(6, 10, 20), cost(6, 10, 14))).toBe("about as many lessons");
	expect(ratioWords(cost(6, null, 20), cost(6, 10, 14))).toBeNull();
});

test("lessons are shared out to ladders, and a side two rungs behind its mirror gets more of them", () => {
	const lessons = Array.from({ length: 12 }, (_, i) => ({
		day: `2027-01-${String(i + 1).padStart(2, "0")}`,
		minutes: 17,
	}));
	const ladders = [
		{ id: "right", weight: 1, pegIndex: 6, twin: "left" },
		{ id: "left", weight: 1, pegIndex: 2, twin: "right" },
	];
	const given = shareLessons(ladders, lessons);
	const [right, left] = [daysOn("right", given, lessons), daysOn("left", given, lessons)];
	expect(right.length + left.length).toBe(12);
	expect(left.length).toBeGreaterThan(right.length);
	expect(
		shareLessons(
			ladders.map((one) => ({ ...one, weight: 0 })),
			lessons,
		).flat(),
	).toEqual([]);
});
