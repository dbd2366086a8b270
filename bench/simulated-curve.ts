/**
 * The baseline of the rule analysis: a seeded simulation of the two rules of the
 * benchmark, written by hand for speed. No rule objects and no arrays that grow: the
 * window is a ring of bytes with its running sum, the dice are inlined (xorshift, 32
 * bits), and each rate gets just as many visits as a standard error of 0.001 needs.
 */

const ERROR = 0.001;
const LEAST_RUNS = 1000;

export interface SimulatedRule {
	k: number;
	n: number;
	/** A streak that must have been met as well; 0 for none. */
	streak: number;
	limit: number;
}

// biome-ignore lint/complexity/noExcessiveCognitiveComplexity: a baseline is one loop without calls, as quick as it can be
export function simulatedCurve(
	{ k, n, streak, limit }: SimulatedRule,
	points: number,
	expected: readonly number[],
): Float64Array {
	const curve = new Float64Array(points);
	const ring = new Uint8Array(n);
	let seed = 0x9e3779b9;
	for (let i = 0; i < points; i++) {
		const threshold = (i / (points - 1)) * 4294967296;
		const p = expected[i] as number;
		const runs = Math.max(LEAST_RUNS, Math.ceil((p * (1 - p)) / (ERROR * ERROR)));
		let passed = 0;
		for (let run = 0; run < runs; run++) {
			ring.fill(0);
			let sum = 0;
			let at = 0;
			let row = 0;
			let streakMet = streak === 0;
			let windowMet = false;
			for (let t = 0; t < limit; t++) {
				seed ^= seed << 13;
				seed ^= seed >>> 17;
				seed ^= seed << 5;
				const good = seed >>> 0 < threshold ? 1 : 0;
				sum += good - (ring[at] as number);
				ring[at] = good;
				at = at + 1 === n ? 0 : at + 1;
				row = good ? row + 1 : 0;
				if (row >= streak) streakMet = true;
				if (sum >= k) windowMet = true;
				if (streakMet && windowMet) {
					passed += 1;
					break;
				}
			}
		}
		curve[i] = passed / runs;
	}
	return curve;
}
