import { chanceBy, type LadderCost } from "./cost";

export interface Season {
	/** Lessons that are held until the day, the day's own left out. */
	lessons: number;
	/** Rungs a lesson that would have to be passed. */
	pace: number;
	/** Chance to be there, at the high, middle and low end of what is to be expected. */
	chance: Record<"high" | "middle" | "low", number>;
}

const WEEK_MS = 7 * 86_400_000;

/** Lessons from one day to another at so many a week, the last day left out; none where it is not after the first. */
export const lessonsUntil = (from: string, to: string, perWeek: number): number =>
	Math.max(0, Math.floor(((Date.parse(to) - Date.parse(from)) / WEEK_MS) * perWeek + 1e-9));

/** What stands between here and a day: lessons, the pace they ask for, and the chance to be there. */
export function seasonTo(cost: LadderCost, rungs: number, lessons: number): Season {
	const { high, middle, low } = cost.at;
	return {
		lessons,
		pace: lessons > 0 ? rungs / lessons : Number.POSITIVE_INFINITY,
		chance: { high: chanceBy(high, lessons), middle: chanceBy(middle, lessons), low: chanceBy(low, lessons) },
	};
}
