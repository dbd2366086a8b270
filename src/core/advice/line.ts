import type { YesOf } from "@/core/ladder/rung";
import type { Reached } from "@/core/load/load";
import type { Direction, Variation } from "@/core/log/kinds";
import type { Verdict, Visit } from "@/core/log/view";
import type { Cue } from "@/core/skill/cue";
import type { Facts } from "./facts";

/** What *follow* does. A line without an act has no button. */
export type Act =
	| {
			kind: "move";
			to: string;
			reason: "passed" | "stepped down" | "stepped back up";
			/** Whose yes the rung asks for besides its rule. */
			yes?: YesOf;
	  }
	/** Of no position: about what was chosen or aimed at. */
	| { kind: "cue"; position: string | null; direction?: Direction; cue: Cue | null }
	| { kind: "variation"; to: Variation }
	/** Another rung, with the peg left where it is. */
	| { kind: "here"; to: string }
	| { kind: "pause" }
	/** Back to where the peg stands. */
	| { kind: "peg" }
	/** Opens the lesson's ladders: what comes next is the coach's to choose. */
	| { kind: "next" }
	| { kind: "care"; items: readonly string[] };

export interface Advice {
	/** Stable name of the line, kept with a decision. */
	line: string;
	title: string;
	/** One sentence why. */
	reason: string;
	act: Act | null;
	/** The attempts that caused it, oldest first. */
	evidence: string[];
	/** Stop and care cannot be silenced. */
	canSilence: boolean;
	/** The watched position it is about, if one. */
	position?: string;
	/** A fixed-dose ladder: the rule is met, and the coach promotes. */
	ready?: boolean;
}

/** What is known beyond the visit in hand. */
export interface AdviceContext {
	/** Checklist items not confirmed today. */
	careOpen?: readonly string[];
	/** Checklist items that are due again after so many tries. */
	careAgain?: readonly string[];
	/** Limits of load that are reached on this rung. */
	loadReached?: readonly Reached[];
	/** The rung the peg stands on; absent where nobody knows. */
	peg?: string | undefined;
	/** For a `days` rule: days met so far, today included, of how many. */
	days?: { done: number; of: number } | undefined;
}

export interface AdviceInput {
	visit: Visit;
	verdict: Verdict;
	/** All visits of the lesson so far, this one included. */
	visits: readonly Visit[];
	/** Whoever takes turns with them, or does it together with them: whether they passed, and how many more at best. */
	other?: { met: boolean; needs: number | null };
	/** The variation in hand. */
	variation: Variation;
	/** Tries still allowed in this lesson on another rung of this ladder; unlimited if not visited. */
	leftOn: (rung: string) => number | null;
	context: AdviceContext;
}

/** One line of the advice: its name, and its words when it speaks. First match wins. */
export interface Line {
	name: string;
	/** Cannot be silenced by doing otherwise. */
	always?: boolean;
	/** May come and go from try to try: where it comes back with nothing new, that is said. */
	flickers?: boolean;
	/** Silent for only so many attempts after *otherwise*; for the whole visit if absent. */
	silentFor?: (facts: Facts) => number;
	propose(facts: Facts): Omit<Advice, "line" | "canSilence"> | null;
}
