import { machineOf, type Rule } from ".";
import { type Judged, MET } from "./kind";

/** A finished set as numbers, where nobody kept the order. */
export interface Tally {
	tries: number;
	good: number;
	/** Longest run of good ones, where it is known. */
	longest?: number | undefined;
}

/** The shortest that the longest run can be, with so many good of so many tries. */
const leastLongest = (tries: number, good: number): number => Math.ceil(good / (Math.max(tries, good) - good + 1));

const MOST_STATES = 200_000;

/** What is wrong with the numbers, or null when some order of attempts has them. */
export function tallyRefusal({ tries, good, longest }: Tally): string | null {
	if (![tries, good, longest ?? 0].every((n) => Number.isInteger(n) && n >= 0))
		return "A tally is whole numbers from 0 up.";
	if (good > tries) return `Good is ${good}, more than the ${tries} tries; at most ${tries} is possible.`;
	if (longest === undefined) return null;
	if (longest > good) return `The longest run is ${longest}, more than the ${good} good; at most ${good} is possible.`;
	const least = leastLongest(tries, good);
	if (longest < least)
		return `With ${good} good of ${tries} some run is ${least} long at least; the longest run cannot be ${longest}.`;
	return null;
}

/** What one good try of a tally, and one that was not, may have been: all that its numbers leave open. */
export interface Unsaid {
	good: readonly Judged[];
	off: readonly Judged[];
}

const PLAIN: Unsaid = { good: [{ good: true, result: "hit" }], off: [{ good: false, result: "miss" }] };

/**
 * Whether the tally proves the rule: every order of tries that has its numbers, whatever
 * each of them may have been besides good or off, would meet it. Looks for one that does
 * not, over the rule's own machine; a rule with too many states is not proven by numbers,
 * and neither is what the numbers do not say: a time, which position was off, which target.
 */
export function tallyProves(rule: Rule, tally: Tally, unsaid: Unsaid = PLAIN): boolean {
	if (tallyRefusal(tally) !== null) return false;
	const machine = machineOf(rule);
	interface Node {
		state: unknown;
		good: number;
		run: number;
		longest: number;
	}
	const letters = [...unsaid.good, ...unsaid.off];
	let open = new Map<string, Node>([["", { state: machine.start(rule), good: 0, run: 0, longest: 0 }]]);
	for (let t = 0; t < tally.tries; t++) {
		const next = new Map<string, Node>();
		for (const node of open.values())
			for (const letter of letters) {
				const { good } = letter;
				const run = good ? node.run + 1 : 0;
				const state = machine.step(rule, node.state, letter);
				const key = machine.key(rule, state);
				const after = { state, good: node.good + (good ? 1 : 0), run, longest: Math.max(node.longest, run) };
				const tooMany =
					after.good > tally.good ||
					after.longest > (tally.longest ?? tally.good) ||
					t + 1 - after.good > tally.tries - tally.good;
				if (key === MET || tooMany) continue;
				// Where the longest run is not known, no run says anything.
				next.set(`${key}/${after.good}${tally.longest === undefined ? "" : `/${run}/${after.longest}`}`, after);
			}
		if (next.size > MOST_STATES) return false;
		open = next;
	}
	return ![...open.values()].some(
		(node) => node.good === tally.good && (tally.longest === undefined || node.longest === tally.longest),
	);
}
