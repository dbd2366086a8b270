import { climb, type Difficulty } from "@/core/difficulty/difficulty";
import type { Rung } from "@/core/ladder/ladder";
import { cutText } from "@/core/text/fields";

/** A rung that halves a step, and what it does, in words. */
export interface Between {
	rung: Rung;
	sentence: string;
}

/**
 * The rung to put between two: of several difficulties raised at once the first in
 * order is raised alone; of one, as many notches as leave the heavier half lightest.
 * Null where nothing lies between.
 */
export function between(
	lower: Rung,
	upper: Rung,
	difficulties: readonly Difficulty[],
	newId: () => string,
): Between | null {
	const [low, high] = [lower.settings.notches, upper.settings.notches];
	const raised = difficulties.filter(({ id }) => (high[id] ?? 0) > (low[id] ?? 0) && id in low && id in high);
	const first = raised[0];
	if (!first) return null;
	const [from, to] = [low[first.id] as number, high[first.id] as number];
	const at = raised.length > 1 ? to : halfway(first, from, to);
	if (at === null) return null;
	const name = first.notches[at]?.name ?? first.name;
	return {
		rung: {
			id: newId(),
			settings: {
				...structuredClone(lower.settings),
				name: cutText(`${lower.settings.name}, ${name}`, 80),
				notches: { ...low, [first.id]: at },
				easier: lower.settings.name,
				harder: upper.settings.name,
			},
		},
		sentence: `Only ${first.name} gets harder: “${name}”.`,
	};
}

function halfway(one: Difficulty, from: number, to: number): number | null {
	let best: { at: number; heavier: number } | null = null;
	for (let at = from + 1; at < to; at++) {
		const heavier = Math.max(climb(one, from, at), climb(one, at, to));
		if (!best || heavier < best.heavier) best = { at, heavier };
	}
	return best?.at ?? null;
}
