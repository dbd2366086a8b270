/** The sum over all of them; 0 for none. */
export function sum(all: ArrayLike<number>): number;
export function sum<T>(all: ArrayLike<T>, of: (one: T, i: number) => number): number;
export function sum<T>(all: ArrayLike<T>, of: (one: T, i: number) => number = Number): number {
	let total = 0;
	for (let i = 0; i < all.length; i++) total += of(all[i] as T, i);
	return total;
}

/** The arithmetic mean; NaN for none. */
export const mean = (all: ArrayLike<number>): number => sum(all) / all.length;

/** The chance that log odds stand for: 1 / (1 + e^-x). */
export const logistic = (logOdds: number): number => 1 / (1 + Math.exp(-logOdds));
