import type { Thresholds } from "./assignment";

/** What of an entry a target is judged by. */
export interface Counted {
	good: number;
	tries: number;
	target: number;
	dose: number;
}

/** Done whole: an entry with fewer tries than were asked for says nothing of the target, unless it met it all the same. */
const says = (entry: Counted, target: number): boolean =>
	entry.target === target && (entry.tries >= entry.dose || entry.good >= target);

export interface Suggestion {
	to: number;
	/** So many of so many under the present target were met. */
	met: number;
	of: number;
}

/**
 * Whether the target of a drill is to be moved, from the entries since it last was: raised by
 * a step where the last `of` met it `raise` times or more, lowered where `lower` times or
 * fewer. Only entries under the present target count. A suggestion: nothing moves by itself.
 *
 * @param entries oldest first
 */
export function suggestTarget(
	entries: readonly Counted[],
	{ target, dose, step }: { target: number; dose: number; step: number },
	{ of, raise, lower }: Thresholds,
): Suggestion | null {
	const last = entries.filter((entry) => says(entry, target)).slice(-of);
	if (last.length < of) return null;
	const met = last.filter(({ good }) => good >= target).length;
	const to = met >= raise ? Math.min(dose, target + step) : met <= lower ? Math.max(1, target - step) : target;
	return to === target ? null : { to, met, of };
}

/**
 * How many more whole goes that meet the present target would raise it; null where the target is as high as it goes.
 *
 * @param entries oldest first
 */
export function goesToRaise(
	entries: readonly Counted[],
	{ target, dose, step }: { target: number; dose: number; step: number },
	{ of, raise }: Thresholds,
): { goes: number; to: number } | null {
	const to = Math.min(dose, target + step);
	if (to === target) return null;
	const met = entries.filter((entry) => says(entry, target)).map(({ good }) => good >= target);
	for (let goes = 0; goes <= of; goes++) {
		const last = [...met, ...Array<boolean>(goes).fill(true)].slice(-of);
		if (last.length >= of && last.filter(Boolean).length >= raise) return { goes, to };
	}
	return { goes: of, to };
}
