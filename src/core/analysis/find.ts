import type { Outcome } from "@/core/refusals/refusals";
import { refusalsOf } from "./askRefusals";
import type { Finding, FoundRule, Progress } from "./finding";
import { keeps } from "./keeps";
import { plainRules, searched } from "./plainRules";
import { asRule, type Candidate, games, MOST_GOOD, MOST_OFF, simpleGames } from "./pointsGames";
import { type Ask, wald } from "./wald";
import { whyNone } from "./whyNone";

const KEEP = 8;
const SIMPLE_WITHIN = 1.3;

/**
 * Searches the rules that their kinds offer (`candidates`), and whole-number points games with
 * and without bust, for those that keep both risks. A generator, so that whoever runs it can show
 * progress and stop: it yields how far it is, with the best found so far.
 */
export function* searchRules(ask: Ask): Generator<Progress, Outcome<Finding>> {
	const refusals = refusalsOf(ask);
	if (refusals.length > 0) return { ok: false, refusals };
	const exact = (some: readonly Candidate[]) => some.flatMap(({ game }) => keeps(asRule(game, ask), ask) ?? []);
	const simple = exact(simpleGames(ask).slice(0, 1));
	let first = simple[0] ?? null;
	yield { done: 0, first };
	const search = games(ask, MOST_GOOD, MOST_OFF);
	let step = search.next();
	for (; !step.done; step = search.next()) {
		const [known] = first ? [] : exact(step.value.best ? [step.value.best] : []);
		first ??= known ?? null;
		yield { done: step.value.done * 0.5, first };
	}
	const points = exact(step.value.slice(0, KEEP));

	const plain: FoundRule[] = [];
	const rules = [...plainRules(ask)];
	for (const [i, rule] of rules.entries()) {
		const found = keeps(rule, ask);
		if (found) plain.push(found);
		if (i % 20 === 0) yield { done: 0.5 + (0.5 * i) / rules.length, first: points[0] ?? first };
	}
	plain.sort((a, b) => a.mean - b.mean);

	// What is simplest may also be the best: nothing is offered beside the best that is cheaper than it.
	const found = [...points, ...simple, ...plain.slice(0, KEEP)]
		.filter((one, i, all) => all.findIndex(({ rule }) => JSON.stringify(rule) === JSON.stringify(one.rule)) === i)
		.sort((a, b) => a.mean - b.mean)
		.slice(0, KEEP);
	const best = found[0];
	if (!best) return yield* whyNone(ask);
	const simplest = [...simple, ...plain.slice(0, 1)].sort((a, b) => a.mean - b.mean)[0];
	return {
		ok: true,
		value: {
			found,
			simplest: simplest
				? { found: simplest, price: simplest.mean / best.mean, close: simplest.mean <= best.mean * SIMPLE_WITHIN }
				: null,
			yardstick: wald(ask),
			remarks: remarksOn(plain, best),
		},
	};
}

/** Of each kind that was searched: that none of its rules will do, or how much dearer its cheapest is. */
const remarksOn = (plain: readonly FoundRule[], best: FoundRule): string[] =>
	searched.flatMap(({ kind, name, none }) => {
		const cheapest = plain.find((one) => one.rule.kind === kind);
		if (!cheapest) return [none];
		const times = cheapest.mean / best.mean;
		return times < 1.3 ? [] : [`The cheapest ${name} rule costs ${times.toFixed(1)} times as many tries as the best.`];
	});

/** The search run to its end. */
export function findRules(ask: Ask): Outcome<Finding> {
	const search = searchRules(ask);
	let step = search.next();
	while (!step.done) step = search.next();
	return step.value;
}
