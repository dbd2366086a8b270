import MarkdownIt from "markdown-it";
import { asMarkdown, markdownTable } from "./markdown";
import { type ReportInput, reportHead, reportMarkdown, reportOf } from "./report";

/** Another reader of Markdown than any the product has: it has none. */
const reader = new MarkdownIt();
const day = (iso: string) => iso;
const score = (good: number, tries: number, on: string) => ({ good, tries, day: on, low: 0.21, high: 0.58 });
const input: ReportInput = {
	name: "Ida *Star*",
	day: "2026-11-27",
	since: "2026-03-01",
	lessons: 1,
	ladders: [
		{
			called: "Balls, left",
			rungs: 6,
			start: { at: 1, name: "One | ball", day: "2026-03-01" },
			now: { at: 4, name: "Three balls" },
			passed: ["One | ball", "Two balls"],
			held: ["One | ball"],
			scores: [
				{ name: "Three balls", first: score(2, 9, "2026-05-01"), latest: score(7, 9, "2026-11-20"), change: "better" },
			],
			ahead: { lessons: 4, low: 0, high: 1 },
		},
	],
	cues: [{ text: "post it under the bridge", share: 0.66 }],
	load: [{ part: "wrist", week: 120.4, limit: 200 }],
	practise: [{ name: "Two balls", much: "1 day a week, 9 tries, 7 of them good" }],
	next: "2026-12-01",
};

test("a season in words: then and now, passed and held, rates with their bands, what comes next", () => {
	expect(reportHead(input, day)).toEqual(["Ida *Star*", "1 lesson from 2026-03-01 to 2026-11-27."]);
	const sections = reportOf(input, [], day);
	expect(sections.map(({ part }) => part)).toEqual(["ladders", "scores", "cues", "load", "next"]);
	expect(sections[0]?.paragraphs).toEqual([
		"From rung 1, “One | ball”, on 2026-03-01 to rung 4 of 6, “Three balls”.",
		"Passed: One | ball ✓ · Two balls.",
		"✓: checked again later, still good.",
	]);
	expect(sections[1]?.table?.rows).toEqual([
		[
			"Three balls",
			"2 of 9 good\nlikely 2 to 6 in 10\n2026-05-01",
			"7 of 9 good\nlikely 2 to 6 in 10\n2026-11-20",
			"clearly better",
		],
	]);
	expect(sections.at(-1)?.paragraphs).toEqual([
		"Balls, left: likely 0 to 1 of the 2 rungs left in the next 4 lessons, at the pace so far.",
		"To practise: Two balls, 1 day a week, 9 tries, 7 of them good.",
		"Next lesson: 2026-12-01.",
	]);
	expect(reportOf(input, ["load", "cues"], day).map(({ part }) => part)).toEqual(["ladders", "scores", "next"]);
});

test("of somebody new nothing is said that is not known", () => {
	const fresh: ReportInput = {
		...input,
		since: null,
		lessons: 0,
		ladders: [
			{
				...(input.ladders[0] as (typeof input.ladders)[number]),
				start: null,
				passed: [],
				held: [],
				scores: [],
				ahead: null,
			},
		],
		cues: [],
		load: [],
		practise: [],
		next: null,
	};
	expect(reportHead(fresh, day)[1]).toBe("No lesson yet. 2026-11-27.");
	expect(reportOf(fresh, [], day).map(({ part, paragraphs }) => [part, paragraphs])).toEqual([
		["ladders", ["On rung 4 of 6, “Three balls”.", "No rung passed yet."]],
		["next", ["No next lesson in the calendar yet."]],
	]);
});

test("as Markdown, read by another library: the same words in headings, paragraphs and a table", () => {
	const text = reportMarkdown(reportHead(input, day), reportOf(input, [], day));
	const tokens = reader.parse(text, {});
	expect(tokens.filter(({ type }) => type === "heading_open")).toHaveLength(6);
	expect(tokens.filter(({ type }) => type === "tr_open")).toHaveLength(2);
	const html = reader.render(text);
	expect(html).toContain("<h1>Ida *Star*</h1>");
	expect(html).toContain("“One | ball”");
	expect(html).toContain("<td>Three balls</td>");
});

test("signs of Markdown in names stay signs, and no cell breaks its table", () => {
	const odd = ["# one", "- two", "3. three", "`four`", "a | b", "<b>five</b>", "[six](seven)", "_eight_"];
	for (const words of odd) {
		const plain = reader
			.render(asMarkdown(words))
			.replace(/<\/?p>/g, "")
			.trim()
			.replace(/&lt;/g, "<")
			.replace(/&gt;/g, ">");
		expect(plain).toBe(words);
	}
	const table = reader.parse(markdownTable(["a", "b"], [odd.slice(0, 2), ["x | y", "two\nlines"]]), {});
	expect(table.filter(({ type }) => type === "td_open")).toHaveLength(4);
});
