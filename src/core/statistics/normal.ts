import jstat from "jstat";

/**
 * Chance that a standard normal is at least z: half the upper incomplete gamma function of
 * 1/2 at z²/2 (Abramowitz and Stegun 26.4.19), mirrored below nought.
 */
export function upperTail(z: number): number {
	const beyond = 0.5 * (1 - jstat.jStat.gamma.cdf((z * z) / 2, 0.5, 1));
	return z >= 0 ? beyond : 1 - beyond;
}

/** z of an 80 % interval, and of a 95 % one. */
export const Z80 = 1.2815515655446004;
export const Z95 = 1.959963984540054;
