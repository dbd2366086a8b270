import type { PlanTaken } from "@/core/log/kinds";
import type { LessonPlan } from "./plan";
import { viewPlan } from "./viewPlan";

/**
 * A plan as a lesson takes it along; null for one that does not work out. What is said
 * between the coach and one of several students stays in the plan: the lesson's record is
 * all of theirs, and does not go when one of them is deleted.
 */
export function takePlan(id: string, plan: LessonPlan, view = viewPlan(plan, false)): PlanTaken | null {
	if (!view.ok) return null;
	const several = plan.students.length > 1;
	return {
		plan: id,
		watch: plan.watch,
		again: plan.again,
		stretches: view.value.stretches.map(
			({ item: { id: item, class: kind, what, ladder, rung, student }, at, minutes }) => ({
				id: item,
				what: several && kind === "talk" && student ? "Talk" : what,
				at,
				minutes,
				...(ladder ? { ladder } : {}),
				...(rung ? { rung } : {}),
				...(several && student ? { student } : {}),
			}),
		),
	};
}
