import { sum } from "@/core/statistics/sums";
import type { SeenCue, SeenVisit } from "./seen";

/** What came after: a position right in so many of so many tries. */
export interface After {
	right: number;
	of: number;
}

/** One correction, or a moment where one might have been given and was not. */
export interface CueRun {
	lesson: string;
	/** Tries with the position off that came before it, one after the other. */
	run: number;
	/** Words already given in this visit: on this position, and on any. */
	said: { here: number; any: number };
	/** The next tries up to the next cue: what followed these words and no others. */
	after: After;
	/** The next tries whatever was said during them: what speaking now came to, against waiting. */
	through: After;
	/** Null where nothing was said. */
	cue: SeenCue | null;
}

/** As far as a cue is followed: to the change of rung, at most so many tries. */
const FOLLOWED = 6;
/** Fewer on either side say nothing. */
export const ENOUGH = 8;
/** Tries by which the uncued side is drawn to the coach's own rate. */
const SHRINK_UNCUED = 12;
/** Tries by which a cue, or a kind of cue, is drawn to the mean before it is ranked. */
const SHRINK_CUE = 24;
/**
 * What correcting usually changes, as a standard deviation: a gain is drawn to nought as far as
 * its own error is larger. With it a cue that does nothing is told as .10 or more to fewer than
 * one student in ten at 14 lessons.
 */
const USUAL_GAIN = 0.1;
/**
 * Standard errors that hold a gain 8 times in 10. More than a normal's 1.28, since moments of
 * different positions are laid beside each other, which the error does not know of.
 */
const REACH = 1.6;

/** Every moment at which a watched position had just been off, with what was said and what came after. */
export function cueRuns(visits: readonly SeenVisit[]): CueRun[] {
	return visits.flatMap((visit) => visit.watched.flatMap((position) => runsOn(position, visit)));
}

function runsOn(position: string, { lesson, steps }: SeenVisit): CueRun[] {
	const runs: CueRun[] = [];
	let run = 0;
	const said = { here: 0, any: 0 };
	steps.forEach((step, i) => {
		if (step.kind === "cue") {
			said.any += 1;
			if (step.position === position) said.here += 1;
			return;
		}
		const off = step.off.includes(position);
		run = off ? run + 1 : 0;
		if (!off) return;
		const next = steps[i + 1];
		const cue = next?.kind === "cue" ? next : null;
		// Another position was spoken of: neither the one nor the other.
		if (cue && cue.position !== position) return;
		const rest = steps.slice(i + (cue ? 2 : 1));
		const through = followed(position, rest);
		if (through.of === 0) return;
		const silent = rest.findIndex(({ kind }) => kind === "cue");
		const after = followed(position, silent < 0 ? rest : rest.slice(0, silent));
		runs.push({ lesson, run, said: { ...said }, after, through, cue });
	});
	return runs;
}

/** The position right in so many of the next tries; a correction between them is no try. */
function followed(position: string, steps: SeenVisit["steps"]): After {
	const after = { right: 0, of: 0 };
	for (const step of steps) {
		if (after.of === FOLLOWED) break;
		if (step.kind === "cue") continue;
		after.of += 1;
		if (!step.off.includes(position)) after.right += 1;
	}
	return after;
}

const added = (runs: readonly CueRun[]): After =>
	runs.reduce((sum, { after }) => ({ right: sum.right + after.right, of: sum.of + after.of }), { right: 0, of: 0 });
/** Each moment counts once, however few tries came after it. */
const shareAfter = ({ through }: CueRun): number => through.right / through.of;

export interface CueEffect {
	/** How much more often the position was right after a cue than after a moment like it without one; drawn to nought by its error. */
	gain: number;
	/** Where the gain lies 8 times in 10. */
	low: number;
	high: number;
	/** Corrections that a moment without one could be laid beside, and those moments. */
	cued: number;
	uncued: number;
	/** Share right after a cue, and without one. */
	after: number;
	without: number;
}

