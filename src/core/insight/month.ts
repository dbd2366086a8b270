import type { Occurrence } from "@/core/calendar/booking";
import { heldFor, slotOf } from "@/core/calendar/held";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import { mondayOf } from "@/core/load/load";
import { dayAfter } from "@/core/text/fields";

/** A month of one student, in figures. */
export interface MonthRow {
	student: string;
	name: string;
	/** Lessons held, their minutes as they were to be, and lessons still to come. */
	held: number;
	minutes: number;
	toCome: number;
	/** Rungs moved up by a pass, and moves down. */
	up: number;
	down: number;
	/** Dates that were called off, each with its reason. */
	away: { day: string; reason: string }[];
	/** Passed rungs to be checked by the end of the month, and promises open. */
	due: number;
	promises: number;
}

export type MonthFigure = "held" | "minutes" | "toCome" | "up" | "down" | "due" | "promises";

/** The figures of a month, as its page and its file say them. */
export const monthFigures: readonly [MonthFigure, string][] = [
	["held", "lessons held"],
	["minutes", "minutes"],
	["toCome", "to come"],
	["up", "rungs gained"],
	["down", "moved down"],
	["due", "checks due"],
	["promises", "promises due"],
];

/** The month as a table: a line a student, with the days called off and why. Its head alone where nothing was. */
export const monthTable = (rows: readonly MonthRow[]): (string | number)[][] => [
	["student", ...monthFigures.map(([, words]) => words), "called off"],
	...rows.map((row) => [
		row.name,
		...monthFigures.map(([key]) => row[key]),
		row.away.map(({ day, reason }) => (reason ? `${day} (${reason})` : day)).join(", "),
	]),
];

interface Asked {
	people: readonly { id: string; name: string }[];
	/** Lessons of the month, of all students. */
	digests: readonly LessonDigest[];
	/** The calendar's lessons of the month, cancelled ones too. */
	lessons: readonly Pick<Occurrence, "booking" | "on" | "day" | "at" | "students" | "cancelled" | "reason">[];
	/** Whose each ladder is, with its rungs from the lowest up. */
	ladders: readonly { id: string; student: string; rungs: readonly string[] }[];
	due: Readonly<Record<string, number>>;
	promises: Readonly<Record<string, number>>;
	/** Lessons of the calendar after this day are still to come. */
	today: string;
}

type Move = LessonDigest["moves"][number];
type Ladders = ReadonlyMap<string, { rungs: readonly string[] }>;

/** Moves of the peg that stand. */
const movesOf = (digests: readonly LessonDigest[]): Move[] =>
	digests.flatMap(({ moves }) => moves).filter(({ unfounded }) => !unfounded);

/** By how many rungs a move goes up; a peg that was not set yet stood under the first. */
const riseOn =
	(ladders: Ladders) =>
	({ ladder, from, to }: Move): number => {
		const height = (rung: string | null) => (rung === null ? -1 : (ladders.get(ladder)?.rungs.indexOf(rung) ?? -1));
		return height(to) - height(from);
	};

const isGain = (move: Move, rise: (move: Move) => number): boolean => move.reason === "passed" && rise(move) > 0;

/** A week of everybody: its Monday, lessons held, and rungs gained by a pass. */
export interface WeekFigures {
	monday: string;
	held: number;
	up: number;
}

const WEEK = 7;

/** So many weeks up to the one of a day, the earliest first; one without a lesson has zeros. */
export function weeksTo(
	day: string,
	count: number,
	digests: readonly LessonDigest[],
	ladders: readonly { id: string; rungs: readonly string[] }[],
): WeekFigures[] {
	const rise = riseOn(new Map(ladders.map((one) => [one.id, one])));
	const last = mondayOf(day);
	return Array.from({ length: count }, (_, i) => {
		const monday = dayAfter(last, WEEK * (i + 1 - count));
		const own = digests.filter((one) => !one.fromCard && mondayOf(one.day) === monday);
		return { monday, held: own.length, up: movesOf(own).filter((move) => isGain(move, rise)).length };
	});
}

/** A row a student who had, has or called off a lesson in the month, or has something due; none of an empty month. */
export function monthOf({ people, digests, lessons, ladders, due, promises, today }: Asked): MonthRow[] {
	const byLadder = new Map(ladders.map((one) => [one.id, one]));
	const had = heldFor(
		lessons.filter((one) => !one.cancelled),
		digests.filter((one) => !one.fromCard),
	);
	return people
		.map(({ id, name }): MonthRow => {
			const own = digests.filter((one) => one.students.includes(id) && !one.fromCard);
			const booked = lessons.filter(({ students }) => students.includes(id));
			const moves = movesOf(own).filter(({ ladder }) => byLadder.get(ladder)?.student === id);
			const rise = riseOn(byLadder);
			return {
				student: id,
				name,
				held: own.length,
				minutes: own.reduce((sum, one) => sum + (one.minutes ?? 0), 0),
				toCome: booked.filter((one) => !one.cancelled && one.day >= today && !had.has(slotOf(id, one))).length,
				up: moves.filter((move) => isGain(move, rise)).length,
				down: moves.filter((move) => rise(move) < 0).length,
				away: booked.filter((one) => one.cancelled).map(({ day, reason }) => ({ day, reason })),
				due: due[id] ?? 0,
				promises: promises[id] ?? 0,
			};
		})
		.filter(({ held, toCome, away, due, promises }) => held + toCome + away.length + due + promises > 0);
}
