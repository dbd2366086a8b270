import * as z from "zod/mini";
import { complainIn } from "@/core/words/complain";
import type { Refusal } from "@/core/words/refuse";
import { block } from "./block";
import type { Judged, RuleKind, Status } from "./kind";
import { rolling } from "./rolling";
import { streak } from "./streak";

export type { Judged, Status } from "./kind";

/** Every pass rule there is. A new kind is one file, and its name in this list. */
const kinds = [rolling, block, streak] as const;

/** A pass rule as it is stored: data, told apart by `kind`. */
export type Rule = (typeof kinds)[number]["fresh"];

/** A kind with its state's type put away: nobody outside may look into a state. */
export type Machine = RuleKind<Rule, unknown>;
export const ruleKinds = kinds as unknown as readonly Machine[];

const byKind = new Map(ruleKinds.map((machine) => [machine.kind as string, machine]));

/** The machine of a rule's kind. Throws only for what never went through {@link Rule}. */
export function machineOf(rule: Pick<Rule, "kind">): Machine {
	const machine = byKind.get(rule.kind);
	if (!machine) throw new RangeError(`no pass rule of kind "${rule.kind}"`);
	return machine;
}

/** Schema of a stored rule. An unknown kind is refused by its name, k over n by its numbers. */
export const Rule = (
	z.discriminatedUnion("kind", ruleKinds.map((machine) => machine.schema) as never) as unknown as z.ZodMiniType<Rule>
).check((ctx) => {
	const complain = complainIn(ctx);
	for (const { path, sentence } of ruleRefusals(ctx.value)) complain([path], sentence);
});

export const ruleRefusals = (rule: Rule): Refusal[] => machineOf(rule).refusals(rule);
export const ruleSentence = (rule: Rule): string => machineOf(rule).sentence(rule);
export const fewestTries = (rule: Rule): number => machineOf(rule).fewest(rule);

export interface Judgement extends Status {
	/** Index of the attempt at which the rule was met, or -1. */
	metAt: number;
	/** Fewest more attempts that would meet it, or null when not even all that are left could. */
	needs: number | null;
}

/**
 * Judge a rule over a visit's attempts, oldest first, with `left` more allowed.
 * The rule is met at the first attempt where it is, and stays met.
 */
export function judge(rule: Rule, attempts: readonly Judged[], left: number): Judgement {
	const machine = machineOf(rule);
	let state = machine.start(rule);
	let metAt = -1;
	attempts.forEach((attempt, i) => {
		if (metAt >= 0) return;
		state = machine.step(rule, state, attempt);
		if (machine.status(rule, state).met) metAt = i;
	});
	const status = machine.status(rule, state);
	return { ...status, metAt, needs: status.met ? 0 : status.bust ? null : fewestMore(machine, rule, state, left) };
}

function fewestMore(machine: Machine, rule: Rule, from: unknown, left: number): number | null {
	let state = from;
	for (let more = 1; more <= left; more++) {
		state = machine.step(rule, state, machine.best(rule));
		if (machine.status(rule, state).met) return more;
	}
	return null;
}
