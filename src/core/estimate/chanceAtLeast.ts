/**
 * Probability that a Beta(a, b) variable exceeds x, for whole a and b:
 * P(Beta(a, b) > x) = P(Binomial(a + b - 1, x) <= a - 1), the classical identity
 * between the incomplete beta function and the binomial tail (Abramowitz and
 * Stegun 26.5.24). Used as the chance that a student's true rate is at least x
 * after `a - 1` good and `b - 1` off tries under a uniform prior.
 *
 * @param a whole, 1 or more
 * @param b whole, 1 or more
 * @param x a rate from 0 to 1
 * @throws RangeError for anything else
 */
export function chanceAtLeast(a: number, b: number, x: number): number {
	if (!Number.isInteger(a) || !Number.isInteger(b) || a < 1 || b < 1)
		throw new RangeError("chanceAtLeast: a and b are whole numbers from 1 up");
	if (!(x >= 0 && x <= 1)) throw new RangeError("chanceAtLeast: x is a rate from 0 to 1");
	if (x === 0) return 1;
	if (x === 1) return 0;
	const n = a + b - 1;
	// Logarithms: (1 - x)^n alone would underflow to zero for a long visit.
	const logOdds = Math.log(x) - Math.log1p(-x);
	let logTerm = n * Math.log1p(-x);
	let sum = Math.exp(logTerm);
	for (let i = 1; i <= a - 1; i++) {
		logTerm += Math.log((n - i + 1) / i) + logOdds;
		sum += Math.exp(logTerm);
	}
	return Math.min(1, sum);
}

/** Chance of at least k successes in n independent tries of chance p each. */
export function atLeast(k: number, n: number, p: number): number {
	if (k > n) return 0;
	if (k <= 0) return 1;
	// P(Bin(n, p) >= k) = P(Beta(k, n - k + 1) < p). A chance summed up elsewhere may be a hair over 1.
	return 1 - chanceAtLeast(k, n - k + 1, Math.min(1, Math.max(0, p)));
}
