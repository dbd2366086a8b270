import { MET } from "./kind";

/**
 * The state of "k of the last n", as small as it can be: a text of 1 for what counts
 * and 0 for what does not, oldest first. A 1 with more than n - k zeros after it can
 * never be part of a window that is met, and zeros before the first useful 1 say
 * nothing; without them two states are the same exactly when their futures are.
 * With k over n, of at most n - k zeros and k - 1 ones, there are far fewer of these
 * than windows. `MET` is the one met state.
 */
export type Window = string;

export const emptyWindow: Window = "";

export function stepWindow(window: Window, counts: boolean, k: number, n: number): Window {
	if (window === MET) return MET;
	if (counts) {
		const next = `${window}1`;
		return ones(next) >= k ? MET : next;
	}
	return trim(`${window}0`, n - k);
}

/** Drops what lies before the (spare + 1)-th zero from the end, and zeros in front. */
function trim(window: Window, spare: number): Window {
	let zeros = 0;
	let from = 0;
	for (let i = window.length - 1; i >= 0; i--)
		if (window.charCodeAt(i) === 48) {
			zeros += 1;
			if (zeros > spare) {
				from = i + 1;
				break;
			}
		}
	while (from < window.length && window.charCodeAt(from) === 48) from += 1;
	return from === 0 ? window : window.slice(from);
}

export function ones(window: Window): number {
	let count = 0;
	for (let i = 0; i < window.length; i++) if (window.charCodeAt(i) === 49) count += 1;
	return count;
}

/** The last n as the coach sees them, useful or not. */
export const shownOf = (shown: Window, counts: boolean, n: number): Window => `${shown}${counts ? "1" : "0"}`.slice(-n);
