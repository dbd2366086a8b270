import type { PlanTaken } from "@/core/log/kinds";
import type { LessonPlan } from "./plan";
import { viewPlan } from "./viewPlan";

/** A plan as a lesson takes it along; null for one that does not work out. */
export function takePlan(id: string, plan: LessonPlan): PlanTaken | null {
	const view = viewPlan(plan, false);
	if (!view.ok) return null;
	return {
		plan: id,
		watch: plan.watch,
		again: plan.again,
		stretches: view.value.stretches.map(({ item: { id: item, what, ladder, rung }, at, minutes }) => ({
			id: item,
			what,
			at,
			minutes,
			...(ladder ? { ladder } : {}),
			...(rung ? { rung } : {}),
		})),
	};
}
