import type { WatchedPosition } from "@/core/log/kinds";
import { type Cue, firstCue } from "@/core/skill/skill";
import { plural } from "@/core/words/numbers";
import { type Facts, type Run, easingAct } from "../facts";
import type { Advice, Line } from "../line";

const directionWords = (run: Run): string =>
	run.direction === undefined ? "off" : run.direction === "short" ? "short of its range" : "beyond its range";

/** The run holds a correction, and as many tries off after it: ease, then step down. */
export const ease: Line = {
	name: "ease",
	speak(facts) {
		const { settings, inDip } = facts;
		const run = facts.runs.find((r) => r.corrections > 0 && r.since >= settings.correctAfter);
		if (!run) return null;
		const told = `${run.position.short} still ${directionWords(run)} in ${plural(run.since, "try", "tries")} after the cue.`;
		const evidence = run.tries.map((t) => t.id);
		if (inDip)
			return { title: "A dip is expected here", reason: `${told} The rung is new; give it time.`, act: null, evidence, position: run.position.id };
		if (settings.secondCue && run.corrections === 1)
			return correction(facts, run, `${told} This rung allows a second cue, another one.`, otherCue(facts, run));
		const { title, act } = easingAct(facts);
		return { title, reason: told, act, evidence, position: run.position.id };
	},
};

/** A run long enough with no correction in it: correct the earliest in causal order. */
export const correct: Line = {
	name: "correct",
	silentFor: ({ settings }) => settings.correctAfter,
	speak(facts) {
		const run = facts.runs.find((r) => r.corrections === 0 && r.tries.length >= facts.settings.correctAfter);
		if (!run) return null;
		const told = `${directionWords(run)} in the last ${run.tries.length}, no word on it yet.`;
		return correction(facts, run, told.charAt(0).toUpperCase() + told.slice(1), offered(facts, run.position));
	},
};

function correction(facts: Facts, run: Run, reason: string, cue: Cue | undefined): Omit<Advice, "line" | "canSilence"> {
	return {
		title: `Correct ${run.position.short}`,
		reason: cue ? `${reason} Cue: “${cue.text}”.` : reason,
		act: {
			kind: "cue",
			position: run.position.id,
			...(run.direction ? { direction: run.direction } : {}),
			cue: cue ?? null,
		},
		evidence: run.tries.map((t) => t.id),
		position: run.position.id,
	};
}

/** What worked for this student, once that is known; else outside of the body; else the first marked. */
const offered = (facts: Facts, position: WatchedPosition): Cue | undefined =>
	facts.input.later.cueThatWorked?.(position.id) ?? firstCue(position.cues);

function otherCue(facts: Facts, run: Run): Cue | undefined {
	const given = new Set(
		facts.input.visit.entries.flatMap(({ event }) =>
			event.kind === "feedback" && event.body.position === run.position.id && event.body.cue ? [event.body.cue.text] : [],
		),
	);
	return firstCue(run.position.cues.filter((cue) => !given.has(cue.text)));
}
