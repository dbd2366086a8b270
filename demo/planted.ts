import { students } from "./scenario";

/** One thing the demo's model planted, for charts and tests to find again. */
export interface Plant {
	student: string;
	skill: string;
	favourite: string;
	direction: string;
	cause: string;
	hears: readonly string[];
	/** Weeks ago in which a lesson began badly, and by how many rungs. */
	relapses: readonly { weeksAgo: number; drop: number }[];
	/** Tries after which a lesson tires. */
	tires: number;
	/** Rungs forgotten per day away. */
	forgets: number;
}

/** Everything that was planted, a line for each student and skill. */
export const planted = (): Plant[] =>
	students.flatMap(({ id, skills, hears, relapses, tires, forgets }) =>
		Object.entries(skills).map(([skill, { favourite, direction, cause }]) => ({
			student: id,
			skill,
			favourite,
			direction,
			cause,
			hears,
			tires,
			forgets,
			relapses: relapses.filter((one) => one.skill === skill).map(({ weeksAgo, drop }) => ({ weeksAgo, drop })),
		})),
	);
