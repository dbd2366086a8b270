import { upperTail } from "@/core/statistics/normal";
import { sum } from "@/core/statistics/sums";
import type { SeenTry, SeenVisit } from "./seen";

/** An earlier position whose fault goes with a later one's. What causes what is not said by it. */
export interface GoesWith {
	earlier: string;
	later: string;
	/** How much more often the later one was off where the earlier one was, compared like with like. */
	difference: number;
	/** One-sided p of the Mantel-Haenszel test. */
	p: number;
	/** Later one off, of tries with the earlier one off and with it on: in the strata that say something. */
	where: { off: Share; on: Share };
	/** Tries it rests on. */
	tries: string[];
}

interface Share {
	times: number;
	of: number;
}

/** Tries of a stratum, at most. */
const STRETCH = 10;
/** Tries on each side that are needed before anything is said. */
const EACH_SIDE = 8;
const LEVEL = 0.02;
const LEAST_DIFFERENCE = 0.1;

interface Stratum {
	/** Earlier off and later off; earlier off alone; later off alone; neither. */
	both: number;
	earlier: number;
	later: number;
	neither: number;
}

function strataOf(
	visits: readonly SeenVisit[],
	earlier: string,
	later: string,
): { strata: Stratum[]; tries: string[] } {
	const told = visits
		.filter(({ watched }) => watched.includes(earlier) && watched.includes(later))
		.flatMap((visit) => alikeIn(visit, earlier, later))
		.map((tries) => ({ tries, stratum: countIn(tries, earlier, later) }))
		.filter(({ stratum }) => isInformative(stratum));
	return {
		strata: told.map(({ stratum }) => stratum),
		tries: told.flatMap(({ tries }) => tries.map(({ id }) => id)),
	};
}

/** More faults on the two neighbours of a try are a bad spell, however many. */
const BAD_SPELL = 2;

/**
 * Tries of a visit that are like each other: of one stretch of ten, with as many faults on the
 * tries right before and after (a good or a bad spell), and as many other watched positions off
 * at the same try (a lapse takes them all along). By stretches alone a false pair was told to 17
 * to 49 of 100 students with lapses and to 14 to 44 with spells.
 */
function alikeIn({ watched, steps }: SeenVisit, earlier: string, later: string): SeenTry[][] {
	const tries = steps.filter((step): step is SeenTry => step.kind === "try" && step.judged);
	const faults = ({ off }: SeenTry) => watched.filter((position) => off.includes(position)).length;
	const alike = new Map<string, SeenTry[]>();
	tries.forEach((one, i) => {
		const beside = sum([tries[i - 1], tries[i + 1]], (next) => (next ? faults(next) : 0));
		const others = faults(one) - Number(one.off.includes(earlier)) - Number(one.off.includes(later));
		const key = [Math.floor(i / STRETCH), Math.min(beside, BAD_SPELL), others].join();
		alike.set(key, [...(alike.get(key) ?? []), one]);
	});
	return [...alike.values()];
}

function countIn(tries: readonly SeenTry[], earlier: string, later: string): Stratum {
	const count = (a: boolean, b: boolean) =>
		tries.filter(({ off }) => off.includes(earlier) === a && off.includes(later) === b).length;
	return {
		both: count(true, true),
		earlier: count(true, false),
		later: count(false, true),
		neither: count(false, false),
	};
}

/** Both positions were on as well as off in it. */
const isInformative = ({ both, earlier, later, neither }: Stratum): boolean =>
	both + earlier > 0 && later + neither > 0 && both + later > 0 && earlier + neither > 0;

/**
 * One pair, compared like with like: within one rung of one lesson, at most ten tries of it, the
 * same spell, and no more of a lapse, since each of these raises all faults together (Mantel and
 * Haenszel, 1959). Null with fewer than eight tries on either side.
 */
export function testPair(visits: readonly SeenVisit[], earlier: string, later: string): GoesWith | null {
	const { strata, tries } = strataOf(visits, earlier, later);
	const off = { times: sum(strata, ({ both }) => both), of: sum(strata, (s) => s.both + s.earlier) };
	const on = { times: sum(strata, (s) => s.later), of: sum(strata, (s) => s.later + s.neither) };
	if (off.of < EACH_SIDE || on.of < EACH_SIDE) return null;
	const size = (s: Stratum) => s.both + s.earlier + s.later + s.neither;
	const expected = sum(strata, (s) => ((s.both + s.earlier) * (s.both + s.later)) / size(s));
	const variance = sum(strata, (s) => {
		const n = size(s);
		const rows = (s.both + s.earlier) * (s.later + s.neither);
		return (rows * (s.both + s.later) * (s.earlier + s.neither)) / (n * n * (n - 1));
	});
	const weight = sum(strata, (s) => ((s.both + s.earlier) * (s.later + s.neither)) / size(s));
	const difference =
		sum(strata, (s) => (s.both * (s.later + s.neither) - s.later * (s.both + s.earlier)) / size(s)) / weight;
	const p = variance > 0 ? upperTail((off.times - expected) / Math.sqrt(variance)) : 1;
	return { earlier, later, difference, p, where: { off, on }, tries };
}

/**
 * Which later faults go with which earlier ones, in one skill of one student. Of all pairs that
 * could be asked the level is shared out, so that somebody without any such pair is told one
 * about as seldom as the level says.
 *
 * @param order positions, earlier in the skill first
 */
export function goesWith(visits: readonly SeenVisit[], order: readonly string[]): { found: GoesWith[]; asked: number } {
	const asked = order.flatMap((earlier, i) =>
		order.slice(i + 1).flatMap((later) => testPair(visits, earlier, later) ?? []),
	);
	return {
		asked: asked.length,
		found: asked
			.filter(({ p, difference }) => p <= LEVEL / asked.length && difference >= LEAST_DIFFERENCE)
			.sort((a, b) => a.p - b.p),
	};
}
