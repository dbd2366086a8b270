import type { PlanTaken } from "@/core/log/kinds";
import type { LessonPlan } from "./plan";
import type { SolvedPlan } from "./solved";

/**
 * A plan as a lesson takes it along; null for one that does not work out. What is said
 * between the coach and one of several students stays in the plan: the lesson's record is
 * all of theirs, and does not go when one of them is deleted.
 */
export function takePlan(id: string, plan: LessonPlan, { placed, amiss }: SolvedPlan): PlanTaken | null {
	if (amiss !== null) return null;
	const several = plan.students.length > 1;
	const items = new Map(plan.items.map((item) => [item.id, item]));
	return {
		plan: id,
		watch: plan.watch,
		again: plan.again,
		stretches: placed.flatMap(({ id: item, at, minutes }) => {
			const found = items.get(item);
			if (!found) return [];
			const { class: kind, what, ladder, rung, student } = found;
			return {
				id: item,
				what: several && kind === "talk" && student ? "Talk" : what,
				at,
				minutes,
				...(ladder ? { ladder } : {}),
				...(rung ? { rung } : {}),
				...(several && student ? { student } : {}),
			};
		}),
	};
}
