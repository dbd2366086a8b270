import { randomBytes } from "node:crypto";
import { and, desc, eq, inArray, isNull } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { Assignment } from "@/core/practice/assignment";
import { type AskedFrom, withChange } from "@/core/practice/page";
import type { Outcome } from "@/core/refusals/refusals";
import { serverDay } from "./days";
import type { Store, Tx } from "./db";
import { addOrRevise, type Saved, stamp } from "./documents";
import * as t from "./schema";

/** What students are asked to practise: their own pages, and those beside them. */

export interface AssignmentRow extends Saved {
	student: string;
	archived: boolean;
	/** Signs what the student's page hands back. */
	key: string;
	assignment: Assignment;
	/** Beside the student's own page: a second home, a camp. */
	apart: boolean;
	/** What was asked for from which day on, oldest first. */
	history: AskedFrom[];
	/** The latest wrap-up it was changed by. */
	wrapUp: { event: string; at: string } | null;
}

const read = (row: typeof t.assignment.$inferSelect): AssignmentRow => ({
	id: row.id,
	rev: row.rev,
	student: row.student,
	archived: row.archivedAt !== null,
	key: row.key,
	assignment: Assignment.parse(row.body),
	apart: row.apart,
	history: row.history,
	wrapUp: row.wrapUp ?? null,
});

const here = and(isNull(t.student.deletedAt), eq(t.student.id, t.assignment.student));

export async function findAssignment({ db }: Store, id: string): Promise<AssignmentRow | null> {
	const [row] = await db
		.select({ row: t.assignment })
		.from(t.assignment)
		.innerJoin(t.student, here)
		.where(eq(t.assignment.id, id));
	return row ? read(row.row) : null;
}

/** Assignments, the newest first: of one student, or of everybody who is not put away. */
export async function listAssignments({ db }: Store, student?: string): Promise<AssignmentRow[]> {
	const rows = await db
		.select({ row: t.assignment })
		.from(t.assignment)
		.innerJoin(t.student, here)
		.where(
			student ? eq(t.assignment.student, student) : and(isNull(t.assignment.archivedAt), isNull(t.student.archivedAt)),
		)
		.orderBy(desc(t.assignment.createdAt), desc(t.assignment.id));
	return rows.map(({ row }) => read(row));
}

/**
 * A student's own page: of those that are not put away and not beside it the newest. Null where there is none.
 * Older pages lead to it.
 */
export async function pageOf({ db }: Store | { db: Tx }, student: string): Promise<AssignmentRow | null> {
	const [row] = await db
		.select()
		.from(t.assignment)
		.where(and(eq(t.assignment.student, student), eq(t.assignment.apart, false), isNull(t.assignment.archivedAt)))
		.orderBy(desc(t.assignment.createdAt), desc(t.assignment.id))
		.limit(1);
	return row ? read(row) : null;
}

/** Adds an assignment, or saves one against the revision it was opened at; what it asks for from today on is kept by its day. */
export async function saveAssignment(
	{ write }: Store,
	body: Assignment,
	at: Saved | null,
	{ apart = false }: { apart?: boolean } = {},
): Promise<Outcome<Saved>> {
	const id = uuid();
	const day = serverDay();
	return write((tx) =>
		addOrRevise(id, at, body, {
			what: "This practice",
			add: () =>
				tx.insert(t.assignment).values({
					id,
					name: "",
					student: body.student,
					key: randomBytes(32).toString("base64url"),
					body,
					apart,
					history: withChange([], day, body),
				}),
			// Whose it is never changes.
			stands: (one) =>
				tx
					.select({ rev: t.assignment.rev, body: t.assignment.body })
					.from(t.assignment)
					.where(and(eq(t.assignment.id, one), eq(t.assignment.student, body.student))),
			revise: async (one, changed) => {
				const history = withChange(await historyOf(tx, one), day, body);
				await tx
					.update(t.assignment)
					.set({ body, history, ...changed })
					.where(eq(t.assignment.id, one));
			},
		}),
	);
}

/** What a page asked for when; of one from before that was kept, as it stands. */
async function historyOf(tx: Tx, id: string): Promise<AskedFrom[]> {
	const [row] = await tx.select().from(t.assignment).where(eq(t.assignment.id, id));
	if (!row) return [];
	const { assignment, history } = read(row);
	return history.length > 0 ? history : withChange([], assignment.from, assignment);
}

/**
 * Changes a student's own page as a wrap-up says, once: a wrap-up that was applied before, or is
 * older than the latest, changes nothing. Where there is no page yet, one is made.
 *
 * @returns the page's id and what it says now; null where nothing was changed
 */
export async function changePage(
	{ write }: Store,
	student: string,
	wrapUp: { event: string; at: string; day: string },
	change: (before: AssignmentRow | null) => Assignment,
): Promise<string | null> {
	return write(async (tx) => {
		const before = await pageOf({ db: tx }, student);
		if (before?.wrapUp && (before.wrapUp.event === wrapUp.event || before.wrapUp.at > wrapUp.at)) return null;
		const body = change(before);
		const said = { event: wrapUp.event, at: wrapUp.at };
		if (!before) {
			const id = uuid();
			await tx.insert(t.assignment).values({
				...{ id, name: "", student, body, wrapUp: said },
				key: randomBytes(32).toString("base64url"),
				history: withChange([], wrapUp.day, body),
			});
			return id;
		}
		const history = withChange(await historyOf(tx, before.id), wrapUp.day, body);
		await tx
			.update(t.assignment)
			.set({ body, history, wrapUp: said, rev: before.rev + 1, updatedAt: stamp() })
			.where(eq(t.assignment.id, before.id));
		return before.id;
	});
}

export async function archiveAssignment({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.assignment)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.assignment.id, id)),
	);
}

/** What a student was to practise goes with them, and so do its links. */
export async function leavePractice(tx: Tx, student: string): Promise<void> {
	const theirs = tx.select({ id: t.assignment.id }).from(t.assignment).where(eq(t.assignment.student, student));
	await tx.delete(t.practiceLink).where(inArray(t.practiceLink.assignment, theirs));
	await tx.delete(t.assignment).where(eq(t.assignment.student, student));
}
