import { dayAfter } from "@/core/text/fields";

/** Meetings until a cue has sunk in, and days from each to the next: four weeks in all. */
export const MEETINGS = 6;
const GAPS = [2, 3, 5, 8, 10] as const;

/** How far a key cue has come. */
export interface KeyCue {
	text: string;
	/** Meetings that counted. */
	met: number;
	/** The day on which it wants to be met again; null once it was met often enough. */
	due: string | null;
}

/**
 * A cue that is to be met again and again, spread over four weeks: six meetings, each of which
 * counts from its day on. Met sooner, or twice on a day, it was met once.
 *
 * @param days on which it was given, in any order
 * @param from the day it was made one: what was said before is no meeting of it
 */
export function keyCueOf(text: string, days: readonly string[], from: string): KeyCue {
	let met = 0;
	let due: string | null = from;
	for (const day of [...new Set(days)].sort()) {
		if (met >= MEETINGS || (due !== null && day < due)) continue;
		met += 1;
		const gap = GAPS[met - 1];
		due = gap === undefined ? null : dayAfter(day, gap);
	}
	return { text, met, due };
}
