import type { Ahead, Rule } from ".";
import type { Judged, Looks } from "./kind";
import { type Machine, machineOf } from "./registry";

/** A search wider than this says that the rule may still be met. */
const MOST_STATES = 20_000;

export const hitOrMiss: readonly Judged[] = [
	{ good: true, result: "hit" },
	{ good: false, result: "miss" },
];

/** Every attempt there may be, as far as the rule can tell them apart. */
export function everyTry(looks: Looks, outcomes: readonly Judged[]): Judged[] {
	let all: Judged[] = [...outcomes];
	for (const [name, values] of Object.entries(looks))
		if (values.length > 0) all = all.flatMap((one) => values.map((value: unknown) => ({ ...one, [name]: value })));
	return all;
}

/** Attempts worth trying, worked out once a rule and scale. */
const known = new WeakMap<object, Map<readonly Judged[], readonly Judged[]>>();

function worthTrying(machine: Machine, rule: Rule, outcomes: readonly Judged[]): readonly Judged[] {
	const byScale = known.get(rule) ?? new Map<readonly Judged[], readonly Judged[]>();
	known.set(rule, byScale);
	const before = byScale.get(outcomes);
	if (before) return before;
	const all = everyTry(machine.looks(rule), outcomes);
	const letters = alike(machine.best?.(rule, all) ?? all);
	byScale.set(outcomes, letters);
	return letters;
}

/** Each way once. */
const alike = (all: readonly Judged[]): Judged[] => [
	...new Map(all.map((one) => [JSON.stringify(one), one] as const)).values(),
];

/**
 * Fewest more attempts that would meet the rule, or null when not even `left` could.
 * Breadth first over the attempts that no other is better than, or over all there may be
 * where the kind does not say which those are: a rule may need misses. Where sets matter,
 * a new one may begin before any attempt. A search too wide to finish says that the rule
 * may still be met.
 */
export function fewestMore(
	rule: Rule,
	from: unknown,
	left: number,
	{ outcomes = hitOrMiss, setOver = false }: Ahead,
): number | null {
	const machine = machineOf(rule);
	const sets = usesSets(rule);
	const plain = worthTrying(machine, rule, outcomes);
	const inNewSet = sets ? plain.map((one) => ({ ...one, newSet: true })) : [];
	let frontier = [from];
	// A new set may lead back to where the rule stands, and that is no waste: it has to begin.
	const seen = new Set(setOver && sets ? [] : [machine.key(rule, from)]);
	for (let more = 1; more <= left; more++) {
		const letters = more === 1 && setOver && sets ? inNewSet : [...plain, ...inNewSet];
		const next: unknown[] = [];
		for (const state of frontier)
			for (const letter of letters) {
				const after = machine.step(rule, state, letter);
				if (machine.status(rule, after).met) return more;
				const key = machine.key(rule, after);
				if (seen.has(key)) continue;
				seen.add(key);
				next.push(after);
			}
		if (next.length === 0) return null;
		if (seen.size > MOST_STATES) return more;
		frontier = next;
	}
	return null;
}

const usesSets = (rule: Rule): boolean => {
	const machine = machineOf(rule);
	return machine.sets || machine.parts(rule).some(usesSets);
};
