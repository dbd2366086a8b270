import { getTableColumns, inArray, sql } from "drizzle-orm";
import { SQLiteText } from "drizzle-orm/sqlite-core";
import type { Store } from "../db";
import { asEvent } from "../events";
import * as t from "../schema";
import { putAside } from "../setAside";
import { clearProjections } from "../studio";

/** Columns that hold a text as it was sent. What is stored as JSON has this letter escaped. */
const texts = Object.entries(getTableColumns(t.event)).filter(
	([, column]) => column instanceof SQLiteText && column.getSQLType() === "text" && column.dataType === "string",
);
const holdsNul = sql.join(
	texts.map(([, column]) => sql`instr(cast(${column} as blob), x'00') > 0`),
	sql` or `,
);
const REASON =
	"One text contains a character that cannot be stored. The entry was not added. It is under Problems in full.";

/**
 * Sets aside, whole, the events that an earlier version took in with a NUL in a text column: whoever reads such a text
 * gets its beginning, its hash does not fit, and no backup or workbook with it comes back.
 *
 * @returns how many there were
 */
export async function mendEvents(store: Store): Promise<number> {
	const whole = Object.fromEntries(texts.map(([name, column]) => [name, sql<string | null>`hex(${column})`]));
	return store.write(async (tx) => {
		const rows = await tx.select().from(t.event).where(holdsNul);
		if (rows.length === 0) return 0;
		const bytes = await tx
			.select({ ...whole, at_row: t.event.arrival })
			.from(t.event)
			.where(holdsNul);
		const byRow = new Map(bytes.map((row) => [row.at_row as number, row as Record<string, unknown>]));
		for (const row of rows) {
			const read = Object.fromEntries(
				texts.map(([name]) => {
					const hex = byRow.get(row.arrival)?.[name];
					// A text that is not there and an empty one have the same bytes.
					const said = row[name as keyof typeof row];
					return [name, said === null ? null : Buffer.from(String(hex ?? ""), "hex").toString("utf8")];
				}),
			);
			await putAside(tx, row.device, [{ dseq: row.dseq, reason: REASON, raw: { ...asEvent(row), ...read } }]);
		}
		const ids = rows.map(({ arrival }) => arrival);
		for (let i = 0; i < ids.length; i += 500)
			await tx.delete(t.event).where(inArray(t.event.arrival, ids.slice(i, i + 500)));
		await clearProjections(tx);
		return rows.length;
	});
}
