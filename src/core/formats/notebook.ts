import { dayTrouble, day as isDay } from "@/core/text/fields";
import { foldText } from "@/core/text/foldText";
import { type CellLine, linesOf } from "./cells";

/**
 * A notebook's table of old scores: a line a rung and a day. Read from a file or pasted from a
 * spreadsheet; which column is what is guessed from the first line and said by the coach. All of
 * it is taken, or none.
 */

export const MOST_LINES = 3000;

export const notebookColumns = ["date", "rung", "good", "of", "remark"] as const;
export type NotebookColumn = (typeof notebookColumns)[number];
/** Which column of the table holds what, from 0; null where none does. */
export type Mapping = Record<NotebookColumn, number | null>;
export type DayOrder = "year first" | "day first" | "month first";

export interface Cells {
	/** Names of the columns, where the first line holds them. */
	head: string[] | null;
	rows: CellLine[];
	/** Why it cannot be read at all. */
	trouble: string | null;
}

const meant: Record<NotebookColumn, readonly string[]> = {
	date: ["date", "day", "when", "lesson"],
	rung: ["rung", "drill", "exercise", "step", "what"],
	good: ["good", "score", "hits", "made", "right"],
	of: ["of", "tries", "attempts", "out of", "total"],
	remark: ["remark", "remarks", "note", "notes", "comment"],
};

/** The cells of a table as text: commas, semicolons, tabs or bars between, quotes as a spreadsheet writes them. */
export function cellsOf(text: string): Cells {
	const all = linesOf(text);
	if (typeof all === "string") return { head: null, rows: [], trouble: all };
	if (all.length === 0) return { head: null, rows: [], trouble: "The table is empty. Paste it, or choose its file." };
	if (all.length > MOST_LINES)
		return {
			head: null,
			rows: [],
			trouble: `The table has ${all.length} lines, but ${MOST_LINES} at once are possible. Import it in parts.`,
		};
	const [first, ...rest] = all;
	const named = first?.cells.some((cell) => columnNamed(cell) !== null) ?? false;
	return named && first
		? {
				head: first.cells,
				rows: rest,
				trouble: rest.length === 0 ? "The table has column names but no lines." : null,
			}
		: { head: null, rows: all, trouble: null };
}

const columnNamed = (cell: string): NotebookColumn | null =>
	notebookColumns.find((column) => meant[column].includes(foldText(cell.trim()))) ?? null;

/** Which column is what, by the names in the first line; without any, in the order date, rung, good, of, remark. */
export function guessMapping({ head, rows }: Cells): Mapping {
	const width = Math.max(0, ...rows.map(({ cells }) => cells.length));
	const at = (column: NotebookColumn, i: number): number | null => {
		if (!head) return i < width ? i : null;
		const found = head.findIndex((cell) => columnNamed(cell) === column);
		return found < 0 ? null : found;
	};
	return Object.fromEntries(notebookColumns.map((column, i) => [column, at(column, i)])) as Mapping;
}

const CENTURY = 2000;

/** A day as somebody writes it, "3.9.26" or "2026-09-03"; null where it is none. */
export function dayOf(cell: string, order: DayOrder): string | null {
	const parts = cell.split(/[T ]/)[0]?.match(/\d+/g)?.map(Number) ?? [];
	if (parts.length !== 3 || !/^[\d.\-/ ]+$/.test(cell.split("T")[0] ?? "")) return null;
	const [a = 0, b = 0, c = 0] = parts;
	const [year, month, date] =
		a > 31 ? [a, b, c] : order === "month first" ? [c, a, b] : order === "day first" ? [c, b, a] : [a, b, c];
	const pad = (n: number, to: number) => String(n).padStart(to, "0");
	const told = `${pad(year < 100 ? CENTURY + year : year, 4)}-${pad(month, 2)}-${pad(date, 2)}`;
	return isDay.safeParse(told).success && dayTrouble("day", told) === null ? told : null;
}

