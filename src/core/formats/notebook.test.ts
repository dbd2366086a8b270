import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { byDay, cellsOf, dayOf, guessMapping, readNotebook } from "./notebook";
import { disarm, rearm } from "./tables";

const known = {
	rungs: [
		{ id: "r1", name: "Two balls" },
		{ id: "r2", name: "Three balls, six catches" },
		{ id: "r3", name: "Drei Bälle" },
	],
	today: "2026-11-27",
	order: "year first" as const,
};
const read = (text: string, change: Partial<typeof known> & { order?: never } = {}) => {
	const cells = cellsOf(text);
	return readNotebook(cells, guessMapping(cells), { ...known, ...change });
};

test("a table as a notebook has it: names of columns in any order, rungs by number or name, scores in one cell or two", () => {
	const told = read(
		[
			"Remark;Drill;Day;Score",
			"windy;two balls;2026-03-09;7 of 9",
			";2;2026-03-09;5/12",
			"“ok”;DREI BALLE;2026-03-16;3:10",
		].join("\r\n"),
	);
	expect(told.refusals).toEqual([]);
	expect(told.lines).toEqual([
		{ line: 2, day: "2026-03-09", rung: "r1", good: 7, tries: 9, remark: "windy" },
		{ line: 3, day: "2026-03-09", rung: "r2", good: 5, tries: 12, remark: "" },
		{ line: 4, day: "2026-03-16", rung: "r3", good: 3, tries: 10, remark: "“ok”" },
	]);
	expect(byDay(told.lines).map(([day, lines]) => [day, lines.length])).toEqual([
		["2026-03-09", 2],
		["2026-03-16", 1],
	]);
});

test("pasted from a spreadsheet, without names: date, rung, good, of, remark", () => {
	const told = read("2026-03-09\t1\t7\t9\tfirst day\n2026-03-10\t1\t8\t9\t");
	expect(told.refusals).toEqual([]);
	expect(told.lines.map(({ good, tries, remark }) => [good, tries, remark])).toEqual([
		[7, 9, "first day"],
		[8, 9, ""],
	]);
});

test("every line that cannot be is refused by its number, with what would be right", () => {
	const told = read(
		[
			"date,rung,good,of",
			"yesterday,1,7,9",
			"2026-03-09,Four balls,7,9",
			"2026-03-09,1,10,9",
			"2030-01-01,1,1,2",
			"2026-03-09,1,seven,",
			",,,",
		].join("\n"),
	);
	expect(told.lines).toEqual([]);
	expect(told.refusals).toEqual([
		{ line: 2, sentence: "“yesterday” is not a date. Write it like 2026-03-09." },
		{ line: 3, sentence: "This ladder has no rung “Four balls”. Use its name or a number from 1 to 3." },
		{ line: 4, sentence: "10 good of 9 tries cannot be. Swap them, or correct one." },
		{ line: 5, sentence: "2030-01-01 is in the future. Use today or an earlier date." },
		{ line: 6, sentence: "Good: enter a whole number, “7” or “7 of 9”, not “seven”." },
		{ line: 6, sentence: "Tries: enter a whole number from 1 to 500, not “”." },
	]);
	expect(cellsOf('a,"b\nc').trouble).toContain("quotation mark");
	expect(cellsOf("  \n").trouble).toContain("empty");
	expect(cellsOf("date,rung\n").trouble).toContain("no line");
});

test("days in each order; what is none is none", () => {
	expect(dayOf("9.3.2026", "day first")).toBe("2026-03-09");
	expect(dayOf("09/03/26", "day first")).toBe("2026-03-09");
	expect(dayOf("3/9/2026", "month first")).toBe("2026-03-09");
	expect(dayOf("2026-03-09", "day first")).toBe("2026-03-09");
	expect(dayOf("2026-03-09T10:00:00Z", "year first")).toBe("2026-03-09");
	for (const none of ["", "31.2.2026", "9.3", "1e9", "2026-13-01", "March 9, 2026"])
		expect([none, dayOf(none, "day first")]).toEqual([none, null]);
});

/** Texts that tables spoil: quotes, line ends, formulas, leading zeros, other scripts, right to left. */
const texts = [
	'she said "higher"',
	"two\r\nlines, and; a comma",
	"007",
	"=1+1",
	"+49 12",
	"-3",
	"@home",
	"'quoted",
	"ボールを三つ",
	"שלושה כדורים, יד שמאל",
	"  spaces ",
	"\ttab",
	"",
];

test("every text goes out and comes back, read by another library; nothing begins as a formula", () => {
	const written = stringify(
		texts.map((text) => [disarm(text)]),
		{ record_delimiter: "windows" },
	);
	const cells = (parse(written, { relax_column_count: true, skip_empty_lines: false }) as string[][]).map(
		([cell]) => cell ?? "",
	);
	expect(cells.map(rearm)).toEqual(texts);
	for (const cell of cells) expect(cell).not.toMatch(/^[=+\-@\t]/);
});

test("two thousand mutated tables: read or refused, never thrown, never a line that cannot be", () => {
	const rng = xoroshiro128plus(2026);
	const upTo = (n: number) => (rng.next() >>> 0) % n;
	const base = `date,rung,good,of,remark\r\n${Array.from({ length: 12 }, (_, i) => `2026-03-${String(i + 1).padStart(2, "0")},${(i % 3) + 1},${i % 8},9,"day ${i}, windy"`).join("\r\n")}`;
	const spoil = ['"', ",", ";", "\t", "\r", "\n", "\u0000", "=", "9", "-", "é", "‮", "\uFEFF", "of", "'", "  "];
	for (let n = 0; n < 2000; n++) {
		let text = base;
		for (let times = 1 + upTo(8); times > 0; times--) {
			const at = upTo(text.length);
			const mark = spoil[upTo(spoil.length)] ?? "";
			text =
				upTo(2) === 0 ? text.slice(0, at) + mark + text.slice(at) : text.slice(0, at) + text.slice(at + 1 + upTo(6));
		}
		const cells = cellsOf(text);
		const told = readNotebook(cells, guessMapping(cells), known);
		if (cells.trouble === null) expect(told.lines.length + told.refusals.length).toBeGreaterThan(0);
		for (const line of told.lines) {
			expect(known.rungs.map(({ id }) => id)).toContain(line.rung);
			expect(Number.isInteger(line.good) && line.good <= line.tries && line.tries <= 500 && line.tries > 0).toBe(true);
			expect(line.day <= known.today && /^\d{4}-\d\d-\d\d$/.test(line.day)).toBe(true);
		}
	}
});
