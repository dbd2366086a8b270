import { type Automaton, MET } from "./automaton";

/**
 * Mass that ends at each attempt, by how many of the attempts so far were good:
 * `met[t * width + g]` for attempt t (from 1), g good. A letter counts with its
 * share of its side (good or not), so the chance at any rate r is the sum of
 * `met[t, g] r^g (1 - r)^(t - g)`: one pass of the automaton serves every rate.
 * All terms are positive, so nothing cancels.
 */
export interface Endings {
	limit: number;
	width: number;
	met: Float64Array;
	/** Null where nothing busts. */
	bust: Float64Array | null;
	/** Ended by the advice: too hard today. Null where it was not asked. */
	stopped: Float64Array | null;
	/** Still open after the last attempt, by goods. */
	open: Float64Array;
}

export interface Side {
	/** Share of its side: good letters sum to 1 among themselves, the others likewise. */
	share: number;
	good: boolean;
}

/**
 * One pass over `limit` attempts.
 *
 * @param perSet a new set begins every so many attempts; 0 for never
 * @param stops whether the visit ends, not passed, after t attempts with g good
 */
export function countEndings(
	{ states, letters, next, nextInNewSet }: Automaton,
	sides: readonly Side[],
	limit: number,
	perSet: number,
	stops?: (t: number, g: number) => boolean,
): Endings {
	const width = limit + 1;
	const met = new Float64Array(width * width);
	const bust = new Float64Array(width * width);
	const stopped = new Float64Array(width * width);
	// A row per number of goods; the two ends are columns behind the states, so that no step branches.
	const row = states + 2;
	const shares = Float64Array.from(sides, ({ share }) => share);
	const shifts = sides.map(({ good }) => (good ? row : 0));
	/** Where each letter leads, as an offset from the state's own row. */
	const offsets = (table: Int32Array): Int32Array =>
		table.map((to, at) => (shifts[at % letters] as number) + (to === MET ? states : to < 0 ? states + 1 : to));
	const usual = offsets(next);
	const inNewSet = nextInNewSet === next ? usual : offsets(nextInNewSet);
	let now = new Float64Array(width * row);
	let after = new Float64Array(width * row);
	now[0] = 1;
	let busts = false;
	for (let t = 1; t <= limit; t++) {
		const table = perSet > 0 && (t - 1) % perSet === 0 ? inNewSet : usual;
		after.fill(0, 0, (t + 1) * row);
		if (letters === 2) stepPair(now, after, table, shares[0] as number, shares[1] as number, states, row, t);
		else step(now, after, table, shares, states, row, t);
		for (let g = 0; g <= t; g++) {
			met[t * width + g] = after[g * row + states] as number;
			const busted = after[g * row + states + 1] as number;
			if (busted > 0) busts = true;
			bust[t * width + g] = busted;
			if (!stops?.(t, g)) continue;
			stopped[t * width + g] = sumOf(after, g * row, states);
			after.fill(0, g * row, g * row + states);
		}
		[now, after] = [after, now];
	}
	const open = Float64Array.from({ length: width }, (_, g) => sumOf(now, g * row, states));
	return { limit, width, met, bust: busts ? bust : null, stopped: stops ? stopped : null, open };
}

/** Every transition out of every state, for every number of goods before it: the innermost loop of the analysis. */
function step(
	now: Float64Array,
	after: Float64Array,
	table: Int32Array,
	shares: Float64Array,
	states: number,
	row: number,
	goods: number,
): void {
	const letters = shares.length;
	for (let g = 0; g < goods; g++) {
		const from = g * row;
		for (let s = 0, edge = 0; s < states; s++, edge += letters) {
			const mass = now[from + s] as number;
			if (mass === 0) continue;
			for (let l = 0; l < letters; l++) {
				const to = from + (table[edge + l] as number);
				after[to] = (after[to] as number) + (shares[l] as number) * mass;
			}
		}
	}
}

/** {@link step} for good or not, by far the usual case, without its inner loop: three times as fast. */
function stepPair(
	now: Float64Array,
	after: Float64Array,
	table: Int32Array,
	first: number,
	second: number,
	states: number,
	row: number,
	goods: number,
): void {
	for (let g = 0; g < goods; g++) {
		const from = g * row;
		for (let s = 0; s < states; s++) {
			const mass = now[from + s] as number;
			if (mass === 0) continue;
			const a = from + (table[2 * s] as number);
			const b = from + (table[2 * s + 1] as number);
			after[a] = (after[a] as number) + first * mass;
			after[b] = (after[b] as number) + second * mass;
		}
	}
}

function sumOf(mass: Float64Array, from: number, many: number): number {
	let sum = 0;
	for (let s = 0; s < many; s++) sum += mass[from + s] as number;
	return sum;
}

export interface Reading {
	/** Chance to pass within the limit. */
	pass: number;
	bust: number;
	stopped: number;
	/** Expected attempts used: to pass, bust, stop or limit. */
	attempts: number;
	/** Chance to pass exactly at attempt 1, 2, ... */
	passAt: number[];
}

/** The endings read at one rate of good. */
export function readAt({ limit, width, met, bust, stopped, open }: Endings, rate: number): Reading {
	const good = powers(rate, limit);
	const off = powers(1 - rate, limit);
	const row = (mass: Float64Array | null, t: number): number => {
		let sum = 0;
		if (mass)
			for (let g = 0; g <= t; g++)
				sum += (mass[t * width + g] as number) * (good[g] as number) * (off[t - g] as number);
		return sum;
	};
	const reading: Reading = { pass: 0, bust: 0, stopped: 0, attempts: 0, passAt: [] };
	for (let t = 1; t <= limit; t++) {
		const passed = row(met, t);
		const busted = row(bust, t);
		const ended = row(stopped, t);
		reading.pass += passed;
		reading.bust += busted;
		reading.stopped += ended;
		reading.attempts += t * (passed + busted + ended);
		reading.passAt.push(passed);
	}
	let left = 0;
	for (let g = 0; g <= limit; g++) left += (open[g] as number) * (good[g] as number) * (off[limit - g] as number);
	reading.attempts += limit * left;
	return reading;
}

function powers(base: number, upTo: number): Float64Array {
	const all = new Float64Array(upTo + 1);
	all[0] = 1;
	for (let i = 1; i <= upTo; i++) all[i] = (all[i - 1] as number) * base;
	return all;
}

/**
 * Chance to pass and expected attempts at one rate of good or not, without the
 * bookkeeping of {@link countEndings}: for a search that asks once of each rule.
 */
export function passOnce({ states, next }: Automaton, rate: number, limit: number): { pass: number; attempts: number } {
	let now = new Float64Array(states);
	let after = new Float64Array(states);
	now[0] = 1;
	let [pass, attempts, open] = [0, 0, 1];
	for (let t = 1; t <= limit; t++) {
		after.fill(0);
		let [passed, ended] = [0, 0];
		for (let s = 0; s < states; s++) {
			const mass = now[s] as number;
			if (mass === 0) continue;
			for (let l = 0; l < 2; l++) {
				const moved = mass * (l === 0 ? rate : 1 - rate);
				const to = next[2 * s + l] as number;
				if (to >= 0) after[to] = (after[to] as number) + moved;
				else {
					ended += moved;
					if (to === MET) passed += moved;
				}
			}
		}
		pass += passed;
		attempts += t * ended;
		open -= ended;
		[now, after] = [after, now];
	}
	return { pass, attempts: attempts + limit * Math.max(0, open) };
}
