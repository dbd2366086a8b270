import type * as z from "zod/mini";
import type { Refusal } from "@/core/words/refuse";

/** One attempt as a pass rule sees it: already judged by the rung's gate. */
export interface Judged {
	good: boolean;
	/** Code on the rung's outcome scale. */
	result: string;
}

/** Where a rule stands after the attempts so far. */
export interface Status {
	met: boolean;
	/** The rule is lost for this lesson; only a later lesson can meet it. */
	bust: boolean;
	/** The number the coach acts on, what it is out of, and in which words. */
	progress: { value: number; target: number; words: string };
}

/** A number a rule is set by: drawn as a stepper, so that a form needs no code per rule. */
export interface NumberField<R> {
	name: keyof R & string;
	label: string;
	low: number;
	high: number;
}

/**
 * One kind of pass rule: its schema, its sentence, its form as data and its
 * machine. The lesson runs `step`; an analysis discovers the automaton by walking
 * the same `step`, with `key` telling states apart, so the two cannot disagree.
 * `step` never mutates; a met state may be stepped further and stays met.
 */
export interface RuleKind<R extends { kind: string }, S> {
	kind: R["kind"];
	title: string;
	schema: z.ZodMiniType<R>;
	fields: readonly NumberField<R>[];
	/** A fresh rule of this kind, good enough to start with. */
	fresh: R;
	sentence(rule: R): string;
	/** What the schema cannot say alone, such as k over n. Paths are field names. */
	refusals(rule: R): Refusal[];
	/** Fewest attempts in which the rule can be met from its start. */
	fewest(rule: R): number;
	start(rule: R): S;
	step(rule: R, state: S, attempt: Judged): S;
	status(rule: R, state: S): Status;
	/** Equal keys mean that no future can tell the two states apart. */
	key(rule: R, state: S): string;
	/** The attempt that brings this rule closest to being met, whatever the state. */
	best(rule: R): Judged;
}

export const goodTry: Judged = { good: true, result: "hit" };
