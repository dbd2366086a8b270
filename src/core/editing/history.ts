/** A value with what it was before, and what it was undone from. Nothing is ever changed in place. */
export interface History<T> {
	past: readonly T[];
	now: T;
	future: readonly T[];
	/** What the last change was about, and when: more of the same soon after is the same step. */
	last: { what: string; at: number } | null;
}

const MOST = 500;
/** Letters typed into one field within this are one step. */
const SAME_STEP_MS = 1500;

export const startHistory = <T>(now: T): History<T> => ({ past: [], now, future: [], last: null });

/**
 * The history after a change. An empty `what` always makes a step of its own.
 *
 * @param at milliseconds of any clock that runs on
 */
export function change<T>(history: History<T>, now: T, what: string, at: number): History<T> {
	if (now === history.now) return history;
	const more = what !== "" && history.last?.what === what && at - history.last.at < SAME_STEP_MS;
	return {
		past: more && history.past.length > 0 ? history.past : [...history.past, history.now].slice(-MOST),
		now,
		future: [],
		last: { what, at },
	};
}

export function undo<T>({ past, now, future }: History<T>): History<T> {
	const before = past.at(-1);
	return past.length === 0
		? { past, now, future, last: null }
		: { past: past.slice(0, -1), now: before as T, future: [now, ...future], last: null };
}

export function redo<T>({ past, now, future }: History<T>): History<T> {
	return future.length === 0
		? { past, now, future, last: null }
		: { past: [...past, now], now: future[0] as T, future: future.slice(1), last: null };
}
