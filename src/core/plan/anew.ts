import { sum } from "@/core/statistics/sums";
import type { Planned, PlanRun } from "./run";

/** What is left of a plan where the lesson runs late. */
export interface Anew {
	/** Minutes of what stays, by its id. */
	minutes: Record<string, number>;
	/** What does not fit any more. */
	out: Planned[];
	/** Minutes that what is left was to take, and minutes there are. */
	planned: number;
	there: number;
}

/** A drill is not worth beginning for less. */
const LEAST = 4;
const WRAP_UP = "wrap-up";

/** What stays is shortened alike, none under four minutes or under what it was; the wrap-up keeps its time. */
function shortened(left: readonly Planned[], there: number): Map<string, number> {
	const fixed = sum(left, ({ id, minutes }) => (id === WRAP_UP ? minutes : 0));
	const rest = sum(left, ({ id, minutes }) => (id === WRAP_UP ? 0 : minutes));
	const factor = rest > 0 ? Math.max(0, there - fixed) / rest : 1;
	return new Map(
		left.map(({ id, minutes }) => [
			id,
			id === WRAP_UP ? minutes : Math.max(Math.min(LEAST, minutes), Math.min(minutes, Math.floor(minutes * factor))),
		]),
	);
}

/**
 * The rest of a plan for the minutes that are left: everything shortened alike; where that does not do, the last thing
 * before the wrap-up goes, and then the one before it.
 *
 * @param there minutes from now to the lesson's end
 * @returns null where what is left fits as it is, or nothing is left
 */
export function planAnew({ left }: Pick<PlanRun, "left">, there: number): Anew | null {
	const planned = sum(left, ({ minutes }) => minutes);
	if (left.length === 0 || planned <= there) return null;
	let stays = [...left];
	const out: Planned[] = [];
	for (;;) {
		const minutes = shortened(stays, there);
		const last = stays.findLast(({ id }) => id !== WRAP_UP);
		if (!last || sum([...minutes.values()], (one) => one) <= there)
			return { minutes: Object.fromEntries(minutes), out, planned, there };
		stays = stays.filter((one) => one !== last);
		out.unshift(last);
	}
}
