import type { Client, Row, Transaction } from "@libsql/client";
import { tooMuch } from "./pages";

const PAGE = 1000;
/** Characters in one page: a server takes and gives no more than a few megabytes at once. */
const WEIGHT = 2_000_000;

type Reader = Pick<Transaction, "execute">;

/** Columns of a table as they were declared, in their order. */
export async function columnsIn(reader: Reader, table: string): Promise<{ name: string; type: string }[]> {
	const { rows } = await reader.execute({ sql: "select name, type from pragma_table_info(?)", args: [table] });
	return rows.map((row: Row) => ({ name: String(row.name), type: String(row.type ?? "") }));
}

/**
 * Copies a table's rows from one database to another, in their order, a page at a time.
 * Where the other has no such table, one without any conditions is made. A page goes across
 * as one text of JSON that the databases write and read themselves: taking each value through
 * this process takes four times as long. (No table of ours has a column of bytes.)
 */
export async function copyTable(from: Reader, table: string, to: Client, as = table): Promise<void> {
	const columns = await columnsIn(from, table);
	const names = columns.map(({ name }) => `"${name}"`).join(", ");
	if ((await columnsIn(to, as)).length === 0)
		await to.execute(`create table "${as}" (${columns.map(({ name, type }) => `"${name}" ${type}`).join(", ")})`);
	const values = columns.map((_, i) => `json_extract(value, '$[${i}]')`).join(", ");
	for (let after = Number.MIN_SAFE_INTEGER, limit = PAGE; ; ) {
		const page = await from
			.execute({
				sql: `select json_group_array(json_array(${names})) as page, count(*) as n, max(at_key) as last
					from (select ${names}, rowid as at_key from "${table}" where rowid > ? order by rowid limit ${limit})`,
				args: [after],
			})
			.catch((error: unknown) => {
				if (limit === 1 || !tooMuch(error)) throw error;
				return null;
			});
		const row = page?.rows[0];
		const text = String(row?.page ?? "");
		if (!row || (text.length > WEIGHT && Number(row.n) > 1)) {
			limit = Math.max(1, Math.floor((row ? Number(row.n) : limit) / 2));
			continue;
		}
		if (Number(row.n) > 0)
			await to.execute({
				sql: `insert into "${as}" (${names}) select ${values} from json_each(?) order by key`,
				args: [text],
			});
		if (Number(row.n) < limit) return;
		after = Number(row.last);
	}
}
