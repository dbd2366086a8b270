import { and, asc, eq, isNull, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { Student } from "@/core/people/student";
import type { Outcome } from "@/core/refusals/refusals";
import type { Store } from "./db";
import { addOrRevise, type Saved, stamp } from "./documents";
import * as t from "./schema";

export interface StudentRow extends Saved {
	archived: boolean;
	student: Student;
}

const read = (row: typeof t.student.$inferSelect): StudentRow => ({
	id: row.id,
	rev: row.rev,
	archived: row.archivedAt !== null,
	student: Student.parse(row.body),
});

export async function listStudents({ db }: Store): Promise<StudentRow[]> {
	const rows = await db
		.select()
		.from(t.student)
		.where(isNull(t.student.deletedAt))
		.orderBy(asc(sql`lower(${t.student.name})`));
	return rows.map(read);
}

/** Names alone, of everybody who is here. */
export async function studentNames({
	db,
}: Store): Promise<{ id: string; name: string; strongSide: "left" | "right"; archived: boolean }[]> {
	const rows = await db
		.select({
			id: t.student.id,
			name: t.student.name,
			archivedAt: t.student.archivedAt,
			strongSide: sql<"left" | "right">`json_extract(${t.student.body}, '$.strongSide')`,
		})
		.from(t.student)
		.where(isNull(t.student.deletedAt));
	return rows.map(({ archivedAt, ...row }) => ({ ...row, archived: archivedAt !== null }));
}

export async function findStudent({ db }: Store, id: string): Promise<StudentRow | null> {
	const [row] = await db
		.select()
		.from(t.student)
		.where(and(eq(t.student.id, id), isNull(t.student.deletedAt)));
	return row ? read(row) : null;
}

/** Adds a student, or saves one against the revision it was opened at. */
export async function saveStudent(
	{ write }: Store,
	body: Student,
	at: Saved | null,
	id: string = uuid(),
): Promise<Outcome<Saved>> {
	return write((tx) =>
		addOrRevise(id, at, body, {
			what: "This student",
			add: () => tx.insert(t.student).values({ id, name: body.name, body }),
			stands: (one) =>
				tx
					.select({ rev: t.student.rev, body: t.student.body })
					.from(t.student)
					.where(and(eq(t.student.id, one), isNull(t.student.deletedAt))),
			revise: (one, changed) =>
				tx
					.update(t.student)
					.set({ name: body.name, body, ...changed })
					.where(eq(t.student.id, one)),
		}),
	);
}

export async function archiveStudent({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.student)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.student.id, id)),
	);
}
