import type { Hole } from "@/core/ladder/rail";
import { banded } from "@/core/statistics/shares";
import { mean, sum } from "@/core/statistics/sums";

/** A ladder as the studio looks at it. */
export interface StudioLadder {
	id: string;
	student: string;
	skill: string;
	/** Lowest first. */
	rungs: readonly StudioRung[];
	pegIndex: number;
}

export interface StudioRung {
	name: string;
	/** Lessons up to the one in which it was passed first; null where it was not, or where that is not known. */
	lessonsToPass: number | null;
	/** Lessons that worked on it. */
	lessons: number;
	/** The latest lessons on it together. */
	lately: { good: number; tries: number };
}

/** Lessons that say how it goes lately. */
const LATELY = 3;

/** Lessons up to the first pass; null where it was not passed, or its first lessons are too long ago to be listed. */
function lessonsToPass({ metDays, recent, lessons, state }: Hole): number | null {
	const [first] = metDays;
	if (first === undefined || state === "open" || recent.length < lessons) return null;
	return recent.filter(({ day }) => day <= first).length;
}

/** A rail's rungs as the studio looks at them. */
export const studioRungs = (holes: readonly Hole[]): StudioRung[] =>
	holes.map((hole) => {
		const lately = hole.recent.slice(-LATELY);
		return {
			name: hole.name,
			lessonsToPass: lessonsToPass(hole),
			lessons: hole.lessons,
			lately: {
				good: sum(lately, (one) => one.good),
				tries: sum(lately, (one) => one.tries),
			},
		};
	});

/** Passes that a coach's own spread is told from. */
const ENOUGH_PASSES = 10;
const RARE = 0.9;
/** Fewer lessons on a rung are no standstill, whatever the others took. */
const LEAST_LESSONS = 4;
const ENOUGH_TRIES = 15;
/** Students who must have passed a rung before it is said to hold them. */
const ENOUGH_STUDENTS = 3;
const MUCH_LONGER = 1.5;

const passesOf = (ladders: readonly StudioLadder[]): number[] =>
	ladders.flatMap(({ rungs }) => rungs.flatMap(({ lessonsToPass }) => lessonsToPass ?? [])).sort((a, b) => a - b);

export interface Stuck {
	ladder: StudioLadder;
	rung: string;
	lessons: number;
	/** Nine in ten passes took at most so many. */
	usual: number;
}

/** Pegs that have stood for longer than nine in ten passes of this coach took. */
export function stuckOn(ladders: readonly StudioLadder[]): Stuck[] {
	const passes = passesOf(ladders);
	if (passes.length < ENOUGH_PASSES) return [];
	const usual = passes[Math.ceil(RARE * passes.length) - 1] as number;
	return ladders
		.flatMap((ladder): Stuck[] => {
			const peg = ladder.rungs[ladder.pegIndex];
			return peg && peg.lessonsToPass === null && peg.lessons >= LEAST_LESSONS && peg.lessons > usual
				? [{ ladder, rung: peg.name, lessons: peg.lessons, usual }]
				: [];
		})
		.sort((a, b) => b.lessons - a.lessons);
}

export interface Coasting {
	ladder: StudioLadder;
	rung: string;
	good: number;
	tries: number;
}

/** Pegs whose rate lies over the working band for sure: the rung asks for nothing any more. */
export function coastingOn(ladders: readonly StudioLadder[], bandHigh: number): Coasting[] {
	return ladders
		.flatMap((ladder): Coasting[] => {
			const peg = ladder.rungs[ladder.pegIndex];
			const above = ladder.pegIndex + 1 < ladder.rungs.length;
			return peg && above && peg.lately.tries >= ENOUGH_TRIES && banded(peg.lately).low > bandHigh
				? [{ ladder, rung: peg.name, ...peg.lately }]
				: [];
		})
		.sort((a, b) => b.good / b.tries - a.good / a.tries);
}

export interface Holding {
	skill: string;
	rung: string;
	/** Lessons it took on average, of so many students; and a rung of this coach's on average. */
	lessons: number;
	students: number;
	usual: number;
}

/** Rungs that hold everybody: of one name on ladders to one skill, passed by three or more, in far more lessons than is usual. */
export function holdingRungs(ladders: readonly StudioLadder[]): Holding[] {
	const passes = passesOf(ladders);
	if (passes.length < ENOUGH_PASSES) return [];
	const usual = mean(passes);
	const rungs = new Map<string, { skill: string; rung: string; took: number[] }>();
	for (const { skill, rungs: own } of ladders)
		for (const { name, lessonsToPass } of own) {
			if (lessonsToPass === null) continue;
			const key = `${skill}\n${name}`;
			const one = rungs.get(key) ?? { skill, rung: name, took: [] };
			one.took.push(lessonsToPass);
			rungs.set(key, one);
		}
	return [...rungs.values()]
		.filter(({ took }) => took.length >= ENOUGH_STUDENTS && mean(took) >= MUCH_LONGER * usual)
		.map(({ skill, rung, took }) => ({ skill, rung, lessons: mean(took), students: took.length, usual }))
		.sort((a, b) => b.lessons - a.lessons);
}
