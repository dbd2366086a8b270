import type { PracticeAct } from "./acts";
import { freshItem, USUAL } from "./assignment";
import { homeNews } from "./homeNews";
import { journalOf } from "./journal";
import { newsLines } from "./news";

const item = { ...freshItem("balls"), name: "Two balls" };
const entry = (id: string, day: string, good: number, change: object = {}): PracticeAct =>
	({
		...{ id, at: "", tz: "", kind: "done" },
		body: {
			...{ item: "balls", day, place: "", tries: 20, good, target: 14, dose: 20, minutes: 5 },
			...{ felt: null, check: null, remark: "", ...change },
		},
	}) as PracticeAct;
const of = (acts: PracticeAct[], since: string) =>
	homeNews(journalOf({ items: [item], thresholds: USUAL }, acts), since);
const lines = (acts: PracticeAct[], since: string) => {
	const news = of(acts, since);
	return news && newsLines(news, (day) => day);
};

test("nothing came and nothing waits: no news", () => {
	expect(of([], "2026-11-02")).toBeNull();
	expect(of([entry("a", "2026-11-01", 3)], "2026-11-02")).toBeNull();
});

test("what came since the last lesson is told, the question first; results and targets are told apart", () => {
	const acts = [
		entry("old", "2026-11-01", 20),
		entry("a", "2026-11-02", 15, { felt: 2 }),
		entry("b", "2026-11-04", 17, { remark: "with the left?" }),
	];
	expect(lines(acts, "2026-11-02")).toEqual([
		"2026-11-04: “with the left?” (not answered yet)",
		"2026-11-02: “Two balls” felt not so good.",
		"2 days, 40 tries, best 17 good of 20 (“Two balls”, 2026-11-04).",
	]);
});

test("a question that nobody answered waits however old it is; one that was read does not", () => {
	const asked = entry("a", "2026-10-01", 10, { remark: "why?" });
	expect(lines([asked], "2026-11-02")).toEqual(["2026-10-01: “why?” (not answered yet)"]);
	const read: PracticeAct = { id: "r", at: "", tz: "", kind: "answer", body: { entry: "a", text: "" } };
	expect(lines([asked, read], "2026-11-02")).toBeNull();
});

test("a target that was met often enough is offered", () => {
	const five = ["a", "b", "c", "d", "e"].map((id) => entry(id, "2026-10-01", 15));
	expect(of(five, "2026-11-02")?.moves).toEqual([
		{ item: "balls", what: "Two balls", from: 14, to: 16, met: 5, of: 5 },
	]);
});
