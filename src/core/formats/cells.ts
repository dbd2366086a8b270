import Papa from "papaparse";
import { rearm } from "./tables";

/** A line of a table that was typed or exported elsewhere: its number from 1, and its cells as text. */
export interface CellLine {
	line: number;
	cells: string[];
}

/**
 * The cells of a table: commas, semicolons, tabs or bars between, quotes as a spreadsheet writes them. Lines without
 * a word are left out.
 *
 * @returns a sentence where it cannot be read at all
 */
export function linesOf(text: string): CellLine[] | string {
	const read = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), { delimitersToGuess: ["\t", ",", ";", "|"] });
	const wrong = read.errors.find(({ type }) => type === "Quotes");
	if (wrong) return `Line ${(wrong.row ?? 0) + 1} has a missing or extra quotation mark. Correct it in the table.`;
	return read.data
		.map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => rearm(cell.trim())) }))
		.filter(({ cells }) => cells.some((cell) => cell !== ""));
}
