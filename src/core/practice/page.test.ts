import { amountWords, weekdaysFor } from "./amount";
import { freshItem, type PracticeItem } from "./assignment";
import { asAsked, changesIn, changeWords, nameOnPage, pageChange, withAsked, withChange } from "./page";

const item = (id: string, change: Partial<PracticeItem> = {}): PracticeItem => ({
	...freshItem(id),
	name: id,
	...change,
});
const balls = item("balls", { dose: 10, target: 7, days: [0, 2, 4, 6] });
const clubs = item("clubs", { dose: 20, target: 14, days: [1] });

test("an amount reads the same wherever it is said", () => {
	expect(amountWords({ days: 4, tries: 10, target: 7, minutes: 0 })).toBe("4 days a week, 10 tries, 7 of them good");
	expect(amountWords({ days: 7, tries: 1, target: 0, minutes: 1 })).toBe("every day, 1 try, 1 minute");
	expect(amountWords({ days: 1, tries: 500, target: 500, minutes: 20 })).toBe(
		"1 day a week, 500 tries, 500 of them good, 20 minutes",
	);
});

test("days are as many as were said, spread over the week; those chosen before stay where they are as many", () => {
	for (let n = 1; n <= 7; n++) {
		const days = weekdaysFor(n);
		expect([days.length, new Set(days).size, Math.max(...days) <= 6]).toEqual([n, n, true]);
	}
	expect(weekdaysFor(2, [5, 6])).toEqual([5, 6]);
	expect(weekdaysFor(3, [5, 6])).toEqual([0, 2, 4]);
});

test("a wrap-up changes the page: what stays keeps the coach's words, what is new is made, what goes is gone", () => {
	const asked = [
		{ ...asAsked(clubs), tries: 5, target: 9, days: 3, minutes: 4 },
		{ ...asAsked(item("new")), item: "new" },
		{ ...asAsked(item("high")), item: "high" },
	];
	const now = withAsked(
		[
			{ ...balls, feel: "soft" },
			{ ...clubs, feel: "loose" },
		],
		asked,
		new Map([["new", item("new")]]),
	);
	expect(now.map(({ id, dose, target, minutes, feel }) => [id, dose, target, minutes, feel])).toEqual([
		["clubs", 5, 5, 4, "loose"],
		["new", 20, 14, 0, ""],
	]);
	expect(now[0]?.days).toEqual([0, 2, 4]);
	expect(withAsked([balls], [], new Map())).toEqual([]);
});

test("what changes is said before it is kept", () => {
	const before = [asAsked(balls), asAsked(clubs)];
	expect(changeWords(pageChange(before, before))).toBe("");
	expect(changeWords(pageChange([], before))).toBe("New: balls and clubs.");
	expect(changeWords(pageChange(before, [{ ...asAsked(balls), days: 2 }, asAsked(item("new"))]))).toBe(
		"1 drill stays. New: new. Removed: clubs. balls: 2 days a week, 10 tries, 7 of them good (before: 4 days a week, 10 tries, 7 of them good).",
	);
});

test("what was asked when is told by its day; of one day the last word holds, and the same again is no change", () => {
	let history = withChange([], "2026-11-02", { items: [balls] });
	history = withChange(history, "2026-11-02", { items: [balls, clubs] });
	history = withChange(history, "2026-11-05", { items: [balls, clubs] });
	history = withChange(history, "2026-11-09", { items: [clubs] });
	expect(changesIn(history)).toEqual([
		{ day: "2026-11-09", words: "1 drill stays. Removed: balls." },
		{ day: "2026-11-02", words: "New: balls and clubs." },
	]);
	expect(nameOnPage("balls", { items: [clubs] }, history)).toBe("balls");
	expect(nameOnPage("never", { items: [clubs] }, history)).toBeUndefined();
	for (let i = 0; i < 300; i++)
		history = withChange(history, `2027-01-${i}`, { items: [item("balls", { dose: 20 + i })] });
	expect(history).toHaveLength(200);
});
