import type { LessonPlan } from "./plan";
import { viewPlan } from "./viewPlan";

/** A plan worked out, as it is stored: which items it takes, in the lesson's order, or why it cannot be made. */
export interface SolvedPlan {
	/** Minutes from the lesson's begin, whole. Empty where it cannot be made. */
	placed: { id: string; at: number; minutes: number }[];
	/** The first refusal; null where it was made. */
	amiss: string | null;
}

/** What decides a plan's solution, as one text: where it is the same, so is the solution. */
export const solvedFrom = ({ items, minutes, sure, limits, ladders }: LessonPlan): string =>
	JSON.stringify([items, minutes, sure, limits, ladders]);

/** Works a plan out, without the reasons of what is left out: up to seconds, so never on a thread that answers. */
export function solveFully(plan: LessonPlan): SolvedPlan {
	const view = viewPlan(plan, false);
	return view.ok
		? { placed: view.value.stretches.map(({ item, at, minutes }) => ({ id: item.id, at, minutes })), amiss: null }
		: { placed: [], amiss: view.refusals[0]?.sentence ?? "" };
}
