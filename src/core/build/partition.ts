/** One step: a difficulty raised by one notch. */
export interface Notching {
	difficulty: string;
	/** The notch it is raised to. */
	to: number;
	weight: number;
}

const SAME = 1e-9;

/**
 * Cuts a row of notchings into `parts` stretches, none empty, so that the heaviest is
 * as light as can be. Of all such cuts, the one in which the fewest stretches mix
 * difficulties; then the least sum of squared weights; then the one whose earlier
 * stretches are longer. Exact, by dynamic programming in O(n^2 parts) (the linear
 * partition problem; S. Skiena, The Algorithm Design Manual, 8.5).
 *
 * @returns where each stretch ends, exclusive; the last is `row.length`
 * @throws RangeError where there are more parts than notchings, or none
 */
export function cut(row: readonly Notching[], parts: number): number[] {
	const n = row.length;
	if (!(Number.isInteger(parts) && parts >= 1 && parts <= n))
		throw new RangeError(`cut: ${parts} stretches of ${n} notchings; from 1 to ${n} are possible`);
	const sums = prefix(row);
	const weigh = (from: number, to: number) => (sums[to] as number) - (sums[from] as number);
	const lightest = lightestMost(n, parts, weigh);
	/** Up to where the stretch that begins at i is of one difficulty. */
	const alike = new Array<number>(n);
	for (let i = n - 1; i >= 0; i--)
		alike[i] = i + 1 < n && row[i + 1]?.difficulty === row[i]?.difficulty ? (alike[i + 1] as number) : i + 1;

	/** The best way to cut what begins at i into k stretches, where `after` is that with one stretch fewer. */
	const bestFrom = (i: number, k: number, after: readonly PartialCut[]): { cut: PartialCut; end: number } => {
		let best = { cut: never, end: 0 };
		// Longer first stretches first: of equals the first one found stays.
		for (let j = n - k + 1; j > i; j--) {
			const weight = weigh(i, j);
			const rest = after[j] as PartialCut;
			if (weight > lightest + SAME || rest.mixed === Number.POSITIVE_INFINITY) continue;
			const mixed = rest.mixed + (j > (alike[i] as number) ? 1 : 0);
			const way = { mixed, squares: rest.squares + weight * weight };
			if (better(way, best.cut)) best = { cut: way, end: j };
		}
		return best;
	};

	// From the back.
	let after: PartialCut[] = Array.from({ length: n + 1 }, (_, i) => (i === n ? { mixed: 0, squares: 0 } : never));
	const ends: Int16Array[] = [];
	for (let k = 1; k <= parts; k++) {
		const now: PartialCut[] = new Array(n + 1).fill(never);
		const end = new Int16Array(n + 1);
		for (let i = n - k; i >= 0; i--) {
			const best = bestFrom(i, k, after);
			now[i] = best.cut;
			end[i] = best.end;
		}
		after = now;
		ends.push(end);
	}
	const cuts: number[] = [];
	for (let k = parts, i = 0; k >= 1; k--) {
		i = ends[k - 1]?.[i] as number;
		cuts.push(i);
	}
	return cuts;
}

interface PartialCut {
	mixed: number;
	squares: number;
}
const never: PartialCut = { mixed: Number.POSITIVE_INFINITY, squares: Number.POSITIVE_INFINITY };
const better = (a: PartialCut, b: PartialCut) =>
	a.mixed < b.mixed || (a.mixed === b.mixed && a.squares < b.squares - SAME);

const prefix = (row: readonly Notching[]): number[] => {
	const sums = [0];
	for (const { weight } of row) sums.push((sums.at(-1) as number) + weight);
	return sums;
};

/** The lightest that the heaviest of `parts` stretches can be. */
function lightestMost(n: number, parts: number, weigh: (from: number, to: number) => number): number {
	let most = Array.from({ length: n + 1 }, (_, i) => (i === 0 ? 0 : Number.POSITIVE_INFINITY));
	for (let k = 1; k <= parts; k++) {
		const next = new Array<number>(n + 1).fill(Number.POSITIVE_INFINITY);
		for (let j = k; j <= n; j++)
			for (let i = k - 1; i < j; i++) next[j] = Math.min(next[j] as number, Math.max(most[i] as number, weigh(i, j)));
		most = next;
	}
	return most[n] as number;
}

/** The fewest stretches, none over `most`; null where one notching alone is heavier. */
export function fewestParts(row: readonly Notching[], most: number): number | null {
	let [parts, filled] = [0, Number.POSITIVE_INFINITY];
	for (const { weight } of row) {
		if (weight > most + SAME) return null;
		if (filled + weight > most + SAME) [parts, filled] = [parts + 1, 0];
		filled += weight;
	}
	return parts;
}
