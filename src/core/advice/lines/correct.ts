import { lookedFor } from "@/core/log/kinds";
import { type Cue, firstCue } from "@/core/skill/cue";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";
import { easingAct, type Facts, type Run } from "../facts";
import type { Advice, Line } from "../line";

const directionWords = (run: Run): string =>
	run.direction === undefined ? "off" : run.direction === "short" ? "not enough" : "too much";

/** The run that holds a correction and as many tries off after it: the cue did not take. */
const stubborn = ({ runs, settings }: Facts): Run | undefined =>
	runs.find((run) => run.corrections > 0 && run.since >= settings.correctAfter);

/** Where tries between were not looked into, the tries are counted among all of them. */
const inTries = (off: number, span: number): string =>
	off === span ? plural(off, "try") : `${off} of ${plural(span, "try")}`;

const stillOff = (run: Run, { lastWord }: Facts): string =>
	`${run.position.short} still ${directionWords(run)} in ${inTries(run.since, run.spanSince)} after the ${lastWord === "question" ? "question" : "cue"}.`;

/** A rung may allow one more cue, another one, before it is eased. */
export const secondCue: Line = {
	name: "second-cue",
	propose(facts) {
		const run = stubborn(facts);
		if (!run || !facts.settings.secondCue || run.corrections > 1 || facts.inDip) return null;
		return correction(run, `${stillOff(run, facts)} This rung allows a second cue.`, otherCue(facts, run));
	},
};

/** The cue did not take: ease, then step down. */
export const ease: Line = {
	name: "ease",
	propose(facts) {
		const run = stubborn(facts);
		if (!run) return null;
		const about = { reason: stillOff(run, facts), evidence: run.tries.map((t) => t.id), position: run.position.id };
		if (facts.inDip)
			return {
				...about,
				title: "A dip is expected here",
				reason: `${about.reason} The rung is new. Give it time.`,
				act: null,
			};
		return { ...about, ...easingAct(facts) };
	},
};

/** The earliest position that wants a word: off for long enough, in a row or with others between, and nobody spoke of it since. */
function silentRun({ runs, scattered, settings, placing }: Facts): Run | undefined {
	const silent = [
		...runs.filter((run) => run.corrections === 0 && run.tries.length >= settings.correctAfter),
		...scattered,
	];
	const at = (run: Run) => lookedFor(placing).findIndex(({ id }) => id === run.position.id);
	return silent.toSorted((a, b) => at(a) - at(b))[0];
}

const whyNow = (run: Run, { spokenOf }: Facts): string => {
	const { length } = run.tries;
	const where = length === run.span ? `in the last ${length}` : `in ${length} of the last ${run.span}`;
	const word = spokenOf(run.position.id) ? "no cue on it since" : "no cue on it yet";
	const told = `${directionWords(run)} ${where}, ${word}.`;
	return told.charAt(0).toUpperCase() + told.slice(1);
};

const SIDES_OF_THE_COIN = 3;
/** So many tries it holds a word back; then it is offered as ever. */
const HELD = 3;

/** One toss a run, by the id of the try it began with: the same on every device, and whenever it is worked out again. */
const tossed = (id: string): boolean => sum([...id], (letter) => letter.charCodeAt(0)) % SIDES_OF_THE_COIN === 0;

/** Where the coach asked for it: one correction in three is not offered, so that there is something to compare the others with. */
export const heldBack: Line = {
	name: "held-back",
	silentFor: ({ settings }) => settings.correctAfter,
	propose(facts) {
		const run = facts.placing.coin ? silentRun(facts) : undefined;
		const [first] = run?.tries ?? [];
		if (!run || !first || run.tries.length >= facts.settings.correctAfter + HELD || !tossed(first.id)) return null;
		return {
			title: `No cue on ${run.position.short} this time`,
			reason: `${whyNow(run, facts)} Your coin says no cue this time, so you can compare.`,
			act: null,
			evidence: run.tries.map((t) => t.id),
			position: run.position.id,
		};
	},
};

/** A run long enough with no correction in it: correct the earliest in causal order. */
export const correct: Line = {
	name: "correct",
	flickers: true,
	silentFor: ({ settings }) => settings.correctAfter,
	propose(facts) {
		const run = silentRun(facts);
		if (!run) return null;
		const { cues, worked } = run.position;
		return correction(run, whyNow(run, facts), worked ? cues[0] : firstCue(cues));
	},
};

function correction(run: Run, reason: string, cue: Cue | undefined): Omit<Advice, "line" | "canSilence"> {
	return {
		title: `Correct ${run.position.short}`,
		reason: cue
			? `${reason} Cue${run.position.worked && cue === run.position.cues[0] ? ", worked before" : ""}: “${cue.text}”.`
			: reason,
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

function otherCue(facts: Facts, run: Run): Cue | undefined {
	const given = new Set(
		facts.input.visit.entries.flatMap(({ event }) =>
			event.kind === "feedback" && event.body.position === run.position.id && event.body.cue
				? [event.body.cue.text]
				: [],
		),
	);
	return firstCue(run.position.cues.filter((cue) => !given.has(cue.text)));
}
