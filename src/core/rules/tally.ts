import { machineOf, type Rule } from ".";
import { MET } from "./kind";

/** A finished set as numbers, where nobody kept the order. */
export interface Tally {
	tries: number;
	good: number;
	/** Longest run of good ones. */
	longest: number;
}

/** The shortest that the longest run can be, with so many good of so many tries. */
export const leastLongest = (tries: number, good: number): number =>
	Math.ceil(good / (Math.max(tries, good) - good + 1));

const MOST_STATES = 200_000;

/** What is wrong with the numbers, or null when some order of attempts has them. */
export function tallyRefusal({ tries, good, longest }: Tally): string | null {
	if (![tries, good, longest].every((n) => Number.isInteger(n) && n >= 0)) return "A tally is whole numbers from 0 up.";
	if (good > tries) return `Good is ${good}, more than the ${tries} tries; at most ${tries} is possible.`;
	if (longest > good) return `The longest run is ${longest}, more than the ${good} good; at most ${good} is possible.`;
	const least = leastLongest(tries, good);
	if (longest < least)
		return `With ${good} good of ${tries} some run is ${least} long at least; the longest run cannot be ${longest}.`;
	return null;
}

/**
 * Whether the tally proves the rule: every order of good and off that has its numbers
 * would meet it. Looks for one order that does not, over the rule's own machine; a
 * rule with too many states is not proven by numbers.
 */
export function tallyProves(rule: Rule, tally: Tally): boolean {
	if (tallyRefusal(tally) !== null) return false;
	const machine = machineOf(rule);
	interface Node {
		state: unknown;
		good: number;
		run: number;
		longest: number;
	}
	let open = new Map<string, Node>([["", { state: machine.start(rule), good: 0, run: 0, longest: 0 }]]);
	for (let t = 0; t < tally.tries; t++) {
		const next = new Map<string, Node>();
		for (const node of open.values())
			for (const good of [true, false]) {
				const run = good ? node.run + 1 : 0;
				const state = machine.step(rule, node.state, { good, result: good ? "hit" : "miss" });
				const key = machine.key(rule, state);
				const after = { state, good: node.good + (good ? 1 : 0), run, longest: Math.max(node.longest, run) };
				const tooMany =
					after.good > tally.good || after.longest > tally.longest || t + 1 - after.good > tally.tries - tally.good;
				if (key !== MET && !tooMany) next.set(`${key}/${after.good}/${run}/${after.longest}`, after);
			}
		if (next.size > MOST_STATES) return false;
		open = next;
	}
	return ![...open.values()].some((node) => node.good === tally.good && node.longest === tally.longest);
}