/** Longer runs of faults are one, and so are more words: there are few of each. */
const LONGEST_RUN = 6;
const MOST_WORDS = 3;

/**
 * Moments are like each other after as long a run of faults, with as many words in this visit
 * on the position and on any. Without the words, a coach who speaks once a visit is compared
 * with the later moments of the same bad visit: a gain of .03 to .05 where there is none.
 */
const stateOf = ({ run, said }: CueRun): string =>
	[Math.min(run, LONGEST_RUN), Math.min(said.here, MOST_WORDS), Math.min(said.any, MOST_WORDS)].join();

/** What came after moments without a word: how many moments, their shares together, and their tries. */
interface Unspoken {
	moments: number;
	shares: number;
	of: number;
}

/** Moments without a word, by their state; one walk through all of them. */
function withoutWord(runs: readonly CueRun[]): Map<string, Unspoken> {
	const byState = new Map<string, Unspoken>();
	for (const run of runs) {
		if (run.cue !== null) continue;
		const sum = byState.get(stateOf(run)) ?? { moments: 0, shares: 0, of: 0 };
		sum.moments += 1;
		sum.shares += shareAfter(run);
		sum.of += run.through.of;
		byState.set(stateOf(run), sum);
	}
	return byState;
}

const meanShare = ({ shares, moments }: Unspoken): number => shares / moments;

/** One state of a visit: what is expected there without a word, how far this student's own moments carry it, and what was said in it. */
interface State {
	expected: number;
	/** This student's own mean, and how much of what is expected is it. */
	own: number;
	weight: number;
	moments: number;
	cued: CueRun[];
}

function statesOf(runs: readonly CueRun[], coach: readonly CueRun[]): Map<string, State> {
	const [here, everywhere] = [withoutWord(runs), withoutWord(coach)];
	const states = new Map<string, State>();
	for (const run of runs) {
		const all = everywhere.get(stateOf(run));
		if (run.cue === null || !all) continue;
		const some = here.get(stateOf(run));
		const weight = some ? some.of / (some.of + SHRINK_UNCUED) : 0;
		const own = meanShare(some ?? all);
		const state = states.get(stateOf(run)) ?? {
			expected: weight * own + (1 - weight) * meanShare(all),
			own,
			weight,
			moments: some?.moments ?? 0,
			cued: [],
		};
		state.cued.push(run);
		states.set(stateOf(run), state);
	}
	return states;
}

/**
 * The gain's squared error, by lessons: moments of one lesson go well or badly together. Each
 * moment with a word pulls the gain by what it gained more than the mean, each one without by
 * what it moves the expected; summed within a lesson, squared, summed (a sandwich estimate,
 * with its n / (n - 1) for few lessons).
 */
function squaredError(
	runs: readonly CueRun[],
	states: ReadonlyMap<string, State>,
	{ compared, gain }: { compared: number; gain: number },
): number {
	const byLesson = new Map<string, number>();
	for (const run of runs) {
		const state = states.get(stateOf(run));
		if (!state) continue;
		const pull =
			run.cue === null
				? (-state.cued.length * state.weight * (shareAfter(run) - state.own)) / state.moments
				: shareAfter(run) - state.expected - gain;
		byLesson.set(run.lesson, (byLesson.get(run.lesson) ?? 0) + pull / compared);
	}
	const lessons = byLesson.size;
	return (sum([...byLesson.values()], (pull) => pull * pull) * lessons) / Math.max(1, lessons - 1);
}

/**
 * What correcting did: the next six tries after a cue, against those after a moment in the same
 * state without one, drawn to the coach's own rate at such moments by 12 tries. The six tries
 * are followed whatever is said during them: stopped at the next cue they would end on a fault
 * where nothing had been said, and a cue without effect would be told as a gain of .05. Before
 * against after would be biased too, since one speaks when it goes badly. Null where eight of
 * either are missing: a coach who always speaks has nothing to compare with.
 *
 * @param coach the same of all her students
 */
