import { type Outcome, refuse } from "@/core/refusals/refusals";
import { MOST_PEOPLE } from "./stations";

/** Rounds on one clock: who does and who counts for whom, round by round; scores and personal bests. */

export interface Round {
	/** Who does, and who counts for them: of a pair each in turn. */
	pairs: [does: string, counts: string][];
	/** Waits this time, where they are an odd number; plays next. */
	out: string | null;
}

/**
 * The round of this number, from 0. By the circle method everybody meets everybody else before
 * anybody twice, and of an odd number each waits once before anybody waits again. In the first
 * half of a meeting one does, in the second the other: rounds come in twos.
 */
export function roundOf(people: readonly string[], round: number): Round {
	const meeting = Math.floor(round / 2);
	const swapped = round % 2 === 1;
	const seats: (string | null)[] = people.length % 2 === 0 ? [...people] : [...people, null];
	const [fixed, ...rest] = seats;
	const turns = rest.length === 0 ? 0 : meeting % rest.length;
	// The last come forward, one a meeting.
	const moved = [fixed ?? null, ...rest.slice(rest.length - turns), ...rest.slice(0, rest.length - turns)];
	const told: Round = { pairs: [], out: null };
	for (let i = 0; i < moved.length / 2; i++) {
		const [a, b] = [moved[i] ?? null, moved[moved.length - 1 - i] ?? null];
		if (a === null || b === null) told.out = a ?? b;
		else told.pairs.push(swapped ? [b, a] : [a, b]);
	}
	return told;
}

/** Who does in a round: one of each pair, or everybody where each counts alone. */
export const doersOf = (people: readonly string[], round: number, inPairs: boolean): string[] =>
	inPairs && people.length > 1 ? roundOf(people, round).pairs.map(([does]) => does) : [...people];

export interface Scored {
	good: number;
	tries: number;
	/** How many, and nothing of how many tries it took. */
	score: boolean;
}

const MOST_TRIES = 500;

/**
 * A score as it is called out: "7", where only the good ones were counted, or "7 of 9".
 *
 * @param who whose it is, for the sentence where it is none
 */
export function readScore(words: string, who: string): Outcome<Scored> {
	const found = /^\s*(\d{1,3})(?:\s*(?:\/|of|:)\s*(\d{1,3}))?\s*$/i.exec(words);
	if (!found) return refuse("score", `Score of ${who}: enter “7” or “7 of 9”, not “${words}”.`);
	const good = Number(found[1]);
	const tries = found[2] === undefined ? Math.max(good, 1) : Number(found[2]);
	if (tries < 1 || tries > MOST_TRIES)
		return refuse("score", `Score of ${who}: enter 1 to ${MOST_TRIES} tries, not ${tries}.`);
	return good > tries
		? refuse("score", `${who}: ${good} good of ${tries} tries cannot be. Swap them, or correct one.`)
		: { ok: true, value: { good, tries, score: found[2] === undefined } };
}

/** More good ones than ever on this rung in as many seconds; a first one is none. */
export const isBest = (good: number, before: number | null | undefined): boolean =>
	before !== null && before !== undefined && good > before;

/** Why a round cannot be held; null where it can. */
export function roundRefusal(people: number, seconds: number): string | null {
	if (people === 0) return "Choose who takes part in the round.";
	if (people > MOST_PEOPLE) return `${people} students are chosen. A round takes up to ${MOST_PEOPLE}.`;
	return Number.isInteger(seconds) && seconds >= 5 && seconds <= 600
		? null
		: `Seconds a round: enter 5 to 600, not ${Number.isFinite(seconds) ? seconds : 0}.`;
}

/** The seconds that are called out: every tenth that is left, and the last five. */
export const isCalled = (left: number): boolean => left > 0 && (left <= 5 || left % 10 === 0);
