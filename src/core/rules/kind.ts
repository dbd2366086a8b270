import type * as z from "zod/mini";
import type { Refusal } from "@/core/refusals/refusals";
import type { Rule } from ".";
import type { Scale } from "./scale";

/** One attempt as a pass rule sees it: already judged by the rung's gate. */
export interface Judged {
	good: boolean;
	/** Code on the rung's outcome scale. */
	result: string;
	/** The gate refuses it whatever came of it: no number of it helps a rule that reads numbers. */
	refused?: true;
	/** Points of that outcome on the scale; a points rule may set its own. */
	points?: number;
	/** Points taken off for positions that were off. */
	deduction?: number;
	/** What was called before the try; the outcome's code stands in for it. */
	called?: string;
	/** Whether the answer chosen was right, where one was asked for. */
	right?: boolean;
	rating?: number;
	/** Length of the rally or run of catches. */
	length?: number;
	/** In the rung's unit. */
	measure?: number;
	/** Of ten, as the student says. */
	effort?: number;
	/** The first attempt of a set. */
	newSet?: boolean;
	/** It begins a bout anew: in sets that were opened when an unfinished bout belonged to its set. */
	newBout?: boolean;
	/** Made after a timed set's clock had run out. */
	late?: boolean;
}

/** Where a rule stands after the attempts so far. */
export interface Status {
	met: boolean;
	/** The rule is lost for this lesson; only a later lesson can meet it. */
	bust: boolean;
	/** The number the coach acts on, what it is out of, and in which words. */
	progress: {
		value: number;
		target: number;
		words: string;
		/** What stands large in place of the number: "3 : 2" of the bout in hand. */
		large?: string;
		/** Bouts as they went, oldest first: won or lost. */
		row?: readonly boolean[];
	};
}

/**
 * One setting of a rule as data, so that a form needs no code per rule. `number` is
 * drawn as a stepper; `optional` numbers may be left out; the others have lists.
 */
export interface RuleField {
	name: string;
	label: string;
	type: "number" | "optional number" | "weights" | "optional points by name" | "words" | "rule" | "rules";
	low?: number;
	high?: number;
}

/** What an attempt must carry for a rule to see it; a lesson offers the inputs by this. */
export type Needs = "good" | "outcome" | "called" | "answer" | "rating" | "length" | "measure" | "clock" | "parts";

/**
 * One kind of pass rule: its schema, its sentence, its form as data and its
 * machine. The lesson runs `step`; the analyser discovers the automaton by walking
 * the same `step`, with `key` telling states apart, so the two cannot disagree.
 * `step` never mutates; a met or bust state stays what it is.
 */
export interface RuleKind<R extends { kind: string }, S> {
	kind: R["kind"];
	title: string;
	needs: Needs;
	schema: z.ZodMiniType<R>;
	fields: readonly RuleField[];
	/** A fresh rule of this kind, good enough to start with. */
	fresh: R;
	sentence(rule: R): string;
	/** What the schema cannot say alone, such as k over n. Paths are field names. */
	refusals(rule: R): Refusal[];
	start(rule: R): S;
	step(rule: R, state: S, attempt: Judged): S;
	status(rule: R, state: S): Status;
	/**
	 * Equal keys mean that no future can tell the two states apart. Every met state has
	 * the key {@link MET}, every bust one {@link BUST}.
	 */
	key(rule: R, state: S): string;
	/** The values of what it looks at, besides good and the outcome, that make a difference. */
	looks(rule: R): Looks;
	/**
	 * Of these attempts, all those that no other is better than, whatever came before. Left
	 * out: nothing is taken for granted, and what the rule needs at best is searched for
	 * over every attempt there may be. A rule may need misses, and a good try may be worse
	 * than one that was not.
	 */
	best?(rule: R, attempts: readonly Judged[]): readonly Judged[];
	/** A new set begins something anew: a clock, an unfinished bout. */
	sets: boolean;
	/** A run of good ones says something of it: wrap-up and note tell the longest. */
	tellsRuns: boolean;
	/** It tells outcomes or targets apart, not only good and off: its worth depends on how tries split. */
	tellsOutcomes: boolean;
	/** What tries earn is added up: what was off has a price, which the fields show. */
	addsUp: boolean;
	/** It can be followed by ticking boxes alone, at home or from a card. */
	ticked: boolean;
	/**
	 * The same rule with its end out of reach: what goes on being counted once it is met. It is stepped beside
	 * the rule and never stored. Null where parts are met, of which none goes on.
	 */
	beyond(rule: R): R | null;
	/** Rules inside this one. */
	parts(rule: R): readonly Rule[];
	/** Those of its rules that a search for one looks at. Left out: the search passes this kind over. */
	candidates?: Candidates<R>;
	/** Ready-made rules of this kind alone, named by what they are for. */
	presets: readonly Preset<R>[];
}

/** What a search asks of a rule: tries allowed in a lesson, the rate that is not ready, and how often it may pass. */
export interface Search {
	limit: number;
	notReady: number;
	riskPass: number;
}

export interface Candidates<R> {
	/** What one of its rules is called: "a window rule". */
	name: string;
	/** Said where none of them keeps both risks. */
	none: string;
	/** Rules worth a look; one whose first chance alone already breaks a risk is not. */
	of(search: Search): Iterable<R>;
}

/** A rule to start from, named by what it is for. */
export interface Preset<R> {
	purpose: string;
	rule: R;
	/** The outcomes it needs, where those are not hit or miss. */
	scale?: Scale;
}

export const MET = "met";
export const BUST = "bust";

/** What a rule may look at in an attempt, and the values between which it tells. */
export interface Looks {
	called?: readonly string[];
	right?: readonly boolean[];
	rating?: readonly number[];
	length?: readonly number[];
	measure?: readonly number[];
	effort?: readonly number[];
}

type Optional =
	| ("refusals" | "looks" | "sets" | "parts" | "best" | "needs")
	| ("tellsRuns" | "tellsOutcomes" | "addsUp" | "ticked")
	| ("candidates" | "presets" | "beyond");

/** A kind with what most kinds have in common filled in. */
export function defineRule<R extends { kind: string }, S>(
	kind: Omit<RuleKind<R, S>, Optional | "fields"> &
		Partial<Pick<RuleKind<R, S>, Optional>> & { fields: readonly (RuleField & { name: keyof R & string })[] },
): RuleKind<R, S> {
	return {
		needs: "good",
		refusals: () => [],
		looks: () => ({}),
		sets: false,
		tellsRuns: false,
		tellsOutcomes: false,
		addsUp: false,
		ticked: true,
		parts: () => [],
		beyond: () => null,
		presets: [],
		...kind,
	};
}

/** For kinds to which a good try is never worse than another. */
export const goodOnes = (_: unknown, attempts: readonly Judged[]): readonly Judged[] =>
	attempts.filter(({ good }) => good);

/** "Good tries wanted is 5, more than ...": k over n, in the words of the rule. */
export const kOverN = (k: number, n: number): Refusal[] =>
	k > n ? [{ path: "k", sentence: `Good tries needed: enter at most ${n}, not ${k}.` }] : [];
