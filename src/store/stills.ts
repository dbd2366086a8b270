import { and, asc, eq, inArray, isNull, sql } from "drizzle-orm";
import { Still } from "@/core/position/still";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import type { Store, Tx } from "./db";
import { stamp } from "./documents";
import * as t from "./schema";
import { findStudent, saveStudent } from "./students";

/** Stills of held positions: pictures of somebody, which go with them. */

export interface StillRow {
	id: string;
	still: Still;
}

const read = (row: typeof t.still.$inferSelect): StillRow => ({ id: row.id, still: Still.parse(row.body) });

/** Those of a student, the oldest first; what was put away left out. */
export async function listStills({ db }: Store, student: string): Promise<StillRow[]> {
	const rows = await db
		.select()
		.from(t.still)
		.where(and(eq(t.still.student, student), isNull(t.still.archivedAt)))
		.orderBy(asc(sql`json_extract(${t.still.body}, '$.day')`), asc(t.still.createdAt), asc(t.still.id));
	return rows.map(read);
}

/** Those that were taken in a lesson. */
export async function stillsIn({ db }: Store, lesson: string): Promise<StillRow[]> {
	const rows = await db
		.select()
		.from(t.still)
		.where(and(sql`json_extract(${t.still.body}, '$.lesson') = ${lesson}`, isNull(t.still.archivedAt)))
		.orderBy(asc(t.still.createdAt));
	return rows.map(read);
}

/**
 * Keeps a still under the id it was given where it was taken: sent twice it is kept once.
 *
 * @returns refused without consent to film, or where student or picture are not here
 */
export async function addStill(store: Store, id: string, body: Still): Promise<Outcome<{ id: string }>> {
	const { db, write } = store;
	const who = await findStudent(store, body.student);
	if (!who) return refuse("student", "This student was deleted. The still was not saved.");
	if (!who.student.filmed)
		return refuse("consent", `No consent to filming ${who.student.name} is saved yet. The still was not saved.`);
	const [there] = await db.select({ hash: t.picture.hash }).from(t.picture).where(eq(t.picture.hash, body.picture));
	if (!there) return refuse("picture", "Its picture did not arrive. Send it again.");
	await write((tx) =>
		tx
			.insert(t.still)
			.values({ id, name: body.name, student: body.student, picture: body.picture, body })
			.onConflictDoNothing(),
	);
	return { ok: true, value: { id } };
}

/** Notes that a student may be filmed, once. */
export async function noteConsent(store: Store, student: string, day: string): Promise<void> {
	const row = await findStudent(store, student);
	if (row && !row.student.filmed) await saveStudent(store, { ...row.student, filmed: day }, row);
}

/** Puts a still away, or brings it back. */
export async function archiveStill({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.still)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.still.id, id)),
	);
}

/** The stills of a student who is deleted, with the pictures that nothing else shows. */
export async function leaveStills(tx: Tx, student: string): Promise<void> {
	const gone = await tx.delete(t.still).where(eq(t.still.student, student)).returning({ picture: t.still.picture });
	const hashes = [...new Set(gone.map(({ picture }) => picture))];
	if (hashes.length === 0) return;
	await tx
		.delete(t.picture)
		.where(
			and(
				inArray(t.picture.hash, hashes),
				sql`${t.picture.hash} not in (select picture from still)`,
				sql`${t.picture.hash} not in (select j.value from skill_version v, json_tree(v.body) j where j.key = 'hash')`,
			),
		);
}
