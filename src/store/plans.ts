import { and, asc, desc, eq, gte, isNull, lt, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { LessonPlan } from "@/core/plan/plan";
import type { Outcome } from "@/core/refusals/refusals";
import type { Store, Tx } from "./db";
import { addOrRevise, type Saved, stamp } from "./documents";
import * as t from "./schema";

/** As many lessons as a week holds: that many plans a device takes along. */
export const MOST_PACKED = 60;

export interface PlanRow extends Saved {
	archived: boolean;
	plan: LessonPlan;
}

const read = (row: typeof t.plan.$inferSelect): PlanRow => ({
	id: row.id,
	rev: row.rev,
	archived: row.archivedAt !== null,
	plan: LessonPlan.parse(row.body),
});

export async function findPlan({ db }: Store, id: string): Promise<PlanRow | null> {
	const [row] = await db.select().from(t.plan).where(eq(t.plan.id, id));
	return row ? read(row) : null;
}

/** Plans from a day on, the nearest first. */
export async function plansFrom({ db }: Store, day: string, atMost = 200): Promise<PlanRow[]> {
	const rows = await db
		.select()
		.from(t.plan)
		.where(and(gte(t.plan.day, day), isNull(t.plan.archivedAt)))
		.orderBy(asc(t.plan.day), asc(t.plan.id))
		.limit(atMost);
	return rows.map(read);
}

/** Plans for days gone by, the latest first. */
export async function plansBefore({ db }: Store, day: string, atMost = 20): Promise<PlanRow[]> {
	const rows = await db
		.select()
		.from(t.plan)
		.where(and(lt(t.plan.day, day), isNull(t.plan.archivedAt)))
		.orderBy(desc(t.plan.day), desc(t.plan.id))
		.limit(atMost);
	return rows.map(read);
}

/** Adds a plan, or saves one against the revision it was opened at. */
export async function savePlan({ write }: Store, body: LessonPlan, at: Saved | null): Promise<Outcome<Saved>> {
	const id = uuid();
	return write((tx) =>
		addOrRevise(id, at, body, {
			what: "This plan",
			add: () => tx.insert(t.plan).values({ id, name: "", day: body.day, body }),
			stands: (one) => tx.select({ rev: t.plan.rev, body: t.plan.body }).from(t.plan).where(eq(t.plan.id, one)),
			revise: (one, changed) =>
				tx
					.update(t.plan)
					.set({ day: body.day, body, ...changed })
					.where(eq(t.plan.id, one)),
		}),
	);
}

export async function archivePlan({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.plan)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.plan.id, id)),
	);
}

/** A student leaves every plan: one that was theirs alone goes, of others their items go. */
export async function leavePlans(tx: Tx, student: string): Promise<void> {
	const rows = await tx
		.select()
		.from(t.plan)
		.where(sql`exists (select 1 from json_each(${t.plan.body}, '$.students') where value = ${student})`);
	for (const row of rows) {
		const { plan } = read(row);
		const students = plan.students.filter((id) => id !== student);
		if (students.length === 0) await tx.delete(t.plan).where(eq(t.plan.id, row.id));
		else
			await tx
				.update(t.plan)
				.set({
					body: { ...plan, students, items: plan.items.filter((item) => item.student !== student) },
					rev: row.rev + 1,
				})
				.where(eq(t.plan.id, row.id));
	}
}
