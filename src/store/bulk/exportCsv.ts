import { stringify } from "csv-stringify/sync";
import { columnsOf, disarm, type TableName, type TableRow } from "@/core/formats/tables";
import type { Store } from "../db";
import { tableRows } from "./tableRows";

const AT_ONCE = 500;
/** Tells a spreadsheet that it is UTF-8, without being asked. */
const MARK = "\uFEFF";

/** Lines of CSV as RFC 4180 has them. */
const lines = (rows: readonly (readonly string[])[]): string =>
	stringify(rows as string[][], { record_delimiter: "windows" });

/** A small table as CSV, as a whole: its head first. */
export const csvOf = (rows: readonly (readonly (string | number | null)[])[]): string =>
	MARK + lines(rows.map((cells) => cells.map(disarm)));

/** A table as CSV, a piece at a time: a mark for UTF-8, a line of column names, a line a row; what a spreadsheet would work out is disarmed. */
export async function* exportCsv(store: Store, table: TableName, only: string | null): AsyncGenerator<string> {
	const columns = columnsOf(table);
	yield MARK + lines([columns]);
	let waiting: TableRow[] = [];
	const written = () => lines(waiting.map((row) => columns.map((column) => disarm(row[column] ?? null))));
	for await (const row of tableRows(store, table, only)) {
		waiting.push(row);
		if (waiting.length < AT_ONCE) continue;
		yield written();
		waiting = [];
	}
	if (waiting.length > 0) yield written();
}
