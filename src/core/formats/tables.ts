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
		tries: "1. For a set entered as totals: how many. Empty for a score",
		good: "how many of them were good",
		outcome: "the outcome's code. Empty for a set entered as totals",
		off: "positions that were off, separated by semicolons. The direction follows a colon",
		judged: "yes if all watched positions were judged",
		counted: "no if it does not count for rule or limit",
		partner: "yes if a partner logged it",
		measure: "the measured number, if any",
		unit: "of the measure",
		lesson: "id of the lesson",
		attempt: "id of the attempt",
	},
	lessons: {
		day: "YYYY-MM-DD",
		students: "names, separated by semicolons",
		minutes: "planned length",
		tries: "all tries, counted or not",
		good: "good ones among the counted tries",
		results: "result on each rung by its pass rule, separated by semicolons",
		wish: "the student's wish",
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
		peg: "yes on the rung with the peg",
		tries: "counted tries over all lessons",
		good: "good ones among them",
		lessons: "lessons with tries on it",
		passed: "first day on which its rule was met",
		recheck: "day of the next check",
	},
	practice: {
		day: "YYYY-MM-DD",
		student: "name",
		drill: "name of the drill",
		tries: "how many",
		good: "how many were good",
		target: "how many were asked for",
		dose: "planned tries",
		minutes: "minutes taken",
		felt: "1 = bad to 5 = good",
		place: "where",
		remark: "their own words",
	},
	load: {
		day: "YYYY-MM-DD",
		student: "name",
		part: "part of the body",
		load: "tries of normal load, lessons and practice together",
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
