import type { Judged, Rule } from "@/core/rules";
import { machineOf } from "@/core/rules";
import { BUST as BUST_KEY, MET as MET_KEY } from "@/core/rules/kind";

/**
 * The automaton of a rule over an alphabet of attempts. States are numbered from 0,
 * the start; `MET` and `BUST` stand for the two ends. `next[state * letters + letter]`
 * is where an attempt leads; `nextInNewSet` the same for the first attempt of a set,
 * which is the same table unless the rule looks at sets.
 */
export interface Automaton {
	states: number;
	letters: number;
	next: Int32Array;
	nextInNewSet: Int32Array;
}

export const MET = -1;
export const BUST = -2;

/** States that may be found before the search gives up, and that may be left after merging. */
export const MAX_STATES = 50_000;
const MAX_FOUND = 2.4 * MAX_STATES;
/** Attempts tried out before it: many letters make each state dear, and whoever waits sees nothing yet. */
const MAX_STEPS = 600_000;

/**
 * Walks the rule's own `step` from its start over every attempt until no state is
 * new, or `limit` attempts have been walked (a sum without a floor has no end): what the
 * lesson runs and what is analysed cannot differ. Null when there are
 * too many states, counted after merging those that no future tells apart.
 */
export function discover(rule: Rule, attempts: readonly Judged[], sets: boolean, limit: number): Automaton | null {
	const machine = machineOf(rule);
	const start = machine.start(rule);
	const letters = attempts.length;
	const found = new Map<string, number>([[machine.key(rule, start), 0]]);
	const open: unknown[] = [start];
	const next: number[] = [];
	const nextInNewSet: number[] = [];
	const openers = sets ? attempts.map((attempt) => ({ ...attempt, newSet: true })) : [];

	const lead = (state: unknown, attempt: Judged): number => {
		const after = machine.step(rule, state, attempt);
		const key = machine.key(rule, after);
		if (key === MET_KEY) return MET;
		if (key === BUST_KEY) return BUST;
		const known = found.get(key);
		if (known !== undefined) return known;
		const fresh = found.size;
		found.set(key, fresh);
		open.push(after);
		return fresh;
	};
	let depth = 0;
	// States are found in order of their distance from the start; `frontier` is where the next distance begins.
	let frontier = 1;
	for (let state = 0; state < open.length; state++) {
		if (open.length > MAX_FOUND || (open.length > MAX_STATES && state * letters > MAX_STEPS)) return null;
		if (state === frontier) {
			depth += 1;
			frontier = open.length;
		}
		if (depth >= limit) break;
		for (const attempt of attempts) next.push(lead(open[state], attempt));
		for (const attempt of openers) nextInNewSet.push(lead(open[state], attempt));
		// Only its number is needed from here on.
		open[state] = undefined;
	}
	// States at the limit lead nowhere: nobody asks them to.
	const filled = (some: readonly number[]) =>
		Int32Array.from({ length: open.length * letters }, (_, i) => some[i] ?? 0);
	const table = filled(next);
	const automaton = {
		states: open.length,
		letters,
		next: table,
		nextInNewSet: sets ? filled(nextInNewSet) : table,
	};
	if (automaton.states <= MAX_STATES) return automaton;
	const merged = merge(automaton);
	return merged.states <= MAX_STATES ? merged : null;
}

/** Moore's partition refinement: states fall together while no attempt leads them to different classes. */
export function merge({ states, letters, next, nextInNewSet }: Automaton): Automaton {
	let classes = new Int32Array(states);
	for (let count = 1; ; ) {
		const names = new Map<string, number>();
		const refined = new Int32Array(states);
		for (let s = 0; s < states; s++) {
			let name = String(classes[s]);
			for (let l = 0; l < letters; l++)
				name += `,${classOf(next, s * letters + l)},${classOf(nextInNewSet, s * letters + l)}`;
			let number = names.get(name);
			if (number === undefined) {
				number = names.size;
				names.set(name, number);
			}
			refined[s] = number;
		}
		const stable = names.size === count;
		count = names.size;
		classes = refined;
		if (stable) break;
	}
	function classOf(table: Int32Array, at: number): number {
		const to = table[at] as number;
		return to < 0 ? to : (classes[to] as number);
	}
	const size = Math.max(...classes) + 1;
	const fold = (table: Int32Array): Int32Array => {
		const folded = new Int32Array(size * letters);
		for (let s = 0; s < states; s++)
			for (let l = 0; l < letters; l++) folded[(classes[s] as number) * letters + l] = classOf(table, s * letters + l);
		return folded;
	};
	const table = fold(next);
	return { states: size, letters, next: table, nextInNewSet: nextInNewSet === next ? table : fold(nextInNewSet) };
}
