import { sum } from "@/core/statistics/sums";
/** Something that minutes are given to, by its weight among the others. */
export interface Share {
	id: string;
	weight: number;
}

export interface Given {
	id: string;
	minutes: number;
}

/**
 * Minutes given out over slots (lessons, days) by weight: in each slot the few that are
 * furthest behind their share get them, so that after every slot nobody is further behind
 * than a slot is long. What a slot is split into is whole, in steps, and at least a step.
 *
 * @param slots minutes of each
 * @param most different ones in one slot
 * @param step the least that is worth beginning
 */
export function shareOut(shares: readonly Share[], slots: readonly number[], most: number, step: number): Given[][] {
	const wanted = shares.filter(({ weight }) => weight > 0);
	const weights = sum(wanted, ({ weight }) => weight);
	const had = new Map(wanted.map(({ id }) => [id, 0]));
	let before = 0;
	return slots.map((minutes) => {
		before += minutes;
		// The largest arrears first; of equal ones the earlier in the given order.
		const behind = wanted
			.map(({ id, weight }, place) => ({ id, place, owed: (before * weight) / weights - (had.get(id) ?? 0) }))
			.sort((a, b) => b.owed - a.owed || a.place - b.place)
			.slice(0, Math.max(1, Math.min(most, Math.floor(minutes / step))));
		const owed = behind.filter((one) => one.owed > 0);
		const due = sum(owed, ({ owed: one }) => one);
		let left = minutes;
		const given = owed.flatMap(({ id, owed: own }, i) => {
			const last = i === owed.length - 1;
			const share = last ? left : Math.min(left, Math.round((minutes * own) / due / step) * step);
			left -= share;
			return share > 0 ? [{ id, minutes: share }] : [];
		});
		for (const one of given) had.set(one.id, (had.get(one.id) ?? 0) + one.minutes);
		return given;
	});
}

/** How many rungs one side may be ahead before the other gets more. */
const FAR = 2;

/** The weights with the side of a mirrored pair that is far behind made heavier, by a quarter for each rung it lacks. */
export function evened(shares: readonly Share[], pairs: readonly { behind: string; rungs: number }[]): Share[] {
	return shares.map((one) => {
		const gap = pairs.find(({ behind }) => behind === one.id)?.rungs ?? 0;
		return gap >= FAR ? { ...one, weight: one.weight * (1 + gap / 4) } : one;
	});
}
