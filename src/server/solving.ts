import type { LessonPlan } from "@/core/plan/plan";
import type { SolvedPlan } from "@/core/plan/solved";
import { dayAfter } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { MOST_PACKED, type PlanRow, plansFrom } from "@/store/plans";
import { saveSolved, solvedPlans } from "@/store/solvedPlans";
import { readApart } from "./readApart";

/** A week of plans of sixty candidates, each to end in time at 95 of 100, takes this long on a slow machine. */
const PATIENCE_S = 120;

/** Works plans out in a process of its own: a search may take seconds, and this thread answers everybody. */
async function solveApart(plans: readonly LessonPlan[]): Promise<readonly SolvedPlan[]> {
	const solved = await readApart<SolvedPlan[]>("plans", JSON.stringify(plans), [], PATIENCE_S);
	return solved.ok ? solved.value : [];
}

/** One after the other: whoever asks for the same plans meanwhile finds them solved. */
let turn: Promise<unknown> = Promise.resolve();

/**
 * The solutions of these plans: those that are stored, and the rest worked out apart and stored. One that cannot be
 * worked out just now has none.
 *
 * @param solve as {@link solveApart}
 */
export function solutionsOf(
	open: Store,
	rows: readonly PlanRow[],
	solve: (plans: readonly LessonPlan[]) => Promise<readonly SolvedPlan[]> = solveApart,
): Promise<Map<string, SolvedPlan>> {
	const mine = turn.then(async () => {
		const found = await solvedPlans(open, rows);
		const missing = rows.filter(({ id }) => !found.has(id));
		if (missing.length === 0) return found;
		const made = await solve(missing.map(({ plan }) => plan));
		const fresh = missing.flatMap((row, i) => (made[i] ? [{ row, solved: made[i] }] : []));
		await saveSolved(open, fresh);
		for (const { row, solved } of fresh) found.set(row.id, solved);
		return found;
	});
	turn = mine.catch(() => undefined);
	return mine;
}

/** Has every plan solved that a device takes along. */
const solveForPack = async (open: Store): Promise<unknown> =>
	solutionsOf(open, await plansFrom(open, dayAfter(serverDay(), -1), MOST_PACKED));

/** Begins to solve a plan that was just saved, so that whoever reads it next finds it solved. Only where pages are served. */
export function solveSoon(open: Store): void {
	if (process.env.NEXT_RUNTIME === "nodejs") void solveForPack(open).catch(() => undefined);
}
