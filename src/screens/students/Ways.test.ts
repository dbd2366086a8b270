import type { StudentPageProps } from "@/server/readStudents";
import { waysFrom } from "./Ways";

const page = (change: Partial<StudentPageProps>): StudentPageProps =>
	({
		at: { id: "s", rev: 1 },
		ladders: [],
		lessons: [],
		held: 0,
		practice: [],
		promises: [],
		newest: { next: null, booked: 0, due: [], load: null },
		...change,
	}) as StudentPageProps;

const names = (change: Partial<StudentPageProps>) => waysFrom(page(change)).map(({ name }) => name);

test("of a student of whom nothing is known yet, ways with nothing behind them are left out", () => {
	expect(names({})).toEqual(["Safety and consent"]);
	expect(names({ ladders: [{ archived: true }] as StudentPageProps["ladders"] })).toEqual(["Safety and consent"]);
});

test("each way says its newest fact, for one and for many", () => {
	const ways = waysFrom(
		page({
			ladders: [{ archived: false }] as StudentPageProps["ladders"],
			lessons: [{ day: "2026-01-05" }] as StudentPageProps["lessons"],
			held: 3,
			practice: [
				{ id: "p", from: "2026-01-01", drills: "x", apart: false, last: { day: "2026-01-04", good: 8, tries: 10 } },
			],
			promises: [{}, {}] as StudentPageProps["promises"],
			newest: {
				next: "2026-01-12",
				booked: 1,
				due: ["One wall", "Two walls"],
				load: { part: "knee", week: 61, limit: 80 },
			},
		}),
	);
	const fact = (name: string) => ways.find((way) => way.name === name)?.fact;
	expect(fact("Lessons")).toMatch(/^3, the last /);
	expect(fact("Season")).toBe("1 lesson in the calendar");
	expect(fact("Home practice")).toMatch(/^8 of 10 good /);
	expect(fact("Checks due")).toBe("One wall, Two walls");
	expect(fact("Promises")).toBe("2 open");
	expect(fact("Training load")).toBe("knee 61 of 80, last 7 days");
	expect(ways.every(({ fact: words }) => words.length > 0)).toBe(true);
});