export function cueEffect(runs: readonly CueRun[], coach: readonly CueRun[] = runs): CueEffect | null {
	const states = statesOf(runs, coach);
	const compared = [...states.values()].flatMap(({ cued, expected }) => cued.map((run) => ({ run, expected })));
	const uncued = runs.filter(({ cue }) => cue === null).length;
	if (compared.length < ENOUGH || uncued < ENOUGH) return null;
	const mean = (of: (pair: (typeof compared)[number]) => number) => sum(compared, (pair) => of(pair)) / compared.length;
	const [after, without] = [mean(({ run }) => shareAfter(run)), mean(({ expected }) => expected)];
	const error = squaredError(runs, states, { compared: compared.length, gain: after - without });
	const kept = USUAL_GAIN ** 2 / (USUAL_GAIN ** 2 + error);
	const gain = kept * (after - without);
	const reach = REACH * Math.sqrt(kept * error);
	return { gain, low: gain - reach, high: gain + reach, cued: compared.length, uncued, after, without };
}

export interface RankedCue {
	name: string;
	/** Share right after it, drawn to the mean of all. */
	share: number;
	given: number;
	after: After;
}

/** What followed one cue, or one kind of cue: of one student, in one lesson or in several. */
export interface CueTook extends After {
	words: string;
	given: number;
}

function sumsOf(took: readonly CueTook[]): CueTook[] {
	const sums = new Map<string, CueTook>();
	for (const { words, given, right, of } of took) {
		const one = sums.get(words) ?? { words, given: 0, right: 0, of: 0 };
		sums.set(words, { words, given: one.given + given, right: one.right + right, of: one.of + of });
	}
	return [...sums.values()];
}

/** Each drawn to the mean of all by 24 tries, the best first: one that was lucky twice does not stand over one that worked for months. */
const drawnTo = (mean: number, took: readonly CueTook[]): RankedCue[] =>
	sumsOf(took)
		.map(({ words, given, right, of }) => ({
			name: words,
			given,
			after: { right, of },
			share: (right + SHRINK_CUE * mean) / (of + SHRINK_CUE),
		}))
		.sort((a, b) => b.share - a.share);

const named = (runs: readonly CueRun[], by: (cue: SeenCue) => string | null): CueTook[] =>
	runs.flatMap(({ cue, after }) => {
		const words = cue && by(cue);
		return words ? [{ words, given: 1, ...after }] : [];
	});

/**
 * Cues by what followed them, best first.
 *
 * @param by what they are told apart by: their words, or their kind; null leaves one out
 */
export function rankCues(runs: readonly CueRun[], by: (cue: SeenCue) => string | null): RankedCue[] {
	const all = added(runs.filter(({ cue }) => cue !== null));
	return all.of === 0 ? [] : drawnTo(all.right / all.of, named(runs, by));
}

/** Cues of some visits by their words, with what followed each. */
export const cuesTook = (visits: readonly SeenVisit[]): CueTook[] =>
	sumsOf(named(cueRuns(visits), ({ words }) => words));

/** Given so often, and better than the mean of all: it is offered first. */
const WORKED_GIVEN = 3;

/**
 * The cues that worked for a student: given three times or more, and followed by more than the
 * mean of all that were said to them, each drawn to it by 24 tries; the best first.
 */
export function workedOf(took: readonly CueTook[]): { text: string; share: number }[] {
	const all = took.reduce((sum, one) => ({ right: sum.right + one.right, of: sum.of + one.of }), { right: 0, of: 0 });
	if (all.of === 0) return [];
	const mean = all.right / all.of;
	return drawnTo(mean, took)
		.filter(({ given, share }) => given >= WORKED_GIVEN && share > mean)
		.map(({ name, share }) => ({ text: name, share }));
}