export interface NotebookLine {
	line: number;
	day: string;
	rung: string;
	good: number;
	tries: number;
	remark: string;
}

interface Known {
	rungs: readonly { id: string; name: string }[];
	today: string;
	order: DayOrder;
}

const WHOLE = /^\d{1,6}$/;
const MOST_TRIES = 500;
const REMARK_CHARS = 400;

/** "7 of 9", "7/9": both in one cell. */
const both = (cell: string): [string, string] | null => {
	const found = /^(\d+)\s*(?:\/|of|:)\s*(\d+)$/i.exec(cell);
	return found ? [found[1] as string, found[2] as string] : null;
};

function rungNamed(cell: string, rungs: Known["rungs"]): string | null {
	const number = /^#?(\d+)\.?$/.exec(cell);
	if (number) return rungs[Number(number[1]) - 1]?.id ?? null;
	const folded = foldText(cell);
	return rungs.find(({ name }) => foldText(name) === folded)?.id ?? null;
}

/** One line, or every sentence that is against it. */
function readLine(cells: readonly string[], line: number, mapping: Mapping, known: Known): NotebookLine | string[] {
	const cell = (column: NotebookColumn) => (mapping[column] === null ? "" : (cells[mapping[column]] ?? ""));
	const said: string[] = [];
	const day = dayOf(cell("date"), known.order);
	if (!day)
		said.push(
			cell("date") === ""
				? "Date: enter a day, like 2026-03-09."
				: `“${cell("date")}” is not a date. Write it ${known.order === "year first" ? "like 2026-03-09" : known.order === "day first" ? "like 9.3.2026" : "like 3/9/2026"}.`,
		);
	else if (day > known.today) said.push(`${day} is in the future. Use today or an earlier date.`);
	const rung = rungNamed(cell("rung"), known.rungs);
	if (!rung)
		said.push(
			cell("rung") === ""
				? "Rung: enter its number or its name."
				: `This ladder has no rung “${cell("rung")}”. Use its name or a number from 1 to ${known.rungs.length}.`,
		);
	const [good, of] = both(cell("good")) ?? [cell("good"), cell("of")];
	if (!WHOLE.test(good)) said.push(`Good: enter a whole number, “7” or “7 of 9”, not “${good}”.`);
	if (!WHOLE.test(of) || Number(of) < 1 || Number(of) > MOST_TRIES)
		said.push(`Tries: enter a whole number from 1 to ${MOST_TRIES}, not “${of}”.`);
	else if (WHOLE.test(good) && Number(good) > Number(of))
		said.push(`${good} good of ${of} tries cannot be. Swap them, or correct one.`);
	if (cell("remark").length > REMARK_CHARS)
		said.push(`The remark has ${cell("remark").length} letters, ${REMARK_CHARS} allowed.`);
	return said.length > 0 || !day || !rung
		? said
		: { line, day, rung, good: Number(good), tries: Number(of), remark: cell("remark") };
}

export interface NotebookRead {
	lines: NotebookLine[];
	/** What is against it, line by line. */
	refusals: { line: number; sentence: string }[];
}

/** Every line of the table, and what is against those that cannot be taken. */
export function readNotebook({ rows }: Cells, mapping: Mapping, known: Known): NotebookRead {
	const told: NotebookRead = { lines: [], refusals: [] };
	for (const { line, cells } of rows) {
		const read = readLine(cells, line, mapping, known);
		if (Array.isArray(read)) told.refusals.push(...read.map((sentence) => ({ line, sentence })));
		else told.lines.push(read);
	}
	return told;
}

/** The lines of each day, the earliest day first. */
export function byDay(lines: readonly NotebookLine[]): [day: string, lines: NotebookLine[]][] {
	const days = new Map<string, NotebookLine[]>();
	for (const one of lines) days.set(one.day, [...(days.get(one.day) ?? []), one]);
	return [...days].sort(([a], [b]) => (a < b ? -1 : 1));
}
