import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import type { SeenStep, SeenVisit } from "@/core/insight/seen";
import type { RungLesson } from "@/core/insight/thenNow";
import { sum } from "@/core/statistics/sums";

/** Where a coach stands when a position has just been off: the run of its faults, words on it and on any in this visit, and how she feels today. */
interface Moment {
	run: number;
	here: number;
	any: number;
	mood: number;
}
export type Coach = (moment: Moment) => boolean;

/** What is true of a simulated student, and of who teaches her. Sizes are in logits. */
export interface World {
	/** Watched positions in each visit, of all that the skill has. */
	watched: number;
	of: number;
	/** Standard deviation of a day. */
	days: number;
	/** What a fault of the first position adds to the fourth one at the same try. */
	origin: number;
	/** Chance of a lapse at a try, and what it adds to every fault. */
	lapses: { chance: number; adds: number };
	/** Good and bad spells within a visit: what they take or add, and the chance at each try that a new one begins. */
	spells: { adds: number; ends: number };
	coach: Coach;
	/** What a word takes from its fault at each of the next six tries. */
	works: number;
}

/** Steady days of .6 logit, and nothing else that goes on. */
const QUIET: World = {
	watched: 3,
	of: 3,
	days: 0.6,
	origin: 0,
	lapses: { chance: 0, adds: 0 },
	spells: { adds: 0, ends: 0 },
	coach: () => false,
	works: 0,
};

const VISIT = 18;
const FOLLOWED = 6;
export const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
/** Names of positions, the earlier ones first: the first may be the origin of faults of the fourth. */
export const positionsOf = (n: number): string[] => Array.from({ length: n }, (_, i) => `p${i + 1}`);

/** Seeded students: the same seed gives the same ones. */
export function students(seed: number) {
	const rng = xoroshiro128plus(seed);
	const roll = (): number => (rng.next() >>> 0) / 4294967296;
	const normal = (): number => Math.sqrt(-2 * Math.log(1 - roll())) * Math.cos(2 * Math.PI * roll());
	const some = <T>(all: readonly T[], n: number): T[] => {
		const left = [...all];
		while (left.length > n) left.splice(Math.floor(roll() * left.length), 1);
		return left;
	};
	const eitherWay = (): number => (roll() < 0.5 ? 1 : -1);

	/** One visit try by try, and the words between; `harder` is added to every fault. */
	function visitSteps(id: string, watched: readonly string[], base: readonly number[], mood: number, world: World) {
		const { lapses, spells, origin, works, coach } = world;
		const all = positionsOf(world.of);
		const steps: SeenStep[] = [];
		const state = all.map(() => ({ run: 0, words: 0, since: Number.POSITIVE_INFINITY }));
		/** What other faults and words add to a position's fault. */
		const told = (p: number, off: readonly string[]) =>
			(p === 3 && off.includes("p1") ? origin : 0) - ((state[p]?.since ?? 0) < FOLLOWED ? works : 0);
		/** The first position, of those that were just seen off, on which the coach speaks; -1 for none. */
		const spokenOf = (seen: readonly string[]) => {
			const any = sum(state, ({ words }) => words);
			return state.findIndex(
				({ run, words }, p) => seen.includes(all[p] as string) && coach({ run, here: words, any, mood }),
			);
		};
		let spell = eitherWay();
		for (let i = 0; i < VISIT; i++) {
			if (roll() < spells.ends) spell = eitherWay();
			const adds = (roll() < lapses.chance ? lapses.adds : 0) + spell * spells.adds - i * 0.02;
			const off: string[] = [];
			for (const [p, position] of all.entries())
				if (roll() < logistic((base[p] as number) + adds + told(p, off))) off.push(position);
			state.forEach((own, p) => {
				own.run = off.includes(all[p] as string) ? own.run + 1 : 0;
				own.since += 1;
			});
			const seen = off.filter((position) => watched.includes(position));
			steps.push({ kind: "try", id: `${id} ${i}`, good: seen.length === 0, judged: true, off: seen });
			const on = spokenOf(seen);
			const own = state[on];
			if (!own) continue;
			own.words += 1;
			own.since = 0;
			steps.push({ kind: "cue", id: `${id} c${i}`, position: all[on] as string, words: "w", of: null });
		}
		return steps;
	}

	/** A student's lessons: two rungs a lesson, one harder than the other, eighteen tries each. */
	function lessonsOf(lessons: number, over: Partial<World> = {}): SeenVisit[] {
		const world = { ...QUIET, ...over };
		const all = positionsOf(world.of);
		const base = all.map(() => -1.2 + 0.5 * normal());
		return Array.from({ length: lessons }, (_, lesson) => {
			const day = world.days * normal();
			const mood = normal();
			return [0, 0.6].map((hard, rung): SeenVisit => {
				const watched = some(all, world.watched);
				const at = base.map((one) => one + day + hard);
				const steps = visitSteps(`${lesson} ${rung}`, watched, at, mood, world);
				return { lesson: `l${lesson}`, day: "", ladder: "l", rung: `r${rung}`, watched, steps };
			});
		}).flat();
	}

	/** Lessons on one rung of a student whose rate stays as it is but for her days, and for a dip of so many logits over four lessons. */
	function rungLessonsOf(lessons: number, { days, dip = 0 }: { days: number; dip?: number }): RungLesson[] {
		const base = 0.5 + 0.7 * normal();
		const from = 4 + Math.floor(roll() * (lessons - 12));
		return Array.from({ length: lessons }, (_, i) => {
			const rate = logistic(base + days * normal() - (i >= from && i < from + 4 ? dip : 0));
			const tries = 8 + Math.floor(roll() * 16);
			const good = Array.from({ length: tries }, roll).filter((one) => one < rate).length;
			return { lesson: `l${i}`, day: `${i}`, good, tries, marks: "" };
		});
	}

	return { roll, normal, lessonsOf, rungLessonsOf };
}
