import { MOST_COUNTED } from "./item";
import { countedIn, ENDS, type End, endIn, STATES, stateOf } from "./states";

/**
 * Upper bounds for the search of a plan that ends in time. The condition (variance at most what its mean has room
 * for) is priced: a minute squared of variance costs lambda. What the rest of the items can add at best, at that
 * price, is a dynamic program over numbers alone; with the price that makes the whole bound least it is close to the
 * best plan, and all that cannot reach a plan already found is let go of. (Lagrange's relaxation of a constrained
 * knapsack.)
 */

/** One item in its order: what it earns in each number of minutes, and the class limit it counts for. */
export interface Step {
	least: number;
	/** Value of `least`, `least + 1`, ... minutes. */
	values: readonly number[];
	/** Standard deviation of its minutes, as a share. */
	spread: number;
	always: boolean;
	/** It counts for the limit of its class. */
	counts: boolean;
	/** As many of its class as may be counted. */
	most: number;
	/** The first of its class: what was counted before decides nothing. */
	opens: boolean;
	/** How the lesson would end on it; null for the wrap-up, before which it ends. */
	end: End | null;
}

const NEVER = Number.NEGATIVE_INFINITY;

/**
 * What can still be earned at best from each step on, by the state so far and the minutes it takes.
 *
 * @param endWell the last thing before the wrap-up has to be one to end on
 */
function restOf(steps: readonly Step[], minutes: number, price: number, endWell: boolean): Float64Array[] {
	const width = minutes + 1;
	let next = new Float64Array(STATES * width).fill(NEVER);
	for (let state = 0; state < STATES; state++) if (!endWell || endIn(state) !== ENDS.badly) next[state * width] = 0;
	const all = [next];
	for (let k = steps.length - 1; k >= 0; k--) {
		const step = steps[k] as Step;
		const here = new Float64Array(STATES * width).fill(NEVER);
		const opensNext = steps[k + 1]?.opens ?? true;
		const after = (counted: number, end: End) => stateOf(opensNext ? 0 : counted, end) * width;
		for (let state = 0; state < STATES; state++) {
			const [counted, end] = [countedIn(state), endIn(state)];
			const left = after(counted, end);
			if (!step.always) for (let r = 0; r < width; r++) here[state * width + r] = next[left + r] as number;
			const now = counted + (step.counts ? 1 : 0);
			if (now > step.most || now > MOST_COUNTED || (step.end === null && endWell && end === ENDS.badly)) continue;
			const taken = after(now, step.end ?? end);
			step.values.forEach((value, i) => {
				const long = step.least + i;
				const gain = value - price * (long * step.spread) ** 2;
				for (let r = long; r < width; r++) {
					const one = gain + (next[taken + r - long] as number);
					if (one > (here[state * width + r] as number)) here[state * width + r] = one;
				}
			});
		}
		all.unshift(here);
		next = here;
	}
	return all;
}

/** Prices that are tried, per square minute: none, and from next to nothing to more than any drill earns. */
const PRICES: readonly number[] = [0, ...Array.from({ length: 18 }, (_, i) => 2 ** (-8 + i / 2))];

/** What can be reached at one price: by the steps that were looked at, the state and the mean so far. */
interface AtPrice {
	price: number;
	most: readonly Float64Array[];
}

export class Bounds {
	private constructor(
		/** The price at the mean of the best bound. */
		readonly price: number,
		private readonly prices: readonly AtPrice[],
		private readonly width: number,
	) {}

	/**
	 * Each whole mean has its own price, that which makes its bound least: what a long plan has to pay for would be
	 * a gift to a short one, which has room for more than it can stray.
	 *
	 * @param room the most variance of each whole mean; infinite where any will do
	 * @param widest the largest spread of all there is, what is pinned among it: as a share
	 */
	static of(steps: readonly Step[], room: readonly number[], widest: number, endWell: boolean): Bounds {
		const width = room.length;
		// No plan of that mean strays more.
		const capped = room.map((variance, mean) => Math.min(variance, (widest * mean) ** 2));
		const rests = PRICES.map((price) => restOf(steps, width - 1, price, endWell));
		const best = capped.map((variance, mean) => {
			const bounds = PRICES.map((price, k) => (rests[k]?.[0]?.[mean] as number) + price * variance);
			const bound = Math.min(...bounds);
			return { bound, k: bounds.indexOf(bound) };
		});
		const top = best.reduce((a, b) => (b.bound > a.bound ? b : a));
		const prices = [...new Set(best.map(({ k }) => k))].map((k): AtPrice => {
			const price = PRICES[k] as number;
			const means = capped.flatMap((_, mean) => (best[mean]?.k === k ? [mean] : []));
			return { price, most: (rests[k] as Float64Array[]).map((rest) => mostOf(rest, means, capped, price)) };
		});
		return new Bounds(PRICES[top.k] as number, prices, width);
	}

	/** Whether a way may come to so much: after so many steps, with its mean, variance and value. */
	reaches(least: number, steps: number, state: number, mean: number, variance: number, value: number): boolean {
		const at = state * this.width + mean;
		for (const { price, most } of this.prices)
			if (value - price * variance + ((most[steps] as Float64Array)[at] as number) >= least) return true;
		return false;
	}
}

/** The most that can be added at a price by the state and the mean so far, to end on one of those means. */
function mostOf(rest: Float64Array, means: readonly number[], room: readonly number[], price: number): Float64Array {
	const width = room.length;
	const row = new Float64Array(STATES * width).fill(NEVER);
	for (let state = 0; state < STATES; state++)
		for (const end of means)
			for (let mean = 0; mean <= end; mean++) {
				const one = (rest[state * width + end - mean] as number) + price * (room[end] as number);
				if (one > (row[state * width + mean] as number)) row[state * width + mean] = one;
			}
	return row;
}
