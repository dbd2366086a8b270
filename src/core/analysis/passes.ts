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

export interface CurveSide {
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
	{ states, next, nextInNewSet }: Automaton,
	sides: readonly CurveSide[],
	limit: number,
	perSet: number,
	stops?: (t: number, g: number) => boolean,
): Endings {
	const width = limit + 1;
	const met = new Float64Array(width * width);
	const bust = new Float64Array(width * width);
	const stopped = new Float64Array(width * width);
	const shares = Float64Array.from(sides, ({ share }) => share);
	const shifts = Int32Array.from(sides, ({ good }) => (good ? 1 : 0));
	let now = emptyLayer(states, width);
	let after = emptyLayer(states, width);
	now.mass[0] = 1;
	now.held[0] = 1;
	let busts = false;
	for (let t = 1; t <= limit; t++) {
		const table = perSet > 0 && (t - 1) % perSet === 0 ? nextInNewSet : next;
		busts = pass({ now, after, table, shares, shifts, width, met, bust, at: t * width }) || busts;
		if (stops) for (let g = 0; g <= t; g++) if (stops(t, g)) stopped[t * width + g] = takeOut(after, width, g);
		[now, after] = [after, now];
	}
	const open = Float64Array.from({ length: width }, (_, g) => takeOut(now, width, g));
	return { limit, width, met, bust: busts ? bust : null, stopped: stops ? stopped : null, open };
}

/**
 * For every state its mass by number of goods. What a state can have seen is one
 * stretch, low to high; only that is held, the rest is never read and need not be
 * cleared. So the innermost loops run over neighbours and over nothing that is nought.
 */
interface Layer {
	mass: Float64Array;
	low: Int32Array;
	high: Int32Array;
	held: Uint8Array;
}

const emptyLayer = (states: number, width: number): Layer => ({
	mass: new Float64Array(states * width),
	low: new Int32Array(states),
	high: new Int32Array(states),
	held: new Uint8Array(states),
});

interface Pass {
	now: Layer;
	/** Written over. */
	after: Layer;
	/** Where each letter leads from each state. */
	table: Int32Array;
	/** Of each letter: its share of its side, and 1 where it is good. */
	shares: Float64Array;
	shifts: Int32Array;
	width: number;
	/** Mass that ends, by attempt and goods; added to from `at` on. */
	met: Float64Array;
	bust: Float64Array;
	at: number;
}

/** One attempt: every letter out of every state. Written without calls, since it is all the time there is. Says whether something bust. */
// biome-ignore lint/complexity/noExcessiveCognitiveComplexity: the matrix kernel; a call per letter or state would be most of its time
function pass({ now, after, table, shares, shifts, width, met, bust, at }: Pass): boolean {
	const { mass: source, low: lows, high: highs, held } = now;
	const { mass, low: newLows, high: newHighs, held: newHeld } = after;
	const letters = shares.length;
	let busts = false;
	newHeld.fill(0);
	for (let s = 0; s < held.length; s++) {
		if (held[s] === 0) continue;
		const low = lows[s] as number;
		const many = (highs[s] as number) - low + 1;
		const from = s * width + low;
		for (let l = 0; l < letters; l++) {
			const share = shares[l] as number;
			if (share === 0) continue;
			const to = table[s * letters + l] as number;
			const first = low + (shifts[l] as number);
			if (to < 0) {
				if (to !== MET) busts = true;
				const sink = to === MET ? met : bust;
				for (let i = 0, g = at + first; i < many; i++, g++)
					sink[g] = (sink[g] as number) + share * (source[from + i] as number);
				continue;
			}
			const base = to * width;
			if (newHeld[to] === 0) {
				newHeld[to] = 1;
				newLows[to] = first;
				newHighs[to] = first + many - 1;
				for (let i = 0, g = base + first; i < many; i++, g++) mass[g] = share * (source[from + i] as number);
				continue;
			}
			// What newly comes to be held starts from nought.
			const last = first + many - 1;
			for (let g = (newLows[to] as number) - 1; g >= first; g--) mass[base + g] = 0;
			for (let g = (newHighs[to] as number) + 1; g <= last; g++) mass[base + g] = 0;
			if (first < (newLows[to] as number)) newLows[to] = first;
			if (last > (newHighs[to] as number)) newHighs[to] = last;
			for (let i = 0, g = base + first; i < many; i++, g++)
				mass[g] = (mass[g] as number) + share * (source[from + i] as number);
		}
	}
	return busts;
}

/** All mass with so many goods, taken out. */
function takeOut({ mass, low, high, held }: Layer, width: number, goods: number): number {
	let sum = 0;
	for (let s = 0; s < held.length; s++) {
		if (held[s] === 0 || goods < (low[s] as number) || goods > (high[s] as number)) continue;
		sum += mass[s * width + goods] as number;
		mass[s * width + goods] = 0;
	}
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
 * Chance to pass and expected attempts at fixed chances of each letter, without the
 * bookkeeping of {@link countEndings}: for a search that asks once of each rule.
 */
export function passOnce(
	{ states, next, letters }: Automaton,
	chances: readonly number[],
	limit: number,
): { pass: number; attempts: number; bust: number } {
	let now = new Float64Array(states);
	let after = new Float64Array(states);
	now[0] = 1;
	let [pass, attempts, bust, open] = [0, 0, 0, 1];
	for (let t = 1; t <= limit; t++) {
		after.fill(0);
		let [passed, ended] = [0, 0];
		for (let s = 0; s < states; s++) {
			const mass = now[s] as number;
			if (mass === 0) continue;
			for (let l = 0; l < letters; l++) {
				const moved = mass * (chances[l] as number);
				const to = next[letters * s + l] as number;
				if (to >= 0) after[to] = (after[to] as number) + moved;
				else {
					ended += moved;
					if (to === MET) passed += moved;
				}
			}
		}
		pass += passed;
		bust += ended - passed;
		attempts += t * ended;
		open -= ended;
		[now, after] = [after, now];
	}
	return { pass, bust, attempts: attempts + limit * Math.max(0, open) };
}
