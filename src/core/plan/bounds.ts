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
}

const COUNTED = 3;
const NEVER = Number.NEGATIVE_INFINITY;

/** What can still be earned at best from each step on, by what is counted and the minutes it takes. */
function restOf(steps: readonly Step[], minutes: number, price: number): Float64Array[] {
	const width = minutes + 1;
	let next = new Float64Array(COUNTED * width).fill(NEVER);
	for (let c = 0; c < COUNTED; c++) next[c * width] = 0;
	const all = [next];
	for (let k = steps.length - 1; k >= 0; k--) {
		const step = steps[k] as Step;
		const here = new Float64Array(COUNTED * width).fill(NEVER);
		const opensNext = steps[k + 1]?.opens ?? true;
		for (let c = 0; c < COUNTED; c++) {
			const left = (opensNext ? 0 : c) * width;
			if (!step.always) for (let r = 0; r < width; r++) here[c * width + r] = next[left + r] as number;
			const now = c + (step.counts ? 1 : 0);
			if (now > step.most || now >= COUNTED) continue;
			const taken = (opensNext ? 0 : now) * width;
			step.values.forEach((value, i) => {
				const long = step.least + i;
				const gain = value - price * (long * step.spread) ** 2;
				for (let r = long; r < width; r++) {
					const one = gain + (next[taken + r - long] as number);
					if (one > (here[c * width + r] as number)) here[c * width + r] = one;
				}
			});
		}
		all.unshift(here);
		next = here;
	}
	return all;
}

export class Bounds {
	private constructor(
		readonly price: number,
		/** By the steps that were looked at, what is counted and the mean so far: the most that can still be added. */
		private readonly most: readonly Float64Array[],
		private readonly width: number,
	) {}

	/**
	 * @param room the most variance of each whole mean; infinite where any will do
	 * @param widest the largest spread of all there is, what is pinned among it: as a share
	 * @returns the bounds at the price that makes them least
	 */
	static of(steps: readonly Step[], room: readonly number[], widest: number): Bounds {
		const width = room.length;
		// No plan of that mean strays more.
		const capped = room.map((variance, mean) => Math.min(variance, (widest * mean) ** 2));
		// The bound of the whole at a price: only the first step's row is needed for it.
		const whole = (price: number): number => {
			const [first] = restOf(steps, width - 1, price) as [Float64Array];
			return Math.max(...capped.map((variance, mean) => (first[mean] as number) + price * variance));
		};
		let best = { price: 0, bound: whole(0) };
		const look = (price: number) => {
			const bound = whole(price);
			if (bound < best.bound) best = { price, bound };
		};
		for (let power = -9; power <= 1; power += 2) look(2 ** power);
		// The bound is convex in the price.
		for (const by of [2, 1.4, 1.2, 1.1]) {
			const { price } = best;
			look(price * by);
			look(price / by);
		}
		const most = restOf(steps, width - 1, best.price).map((rest) => {
			const row = new Float64Array(COUNTED * width).fill(NEVER);
			for (let c = 0; c < COUNTED; c++)
				for (let mean = 0; mean < width; mean++)
					for (let r = 0; mean + r < width; r++) {
						const one = (rest[c * width + r] as number) + best.price * (capped[mean + r] as number);
						if (one > (row[c * width + mean] as number)) row[c * width + mean] = one;
					}
			return row;
		});
		return new Bounds(best.price, most, width);
	}

	/** The most a way can come to: after so many steps, with its mean, variance and value. */
	atMost(steps: number, counted: number, mean: number, variance: number, value: number): number {
		return value - this.price * variance + ((this.most[steps] as Float64Array)[counted * this.width + mean] as number);
	}
}
