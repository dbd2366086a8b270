/** Far over what adding decimals leaves behind, far under what anybody types. */
const NEAR = 1e-9;

/** What a product or a quotient of two numbers leaves behind, of its size. */
const LEFT = 1e-14;

/** How near a number may be to another and still be the same one. */
const about = (value: number): number => NEAR * Math.max(1, Math.abs(value));

/**
 * A number as it was meant: rounded to so many decimals, half away from nought, with what binary fractions leave behind
 * taken off first. Every sum compares, counts and rounds through this.
 *
 * @example decimal(0.1 + 0.2, 12) === 0.3; decimal(1.005, 2) === 1.01
 */
export function decimal(value: number, digits: number): number {
	const steps = Math.abs(value) * 10 ** digits;
	return (Math.sign(value) * Math.floor(steps + 0.5 + LEFT * Math.max(100, steps))) / 10 ** digits;
}

/** Whether two are the same number, as far as a typed one goes. */
export const same = (one: number, other: number): boolean => Math.abs(one - other) <= about(one);

/** Whole times one goes into the other; an exact fit is one. */
export const wholeTimes = (value: number, of: number): number => Math.floor(value / of + about(value / of));
