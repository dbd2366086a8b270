import { clocksOf, machineOf, type Rule } from ".";
import { type Judged, MET } from "./kind";

/** A finished set as numbers, where nobody kept the order. */
export interface Tally {
	tries: number;
	good: number;
	/** Longest run of good ones, where it is known. */
	longest?: number | undefined;
	/** All of it fell within so many seconds of one set's clock, where that is known. */
	seconds?: number | undefined;
}

/** The shortest that the longest run can be, with so many good of so many tries. */
const leastLongest = (tries: number, good: number): number => Math.ceil(good / (Math.max(tries, good) - good + 1));

const MOST_STATES = 200_000;

/** What is wrong with the numbers, or null when some order of attempts has them. */
export function tallyRefusal({ tries, good, longest }: Tally): string | null {
	if (![tries, good, longest ?? 0].every((n) => Number.isInteger(n) && n >= 0))
		return "Totals: enter whole numbers from 0.";
	if (good > tries) return `Good: enter at most ${tries}, the number of tries, not ${good}.`;
	if (longest === undefined) return null;
	if (longest > good) return `Longest run: enter at most ${good}, the number of good tries, not ${longest}.`;
	const least = leastLongest(tries, good);
	if (longest < least) return `Longest run: with ${good} good of ${tries} enter at least ${least}, not ${longest}.`;
	return null;
}

/** What one good try of a tally, and one that was not, may have been: all that its numbers leave open. */
export interface Unsaid {
	good: readonly Judged[];
	off: readonly Judged[];
}

const PLAIN: Unsaid = { good: [{ good: true, result: "hit" }], off: [{ good: false, result: "miss" }] };

/** A beginning of an order of the tally's tries. */
interface Beginning {
	state: unknown;
	good: number;
	run: number;
	longest: number;
}

/** One more try at the end; null where no order of the tally begins so any more. */
function oneMore(
	{ good, run, longest }: Beginning,
	isGood: boolean,
	t: number,
	tally: Tally,
): Omit<Beginning, "state"> | null {
	const after = { good: good + (isGood ? 1 : 0), run: isGood ? run + 1 : 0 };
	const next = { ...after, longest: Math.max(longest, after.run) };
	const fits =
		next.good <= tally.good &&
		next.longest <= (tally.longest ?? tally.good) &&
		t + 1 - next.good <= tally.tries - tally.good;
	return fits ? next : null;
}

/**
 * Whether the tally proves the rule: every order of tries that has its numbers, whatever
 * each of them may have been besides good or off, would meet it. Looks for one that does
 * not, over the rule's own machine; a rule with too many states is not proven by numbers,
 * and neither is what the numbers do not say: a time, which position was off, which target.
 *
 * @example
 * // One miss among nine good ones leaves a run of five at least, and need not leave one of six.
 * tallyProves({ kind: "streak", r: 5 }, { tries: 10, good: 9 }) // true
 * tallyProves({ kind: "streak", r: 6 }, { tries: 10, good: 9 }) // false
 */
export function tallyProves(rule: Rule, tally: Tally, unsaid: Unsaid = PLAIN): boolean {
	if (tallyRefusal(tally) !== null) return false;
	const machine = machineOf(rule);
	// Nobody wrote down where they went: on any of the targets the rule tells apart, or on none.
	const { called = [] } = machine.looks(rule);
	const { seconds } = tally;
	const inTime = seconds !== undefined && clocksOf(rule).every((clock) => seconds <= clock);
	const said = [...unsaid.good, ...unsaid.off].filter(({ late }) => !(inTime && late));
	const letters = said.flatMap((one) => [one, ...called.map((at) => ({ ...one, called: at }))]);
	let open = new Map<string, Beginning>([["", { state: machine.start(rule), good: 0, run: 0, longest: 0 }]]);
	for (let t = 0; t < tally.tries; t++) {
		const next = new Map<string, Beginning>();
		for (const beginning of open.values())
			for (const letter of letters) {
				const state = machine.step(rule, beginning.state, letter);
				const key = machine.key(rule, state);
				const after = key === MET ? null : oneMore(beginning, letter.good, t, tally);
				if (!after) continue;
				// Where the longest run is not known, no run says anything.
				const runs = tally.longest === undefined ? "" : `/${after.run}/${after.longest}`;
				next.set(`${key}/${after.good}${runs}`, { ...after, state });
			}
		if (next.size > MOST_STATES) return false;
		open = next;
	}
	return ![...open.values()].some(
		({ good, longest }) => good === tally.good && (tally.longest === undefined || longest === tally.longest),
	);
}

/**
 * Whether a score meets the rule: that of so many within so many seconds, with at least as many in no more than its
 * seconds. It says nothing of single tries, and so meets no other.
 *
 * @example scoreProves({ kind: "count", c: 12, seconds: 60 }, { count: 12, seconds: 55 }) // true
 */
export function scoreProves(rule: Rule, score: { count: number; seconds: number | null }): boolean {
	if (rule.kind === "all") return rule.rules.every((one) => scoreProves(one, score));
	if (rule.kind === "any") return rule.rules.some((one) => scoreProves(one, score));
	return rule.kind === "count" && score.seconds !== null && score.seconds <= rule.seconds && score.count >= rule.c;
}
