import { dayWords, fromToday, stretchWords, today } from "./dates";

test("days in words, with the year where it is another one", () => {
	expect(dayWords("2026-09-01", "2026-11-25")).toBe("Tue 1 Sep");
	expect(dayWords("2030-04-01", "2026-11-25")).toBe("Mon 1 Apr 2030");
	expect(dayWords("2024-02-29", "2024-03-01")).toBe("Thu 29 Feb");
});

test("a stretch of days says its month once where it is one", () => {
	expect(stretchWords("2026-12-01", "2026-12-03")).toBe("1 – 3 Dec");
	expect(stretchWords("2026-11-30", "2026-12-06")).toBe("30 Nov – 6 Dec");
	expect(stretchWords("2026-12-28", "2027-01-03")).toBe("28 Dec – 3 Jan 2027");
});

test("today is the day here, not the one in Greenwich", () => {
	const late = new Date(2026, 10, 25, 23, 59);
	const early = new Date(2026, 10, 25, 0, 1);
	expect([today(late), today(early)]).toEqual(["2026-11-25", "2026-11-25"]);
});

test("how far away a day is", () => {
	const from = "2026-03-28";
	expect(["2026-03-28", "2026-03-29", "2026-03-27", "2026-04-02", "2026-02-28"].map((d) => fromToday(d, from))).toEqual(
		["today", "tomorrow", "yesterday", "in 5 days", "28 days ago"],
	);
});
