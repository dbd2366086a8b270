import type { SeenCue, SeenVisit } from "./seen";

/** What came after: a position right in so many of so many tries. */
export interface After {
	right: number;
	of: number;
}

/** One correction, or a moment where one might have been given and was not. */
export interface CueRun {
	/** Tries with the position off that came before it, one after the other. */
	run: number;
	after: After;
	/** Null where nothing was said. */
	cue: SeenCue | null;
}

/** As far as a cue is followed: to the next cue, or the change of rung, at most so many tries. */
const FOLLOWED = 6;
/** Fewer on either side say nothing. */
export const ENOUGH = 8;
/** Tries by which the uncued side is drawn to the coach's own rate. */
const SHRINK_UNCUED = 12;
/** Tries by which a cue, or a kind of cue, is drawn to the mean before it is ranked. */
const SHRINK_CUE = 24;

/** Every moment at which a watched position had just been off, with what was said and what came after. */
export function cueRuns(visits: readonly SeenVisit[]): CueRun[] {
	return visits.flatMap(({ watched, steps }) => watched.flatMap((position) => runsOn(position, steps)));
}

function runsOn(position: string, steps: SeenVisit["steps"]): CueRun[] {
	const runs: CueRun[] = [];
	let run = 0;
	steps.forEach((step, i) => {
		if (step.kind !== "try") return;
		const off = step.off.includes(position);
		run = off ? run + 1 : 0;
		if (!off) return;
		const said = steps[i + 1];
		const cue = said?.kind === "cue" ? said : null;
		// Another position was spoken of: neither the one nor the other.
		if (cue && cue.position !== position) return;
		const after = followed(position, steps.slice(i + (cue ? 2 : 1)));
		if (after.of > 0) runs.push({ run, after, cue });
	});
	return runs;
}

function followed(position: string, steps: SeenVisit["steps"]): After {
	const after = { right: 0, of: 0 };
	for (const step of steps) {
		if (step.kind === "cue" || after.of === FOLLOWED) break;
		after.of += 1;
		if (!step.off.includes(position)) after.right += 1;
	}
	return after;
}

const added = (runs: readonly CueRun[]): After =>
	runs.reduce((sum, { after }) => ({ right: sum.right + after.right, of: sum.of + after.of }), { right: 0, of: 0 });
/** Each moment counts once, however few tries came after it. */
const meanOf = (runs: readonly CueRun[]): number =>
	runs.reduce((sum, { after }) => sum + after.right / after.of, 0) / runs.length;

export interface CueEffect {
	/** How much more often the position was right after a cue than after as long a run of faults without one. */
	gain: number;
	cued: number;
	uncued: number;
	/** Share right after a cue, and without one. */
	after: number;
	without: number;
}

/** Longer runs of faults are one: there are few of each. */
const LONGEST_RUN = 6;

/** What came after moments without a word: how many moments, their shares together, and their tries. */
interface Unspoken {
	moments: number;
	shares: number;
	of: number;
}

/** Moments without a word, by the run of faults before them; one walk through all of them. */
function withoutWord(runs: readonly CueRun[]): Map<number, Unspoken> {
	const byRun = new Map<number, Unspoken>();
	for (const { run: long, cue, after } of runs) {
		if (cue !== null) continue;
		const run = Math.min(long, LONGEST_RUN);
		const sum = byRun.get(run) ?? { moments: 0, shares: 0, of: 0 };
		sum.moments += 1;
		sum.shares += after.right / after.of;
		sum.of += after.of;
		byRun.set(run, sum);
	}
	return byRun;
}

const shareOf = ({ shares, moments }: Unspoken): number => shares / moments;

/**
 * What correcting did: after a cue, against moments after as long a run of faults without one,
 * drawn to the coach's own rate at such moments by 12 tries. Before against after would be
 * biased, since one speaks when it goes badly. Null where eight of either are missing: a coach
 * who always speaks has nothing to compare with.
 *
 * @param coach the same of all her students
 */
export function cueEffect(runs: readonly CueRun[], coach: readonly CueRun[] = runs): CueEffect | null {
	const [here, everywhere] = [withoutWord(runs), withoutWord(coach)];
	const uncued = runs.filter(({ cue }) => cue === null).length;
	const compared = runs.flatMap((one) => {
		const run = Math.min(one.run, LONGEST_RUN);
		const all = everywhere.get(run);
		if (one.cue === null || !all) return [];
		const some = here.get(run);
		const of = some?.of ?? 0;
		const own = shareOf(all);
		const mean = some ? shareOf(some) : own;
		return [{ one, without: (mean * of + own * SHRINK_UNCUED) / (of + SHRINK_UNCUED) }];
	});
	if (compared.length < ENOUGH || uncued < ENOUGH) return null;
	const without = compared.reduce((sum, pair) => sum + pair.without, 0) / compared.length;
	const after = meanOf(compared.map(({ one }) => one));
	return { gain: after - without, cued: compared.length, uncued, after, without };
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
