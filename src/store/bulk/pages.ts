import type { InValue, ResultSet } from "@libsql/client";
import type { SqlRow } from "./tables";

/** A server answers with no more than so many bytes at once, and says so. */
export const tooMuch = (error: unknown): boolean =>
	/RESPONSE_TOO_LARGE|response is too large/i.test(
		`${(error as { code?: string } | null)?.code ?? ""} ${String(error)}`,
	);

/**
 * Rows in the order of a key, a page at a time. Where a page is more than a server sends, it
 * is asked for again by half as many.
 *
 * @param read reads so many rows after a key; each row has its key as `at_key`
 * @param most rows a page at first
 */
export async function* inPages(
	read: (after: InValue, limit: number) => Promise<ResultSet>,
	from: InValue,
	most: number,
): AsyncGenerator<SqlRow[]> {
	for (let after = from, limit = most; ; ) {
		let rows: SqlRow[];
		try {
			rows = (await read(after, limit)).rows as unknown as SqlRow[];
		} catch (error) {
			if (limit === 1 || !tooMuch(error)) throw error;
			limit = Math.ceil(limit / 2);
			continue;
		}
		if (rows.length > 0) yield rows;
		if (rows.length < limit) return;
		after = rows.at(-1)?.at_key ?? null;
	}
}
