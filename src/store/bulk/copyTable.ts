import type { Client, InStatement, InValue, Row, Transaction } from "@libsql/client";
import { inPages } from "./pages";
import type { SqlRow } from "./tables";

const PAGE = 500;
/** Characters in one request: a server takes no more than a few megabytes at once. */
const WEIGHT = 1_500_000;
/** SQLite takes so many values in one statement. */
const VALUES = 30_000;

type Reader = Pick<Transaction, "execute">;

/** Columns of a table as they were declared, in their order. */
export async function columnsIn(reader: Reader, table: string): Promise<{ name: string; type: string }[]> {
	const { rows } = await reader.execute({ sql: "select name, type from pragma_table_info(?)", args: [table] });
	return rows.map((row: Row) => ({ name: String(row.name), type: String(row.type ?? "") }));
}

/**
 * Copies a table's rows from one database to another, in their order, a page at a time.
 * Where the other has no such table, one without any conditions is made.
 */
export async function copyTable(from: Reader, table: string, to: Client, as = table): Promise<void> {
	const columns = await columnsIn(from, table);
	if ((await columnsIn(to, as)).length === 0)
		await to.execute(`create table "${as}" (${columns.map(({ name, type }) => `"${name}" ${type}`).join(", ")})`);
	const names = columns.map(({ name }) => `"${name}"`).join(", ");
	const read = (after: InValue, limit: number) =>
		from.execute({
			sql: `select ${names}, rowid as at_key from "${table}" where rowid > ? order by rowid limit ${limit}`,
			args: [after],
		});
	for await (const rows of inPages(read, Number.MIN_SAFE_INTEGER, PAGE))
		for (const statements of batches(
			rows,
			columns.map(({ name }) => name),
			as,
		))
			await to.batch(statements, "write");
}

const weigh = (row: SqlRow): number =>
	Object.values(row).reduce<number>((sum, value) => sum + (typeof value === "string" ? value.length : 12), 0);

function* batches(rows: readonly SqlRow[], columns: readonly string[], as: string): Generator<InStatement[]> {
	const most = Math.floor(VALUES / columns.length);
	let some: SqlRow[] = [];
	let weight = 0;
	const statement = (): InStatement[] => [
		{
			sql: `insert into "${as}" (${columns.map((name) => `"${name}"`).join(", ")}) values ${some
				.map(() => `(${columns.map(() => "?").join(",")})`)
				.join(",")}`,
			args: some.flatMap((row) => columns.map((column) => row[column] ?? null)),
		},
	];
	for (const row of rows) {
		const more = weigh(row);
		if (some.length > 0 && (weight + more > WEIGHT || some.length === most)) {
			yield statement();
			some = [];
			weight = 0;
		}
		some.push(row);
		weight += more;
	}
	if (some.length > 0) yield statement();
}
