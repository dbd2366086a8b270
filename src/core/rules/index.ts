import * as z from "zod/mini";
import { complainIn } from "@/core/refusals/complain";
import { all } from "./all";
import { answered } from "./answered";
import { any } from "./any";
import { block } from "./block";
import { bouts } from "./bouts";
import { count } from "./count";
import { days } from "./days";
import { decision } from "./decision";
import type { Judged, Status } from "./kind";
import { length } from "./length";
import { fewestMore } from "./needs";
import { anyRule } from "./parts";
import { points } from "./points";
import { rating } from "./rating";
import { type Machine, machineOf, registry } from "./registry";
import { rolling } from "./rolling";
import { spread } from "./spread";
import { streak } from "./streak";
import { within } from "./within";

export type { Judged, Status } from "./kind";
export { hitOrMiss } from "./needs";
export { type Machine, machineOf } from "./registry";

/** Every pass rule there is. A new kind is one file, and its name in this list. */
const kinds = [
	rolling,
	block,
	streak,
	points,
	count,
	length,
	rating,
	within,
	spread,
	decision,
	bouts,
	answered,
	all,
	any,
	days,
] as const;

/** A pass rule as it is stored: data, told apart by `kind`. */
export type Rule = (typeof kinds)[number]["fresh"];
for (const kind of kinds) registry.set(kind.kind, kind);
export const ruleKinds: readonly Machine[] = kinds;

export const MAX_DEPTH = 3;

/** Levels of nesting; anything that is no rule counts as one, and very deep ones are not walked to their end. */
function depthOf(raw: unknown, left = MAX_DEPTH + 1): number {
	if (typeof raw !== "object" || raw === null || left === 0) return 1;
	const { rules, rule } = raw as { rules?: unknown; rule?: unknown };
	const parts = Array.isArray(rules) ? rules : rule === undefined ? [] : [rule];
	return 1 + Math.max(0, ...parts.map((part) => depthOf(part, left - 1)));
}

const holdsDays = (rule: Rule): boolean =>
	machineOf(rule)
		.parts(rule)
		.some((part) => part.kind === "days" || holdsDays(part));

/**
 * Schema of a stored rule. An unknown kind is refused by its name, k over n by its
 * numbers, nesting by its depth before anything deep is read.
 */
export const Rule: z.ZodMiniType<Rule> = z.pipe(
	z.unknown().check((ctx) => {
		if (depthOf(ctx.value) > MAX_DEPTH)
			complainIn(ctx)([], `The pass rule is nested too deep: ${MAX_DEPTH} levels allowed.`);
	}),
	anyRule.check((ctx) => {
		const complain = complainIn(ctx);
		for (const { path, sentence } of machineOf(ctx.value).refusals(ctx.value)) complain(path.split("."), sentence);
		if (holdsDays(ctx.value))
			complain(["rules"], "A rule on several days cannot be inside another. Make it the outer one.");
	}),
);

/** Every rule inside a rule, itself first. */
export const allParts = (rule: Rule): Rule[] => [rule, ...machineOf(rule).parts(rule).flatMap(allParts)];
export const usesRule = (rule: Rule, kind: Rule["kind"]): boolean => allParts(rule).some((part) => part.kind === kind);

/** Seconds of each clock that a part of the rule runs against, as they stand in it. */
export const clocksOf = (rule: Rule): number[] =>
	allParts(rule).flatMap((part) => (part.kind === "count" ? [part.seconds] : []));

/** Whether any part of a rule is of a kind that answers yes to this. */
export const anyPart = (rule: Rule, asks: "tellsRuns" | "tellsOutcomes" | "addsUp"): boolean =>
	allParts(rule).some((part) => machineOf(part)[asks]);

/** Whether all of a rule can be followed by ticking boxes. */
export const isTicked = (rule: Rule): boolean => allParts(rule).every((part) => machineOf(part).ticked);

export const ruleSentence = (rule: Rule): string => machineOf(rule).sentence(rule);

