import type { Rung } from "@/core/ladder/ladder";
import { careful, type Limit } from "@/core/ladder/limits";

/**
 * Where on a ladder somebody starts: a few tries on two or three rungs, each time in
 * the middle of what is still open, as a search by halves does.
 */

/** Tries on one rung. */
export const PROBE_TRIES = 4;
export const MOST_PROBES = 3;
/** So many good of the tries, and the rung is behind the student. */
const FINE = 0.75;
/** So many or fewer, and it is too hard to start on. */
const TOO_HARD = 0.25;

export interface Probe {
	/** Index of the rung, lowest first. */
	rung: number;
	good: number;
	tries: number;
}

interface Bounds {
	/** Highest rung known to be behind the student; -1 for none. */
	low: number;
	/** Lowest rung known to be too hard to start on. */
	high: number;
	/** A rung that was just right. */
	right: number | null;
}

/** The highest rung that may be started on: the lowest one with a caution is never jumped over. */
export function highestStart(rungs: readonly Rung[], from: number): number {
	const caution = rungs.findIndex((rung, i) => i >= from && careful(rung));
	return caution < 0 ? rungs.length - 1 : caution;
}

function boundsOf(rungs: readonly Rung[], probes: readonly Probe[], from: number): Bounds {
	const bounds: Bounds = { low: from - 1, high: highestStart(rungs, from) + 1, right: null };
	for (const { rung, good, tries } of probes) {
		const rate = good / tries;
		if (rate >= FINE) bounds.low = Math.max(bounds.low, rung);
		else if (rate <= TOO_HARD) bounds.high = Math.min(bounds.high, rung);
		else bounds.right = rung;
	}
	return bounds;
}

/**
 * The rung to try next, or null when it is known where to start.
 *
 * @param from the lowest rung that comes into question: where the peg stands
 */
export function nextProbe(
	rungs: readonly Rung[],
	probes: readonly Probe[],
	limits: readonly Limit[],
	from = 0,
): number | null {
	const { low, high, right } = boundsOf(rungs, probes, from);
	if (right !== null || probes.length >= MOST_PROBES) return null;
	const out = new Set(limits.map(({ rung }) => rung));
	const open = rungs
		.map(({ id }, i) => ({ id, i }))
		.filter(({ id, i }) => i > low && i < high && !out.has(id) && !probes.some((probe) => probe.rung === i));
	if (open.length === 0) return null;
	return open[Math.floor((open.length - 1) / 2)]?.i ?? null;
}

export interface Proposal {
	/** Index of the rung to start on. */
	start: number;
	reason: string;
	/** Rungs below it that are marked as skipped. */
	skipped: number;
}

/** Where to start, after these probes, and why; the coach decides. */
export function proposeStart(
	rungs: readonly Rung[],
	probes: readonly Probe[],
	limits: readonly Limit[],
	from = 0,
): Proposal {
	const { low, right } = boundsOf(rungs, probes, from);
	const out = new Set(limits.filter(({ what }) => what === "taken out").map(({ rung }) => rung));
	const top = highestStart(rungs, from);
	let start = Math.min(right ?? low + 1, top);
	while (start > from && out.has(rungs[start]?.id ?? "")) start--;
	const name = (i: number) => `“${rungs[i]?.settings.name ?? ""}”`;
	const seen = probes.map(({ rung, good, tries }) => `${good} of ${tries} on ${name(rung)}`).join(", ");
	const caution = start === top && top < rungs.length - 1 && low >= top - 1;
	return {
		start,
		skipped: start - from,
		reason: `${seen || "Nothing tried"}: ${name(start)} is ${
			right === start
				? "neither too easy nor too hard"
				: low + 1 === start
					? "the first that is not behind"
					: "where to start"
		}.${caution ? " It has a caution, so it is not jumped over, however easy it looks." : ""}`,
	};
}
