import { eq, isNull, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { Occasion } from "@/core/calendar/occasion";
import type { Outcome } from "@/core/refusals/refusals";
import type { Store, Tx } from "./db";
import { addOrRevise, type Saved, stamp } from "./documents";
import * as t from "./schema";

export interface OccasionRow extends Saved {
	occasion: Occasion;
}

const read = (row: typeof t.occasion.$inferSelect): OccasionRow => ({
	id: row.id,
	rev: row.rev,
	occasion: Occasion.parse(row.body),
});

/** Shows, terms and other dates that were not deleted, the earliest first. */
export async function listOccasions({ db }: Store): Promise<OccasionRow[]> {
	const rows = (await db.select().from(t.occasion).where(isNull(t.occasion.archivedAt))).map(read);
	return rows.sort((a, b) => (a.occasion.day < b.occasion.day ? -1 : 1));
}

/** Adds a date, or saves one against the revision it was opened at. */
export const saveOccasion = ({ write }: Store, body: Occasion, at: Saved | null): Promise<Outcome<Saved>> =>
	write((tx) => {
		const id = uuid();
		return addOrRevise(id, at, body, {
			what: "This date",
			add: () => tx.insert(t.occasion).values({ id, name: body.name, body }),
			stands: (one) =>
				tx.select({ rev: t.occasion.rev, body: t.occasion.body }).from(t.occasion).where(eq(t.occasion.id, one)),
			revise: (one, changed) =>
				tx
					.update(t.occasion)
					.set({ name: body.name, body, ...changed })
					.where(eq(t.occasion.id, one)),
		});
	});

export async function archiveOccasion({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.occasion)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.occasion.id, id)),
	);
}

/** A student leaves every date: one that was theirs alone goes with them. */
export async function leaveOccasions(tx: Tx, student: string): Promise<void> {
	const rows = await tx
		.select()
		.from(t.occasion)
		.where(sql`exists (select 1 from json_each(${t.occasion.body}, '$.students') where value = ${student})`);
	for (const row of rows) {
		const { occasion } = read(row);
		const students = occasion.students.filter((id) => id !== student);
		if (students.length === 0) await tx.delete(t.occasion).where(eq(t.occasion.id, row.id));
		else
			await tx
				.update(t.occasion)
				.set({ body: { ...occasion, students }, rev: row.rev + 1 })
				.where(eq(t.occasion.id, row.id));
	}
}