export interface Judgement extends Status {
	/** Index of the attempt at which the rule was met, or -1. */
	metAt: number;
	/** Fewest more attempts that would meet it, or null when not even all that are left could. */
	needs: number | null;
}

/** A rule on its way through a visit's attempts: a value, so that one more attempt costs one step. */
export interface Judging {
	state: unknown;
	/** Index of the attempt at which the rule was met, or -1. */
	metAt: number;
	/** Attempts so far. */
	tries: number;
	/** Where the rule with its end out of reach stands; absent for a kind of which nothing goes on. */
	beyond?: unknown;
}

const beyonds = new WeakMap<Rule, Rule | null>();

/** The rule with its end out of reach, made once for each rule. */
function beyondOf(rule: Rule): Rule | null {
	const known = beyonds.get(rule);
	if (known !== undefined) return known;
	const made = machineOf(rule).beyond(rule) as Rule | null;
	beyonds.set(rule, made);
	return made;
}

export function beginJudging(rule: Rule): Judging {
	const beyond = beyondOf(rule);
	return {
		state: machineOf(rule).start(rule),
		metAt: -1,
		tries: 0,
		...(beyond ? { beyond: machineOf(beyond).start(beyond) } : {}),
	};
}

/** One more attempt. The rule is met at the first attempt where it is, and stays met. */
export function judgeOne(rule: Rule, so: Judging, attempt: Judged): Judging {
	const tries = so.tries + 1;
	const beyond = beyondOf(rule);
	const on = beyond ? { beyond: machineOf(beyond).step(beyond, so.beyond, attempt) } : {};
	if (so.metAt >= 0) return { ...so, tries, ...on };
	const machine = machineOf(rule);
	const state = machine.step(rule, so.state, attempt);
	return { state, tries, metAt: machine.status(rule, state).met ? so.tries : -1, ...on };
}

/** What judging does not know of: what may come, and whether the next attempt begins a set. */
export interface Ahead {
	/** Ways an attempt can come out on this rung; hit or miss where nothing is said. */
	outcomes?: readonly Judged[];
	/** The set is over, or its clock has run out: what comes counts in a new one. */
	setOver?: boolean;
}

/** What the rule says now, with `left` more attempts allowed. Once it is met its number goes on being counted. */
export function judgementOf(rule: Rule, judging: Judging, left: number, ahead: Ahead = {}): Judgement {
	const { state, metAt } = judging;
	const status = machineOf(rule).status(rule, state);
	if (status.met) return { ...status, progress: goneOn(rule, judging, status.progress), metAt, needs: 0 };
	return { ...status, metAt, needs: status.bust ? null : fewestMore(rule, state, left, ahead) };
}

/** The number of a rule that was met, with all that came after; its target stays the rule's own. */
function goneOn(rule: Rule, { beyond: state }: Judging, met: Status["progress"]): Status["progress"] {
	const beyond = beyondOf(rule);
	if (!beyond || state === undefined) return met;
	const { progress } = machineOf(beyond).status(beyond, state);
	return { ...progress, target: met.target, words: Number.isFinite(progress.target) ? progress.words : met.words };
}

/** Judge a rule over a visit's attempts, oldest first, with `left` more allowed. */
export const judge = (rule: Rule, attempts: readonly Judged[], left: number, ahead: Ahead = {}): Judgement =>
	judgementOf(
		rule,
		attempts.reduce((so, attempt) => judgeOne(rule, so, attempt), beginJudging(rule)),
		left,
		ahead,
	);

/** More than any rule that a form can build asks for. */
const LONG = 2000;

/**
 * Fewest attempts in which the rule can be met from its start by these outcomes, or null
 * where they can never meet it. What a rung's outcomes are, `outcomesOn` says.
 */
export const fewestTries = (rule: Rule, outcomes: readonly Judged[]): number | null =>
	fewestMore(rule, machineOf(rule).start(rule), LONG, { outcomes });
