import { sum } from "@/core/statistics/sums";
import { dayAfter, daysBetween } from "@/core/text/fields";
import type { Phases } from "./assignment";

/** A day's minutes given out over the drills, otherwise every few weeks. */

type Part = Phases["parts"][number];

/** Where a day is in the phases: which one, and from when to when; the last one stays. Before the first day it is the first. */
export function phaseOn({ from, parts }: Phases, on: string): { n: number; part: Part; from: string; to: string } {
	const weeks = Math.max(0, Math.floor(daysBetween(from, on) / 7));
	let begun = 0;
	let n = 0;
	for (; n < parts.length - 1; n++) {
		const { weeks: long = 0 } = parts[n] ?? {};
		if (weeks < begun + long) break;
		begun += long;
	}
	const part = parts[n] as Part;
	const first = dayAfter(from, 7 * begun);
	return { n, part, from: first, to: dayAfter(first, 7 * part.weeks - 1) };
}

/**
 * A day's minutes over the drills by their shares, whole, and together as many as there are (largest remainders,
 * of equal ones the earlier drill's). A drill that came later and has no share yet has the mean of the others'.
 *
 * @example minutesOf({ a: 2, b: 1 }, ["a", "b"], 10) // Map { a: 7, b: 3 }
 */
export function minutesOf(shares: Part["shares"], ids: readonly string[], minutes: number): Map<string, number> {
	const said = ids.flatMap((id) => shares[id] ?? []);
	const usual = said.length > 0 ? sum(said, (one) => one) / said.length : 1;
	const parts = ids.map((id) => ({ id, share: shares[id] ?? usual }));
	const all = sum(parts, ({ share }) => share);
	const exact = parts.map(({ id, share }) => ({ id, exact: all > 0 ? (minutes * share) / all : 0 }));
	let left = all > 0 ? minutes - sum(exact, (one) => Math.floor(one.exact)) : 0;
	const first = new Set(
		[...exact]
			.sort((a, b) => (b.exact % 1) - (a.exact % 1))
			.flatMap(({ id, exact: one }) => (one % 1 > 0 && left-- > 0 ? [id] : [])),
	);
	return new Map(exact.map(({ id, exact: one }) => [id, Math.floor(one) + (first.has(id) ? 1 : 0)]));
}

interface Drill {
	id: string;
	minutes?: number | undefined;
}

/** The drills of a day's phase, with the minutes they have in it; all of them as they are where there are no phases. */
export function drillsOn<T extends Drill>(drills: readonly T[], phases: Phases | undefined, on: string): T[] {
	if (!phases || drills.length === 0) return [...drills];
	const minutes = minutesOf(
		phaseOn(phases, on).part.shares,
		drills.map(({ id }) => id),
		phases.minutes,
	);
	const inIt = drills.flatMap((one) => {
		const own = minutes.get(one.id) ?? 0;
		return own > 0 ? [{ ...one, minutes: own }] : [];
	});
	// Shares that leave nothing at all would be a page without a drill.
	return inIt.length > 0 ? inIt : [...drills];
}
