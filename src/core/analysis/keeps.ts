import type { Rule } from "@/core/rules";
import { discover } from "./automaton";
import { plainSplit } from "./chances";
import type { FoundRule } from "./finding";
import { passOnce } from "./passes";
import type { Ask } from "./wald";
import { tellsWaysApart } from "./ways";

/** The exact worth of a rule by its own machine, if it keeps both risks. */
export function keeps(rule: Rule, ask: Ask): FoundRule | null {
	const { good, off } = ask.split ?? plainSplit;
	// A window, a block, a streak see good and off only.
	const split = tellsWaysApart(rule) ? { good, off } : plainSplit;
	const letters = [...split.good, ...split.off];
	const chances = (rate: number) => [
		...split.good.map(({ share }) => rate * share),
		...split.off.map(({ share }) => (1 - rate) * share),
	];
	const attempts = letters.map(({ attempt }) => attempt);
	const automaton = discover(rule, attempts, false, ask.limit);
	if (!automaton) return null;
	const low = passOnce(automaton, chances(ask.notReady), ask.limit);
	if (low.pass > ask.riskPass) return null;
	const high = passOnce(automaton, chances(ask.ready), ask.limit);
	if (high.pass < 1 - ask.riskHold) return null;
	return {
		rule,
		passNotReady: low.pass,
		passReady: high.pass,
		attemptsNotReady: low.attempts,
		attemptsReady: high.attempts,
		mean: (low.attempts + high.attempts) / 2,
	};
}
