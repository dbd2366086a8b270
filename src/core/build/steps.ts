import { climb, type Difficulty } from "@/core/difficulty/difficulty";
import type { Rung } from "@/core/ladder/ladder";
import { sum } from "@/core/statistics/sums";

/** What one difficulty does from the rung below to this one. */
export interface Change {
	difficulty: string;
	name: string;
	/** Sum of the weights of the notches raised; negative where it goes back. */
	weight: number;
}

export interface Step {
	changes: Change[];
	/** What is raised, without what goes back. */
	weight: number;
	/** What is to be looked at: two difficulties raised at once, a step over the limit, a rung easier than the one below. */
	marks: ("two at once" | "too big" | "easier than below")[];
}

/**
 * The steps of a ladder, from the lowest rung up; the first rung has none. Only
 * difficulties that both rungs set are compared.
 *
 * @param greatest the step that is too big when it is heavier
 */
export function stepsOf(rungs: readonly Rung[], difficulties: readonly Difficulty[], greatest: number): Step[] {
	return rungs.map((rung, i): Step => {
		const below = rungs[i - 1]?.settings.notches ?? rung.settings.notches;
		const changes = difficulties.flatMap((one): Change[] => {
			const { id, name } = one;
			const [from, to] = [below[id], rung.settings.notches[id]];
			if (from === undefined || to === undefined || from === to) return [];
			const sum = climb(one, Math.min(from, to), Math.max(from, to));
			return [{ difficulty: id, name, weight: to > from ? sum : -sum }];
		});
		const raised = changes.filter(({ weight }) => weight > 0);
		const weight = sum(raised, (change) => change.weight);
		const net = sum(changes, (change) => change.weight);
		return {
			changes,
			weight,
			marks: [
				...(raised.length > 1 ? (["two at once"] as const) : []),
				...(weight > greatest + 1e-9 ? (["too big"] as const) : []),
				...(net < 0 ? (["easier than below"] as const) : []),
			],
		};
	});
}
