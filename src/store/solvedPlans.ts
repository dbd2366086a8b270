import { createHash } from "node:crypto";
import { inArray } from "drizzle-orm";
import { type SolvedPlan, solvedFrom } from "@/core/plan/solved";
import type { Store } from "./db";
import type { PlanRow } from "./plans";
import * as t from "./schema";

const markOf = ({ plan }: PlanRow): string => createHash("sha256").update(solvedFrom(plan)).digest("hex");

/** Solutions of these plans, by their id; one that was changed since it was worked out has none. */
export async function solvedPlans({ db }: Store, rows: readonly PlanRow[]): Promise<Map<string, SolvedPlan>> {
	if (rows.length === 0) return new Map();
	const had = await db
		.select()
		.from(t.solvedPlan)
		.where(
			inArray(
				t.solvedPlan.plan,
				rows.map(({ id }) => id),
			),
		);
	const marks = new Map(rows.map((row) => [row.id, markOf(row)]));
	return new Map(had.flatMap(({ plan, mark, solved }) => (marks.get(plan) === mark ? [[plan, solved] as const] : [])));
}

/** Keeps solutions for what their plans say; a plan that was deleted meanwhile keeps none. */
export async function saveSolved(
	{ write }: Store,
	all: readonly { row: PlanRow; solved: SolvedPlan }[],
): Promise<void> {
	await write(async (tx) => {
		const there = await tx
			.select({ id: t.plan.id })
			.from(t.plan)
			.where(
				inArray(
					t.plan.id,
					all.map(({ row }) => row.id),
				),
			);
		const known = new Set(there.map(({ id }) => id));
		for (const { row, solved } of all) {
			if (!known.has(row.id)) continue;
			const values = { plan: row.id, mark: markOf(row), solved };
			await tx.insert(t.solvedPlan).values(values).onConflictDoUpdate({ target: t.solvedPlan.plan, set: values });
		}
	});
}
