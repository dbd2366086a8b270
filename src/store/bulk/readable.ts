import { isUtf8 } from "node:buffer";
import type { Client, InValue } from "@libsql/client";
import { columnsIn } from "./copyTable";

/** Rows that are looked at together. */
const PAGE = 500;

const bytesOf = (value: unknown): Buffer => (value instanceof ArrayBuffer ? Buffer.from(value) : Buffer.alloc(0));
const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/** What SQLite says of a file, as bytes: damaged names in it are no text that could be read. */
export async function soundness(client: Client): Promise<string> {
	const { rows } = await client.execute("select cast(integrity_check as blob) as says from pragma_integrity_check(1)");
	return bytesOf(rows[0]?.says).toString();
}

/**
 * Whether every text in a database is text. SQLite gives back whatever bytes stand there, and
 * the client's native half ends the whole process on one that is no UTF-8; so bytes are asked
 * for, a page of rows at a time. Joined by a comma, halves of one character are not taken for a whole.
 */
export async function isReadable(client: Client): Promise<boolean> {
	const whole = async (sql: string, args: InValue[] = []) => {
		const row = (await client.execute({ sql, args })).rows[0];
		return { text: isUtf8(bytesOf(row?.bytes)), last: Number(row?.last ?? 0), n: Number(row?.n ?? 0) };
	};
	const names = await whole(
		"select cast(group_concat(coalesce(type, '') || ',' || coalesce(name, '') || ',' || coalesce(tbl_name, '') || ',' || coalesce(sql, '')) as blob) as bytes from sqlite_master",
	);
	if (!names.text) return false;
	const { rows } = await client.execute("select name from sqlite_master where type = 'table'");
	for (const { name } of rows) {
		const texts = (await columnsIn(client, String(name))).map((column) => {
			const value = quoted(column.name);
			return `case when typeof(${value}) = 'text' then ${value} else '' end`;
		});
		for (let after = Number.MIN_SAFE_INTEGER, n = PAGE; n === PAGE; ) {
			const page = await whole(
				`select cast(group_concat(words) as blob) as bytes, max(at) as last, count(*) as n
					from (select ${texts.join(" || ',' || ")} as words, rowid as at from ${quoted(String(name))}
						where rowid > ? order by rowid limit ${PAGE})`,
				[after],
			);
			if (!page.text) return false;
			({ last: after, n } = page);
		}
	}
	return true;
}
