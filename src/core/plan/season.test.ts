import { lessonsUntil, paceWords } from "./season";

test("lessons until a day, at so many a week; none where the day is not to come", () => {
	expect(lessonsUntil("2026-03-01", "2026-03-29", 1)).toBe(4);
	expect(lessonsUntil("2026-03-01", "2026-03-29", 1.5)).toBe(6);
	expect(lessonsUntil("2026-03-01", "2026-03-07", 1)).toBe(0);
	expect(lessonsUntil("2026-03-29", "2026-03-01", 2)).toBe(0);
	// Over the night the clocks change a week is a week.
	expect(lessonsUntil("2026-03-22", "2026-04-05", 1)).toBe(2);
});

test("the pace that a season asks for, in words", () => {
	expect(paceWords(3, 6)).toBe("a rung in 2 lessons");
	expect(paceWords(6, 4)).toBe("1.5 rungs a lesson");
	expect(paceWords(2, 0)).toBe("no lesson for it");
	expect(paceWords(0, 0)).toBe("nothing more");
});
