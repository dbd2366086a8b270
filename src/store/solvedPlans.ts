import type { LessonPlan } from "@/core/plan/plan";
import { type PlanView, viewPlan } from "@/core/plan/viewPlan";
import type { Outcome } from "@/core/refusals/refusals";

/** As many plans as are looked at over and over: those of a few weeks. */
const MOST = 500;
const known = new Map<string, { words: string; view: Outcome<PlanView> }>();

/**
 * A plan worked out, once for each thing it says: packs and lists read it again and again, and the thread that
 * answers everybody is not to search for it each time.
 */
export function solvedPlan(id: string, plan: LessonPlan): Outcome<PlanView> {
	const words = JSON.stringify([plan.items, plan.minutes, plan.sure]);
	const had = known.get(id);
	if (had?.words === words) return had.view;
	const view = viewPlan(plan, false);
	known.delete(id);
	known.set(id, { words, view });
	for (const oldest of known.keys()) {
		if (known.size <= MOST) break;
		known.delete(oldest);
	}
	return view;
}
