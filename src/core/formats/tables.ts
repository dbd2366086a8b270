/**
 * Tables that leave the house as CSV, one row a line: their columns, each with what it
 * holds. `docs/formats.md` lists them; a test holds both to the same.
 */

export const tables = {
	attempts: {
		day: "the lesson's day, YYYY-MM-DD",
		time: "the moment it was logged, in UTC",
		student: "name",
		skill: "name",
		side: "left, right or none",
		rung: "name, sides read out",
		form: "own, easier or harder",
		tries: "1; of a set entered as numbers, how many; empty of a score",
		good: "how many of them were good",
		outcome: "the outcome's code; empty for a set entered as numbers",
		off: "positions off, with semicolons between; their direction after a colon",
		judged: "yes where all watched positions were looked at",
		counted: "no where it counts for no rule and no limit",
		partner: "yes where a partner logged it",
		measure: "what was measured, where something was",
		unit: "of the measure",
		lesson: "id of the lesson",
		attempt: "id of the attempt",
	},
	lessons: {
		day: "YYYY-MM-DD",
		students: "names, with semicolons between",
		minutes: "as long as it was to be",
		tries: "all attempts, counted or not",
		good: "counted tries on rungs that were good",
		results: "what came of each rung in the terms of its rule, with semicolons between",
		wish: "what was wished for",
		remark: "the coach's remark",
		note: "the note to the student",
		next: "day of the next lesson",
		lesson: "id",
	},
	rungs: {
		student: "name",
		skill: "name",
		side: "left, right or none",
		number: "from 1, the lowest",
		rung: "name, sides read out",
		rule: "in words",
		limit: "tries allowed in a day",
		state: "open, passed, held, settled, slipped or skipped",
		peg: "yes where the peg stands",
		tries: "counted tries over all lessons",
		good: "good ones of them",
		lessons: "lessons that worked on it",
		passed: "first day on which its rule was met",
		recheck: "day of the next look at it",
	},
	practice: {
		day: "YYYY-MM-DD",
		student: "name",
		drill: "what it was called",
		tries: "how many",
		good: "how many were good",
		target: "how many were asked for",
		dose: "of how many",
		minutes: "as long as it took",
		felt: "1, badly, to 5, well",
		place: "where",
		remark: "their own words",
	},
	load: {
		day: "YYYY-MM-DD",
		student: "name",
		part: "part of the body",
		load: "tries of a usual load, lessons and practice together",
	},
} as const;

export type TableName = keyof typeof tables;
export const tableNames = Object.keys(tables) as TableName[];
export type TableRow = Record<string, string | number | null>;

export const columnsOf = (table: TableName): string[] => Object.keys(tables[table]);

/** What a spreadsheet would take for a formula. */
const FORMULA = /^[=+\-@\t\r＝＋－＠]/;

/**
 * A cell as it is written: a text that a spreadsheet would work out, or that itself begins with
 * the mark against that, gets the mark before it. Numbers stay numbers.
 */
export const disarm = (cell: string | number | null): string =>
	cell === null
		? ""
		: typeof cell === "number"
			? String(cell)
			: FORMULA.test(cell) || cell.startsWith("'")
				? `'${cell}`
				: cell;

/** The text again: one mark at its beginning goes. */
export const rearm = (cell: string): string => (cell.startsWith("'") ? cell.slice(1) : cell);
