import { heldFor, slotOf } from "@/core/calendar/held";
import { pegDays } from "@/core/digest/ladderDigest";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import { passesBy } from "@/core/insight/railOn";
import { areTwins } from "@/core/ladder/twin";
import { daysOn, MOST_LADDERS, shareLessons } from "@/core/plan/lessonsOn";
import type { LadderOutlook } from "@/core/plan/outlook";
import { dayAfter } from "@/core/text/fields";
import { lessonsBetween } from "@/store/calendar";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { type LadderRow, type Railed, railedLadders } from "@/store/ladders";
import { lessonsOf } from "@/store/lessons";
import { studentNames } from "@/store/students";

/** As far back as a student is looked at: a year of two lessons a week. */
export const LESSONS = 104;
/** Other students that the coach's own pace is told from. */
const OTHERS = 6;
/** As far ahead as lessons of the calendar are counted. */
const YEAR = 366;

export type RailedLadder = LadderRow & Railed;

/** Another student of the coach: their ladders, and their lessons, newest first. */
export interface OtherStudent {
	id: string;
	rows: RailedLadder[];
	lessons: LessonDigest[];
}

/** A few of the coach's other students. */
export async function otherStudents(open: Store, student: string): Promise<OtherStudent[]> {
	const people = (await studentNames(open)).filter((one) => !one.archived && one.id !== student).slice(0, OTHERS);
	return Promise.all(
		people.map(async ({ id }) => {
			const [rows, lessons] = await Promise.all([
				railedLadders(open, { students: [id] }),
				lessonsOf(open, id, LESSONS / 2),
			]);
			return { id, rows, lessons };
		}),
	);
}

const passesOf = (row: RailedLadder, lessons: readonly LessonDigest[]): number[] =>
	passesBy(
		pegDays(row.id, lessons),
		row.ladder.rungs.map(({ id }) => id),
		row.ladder.start,
	);

/** More lessons of one student on a day are none. */
const LESSONS_OF_A_DAY = 4;

/** The student's lessons in the calendar that are to come, up to a day or for a year, by day. */
export async function bookedLessons(
	open: Store,
	student: string,
	to = dayAfter(serverDay(), YEAR),
): Promise<{ day: string; minutes: number }[]> {
	const today = serverDay();
	const [lessons, had] = await Promise.all([
		lessonsBetween(open, today, to),
		lessonsOf(open, student, LESSONS_OF_A_DAY),
	]);
	// Today's is to come until it was held.
	const held = heldFor(lessons, had);
	return lessons
		.filter((one) => one.students.includes(student) && !held.has(slotOf(student, one)))
		.map(({ day, minutes }) => ({ day, minutes }))
		.sort((a, b) => (a.day < b.day ? -1 : 1));
}

/** The student's ladders in use that lessons are shared out to, each with its mirror ladder. */
export const sharedLadders = (rows: readonly RailedLadder[]) =>
	rows.map((row) => ({
		id: row.id,
		weight: 1,
		pegIndex: row.rail.pegIndex,
		twin: rows.find((other) => other.id !== row.id && areTwins(row, other))?.id ?? null,
	}));

/**
 * The ladders whose turn it is in the student's lesson on a day, as the season lays them out; null where it is
 * everyone's, or the calendar has no lesson that day.
 */
export async function turnOn(
	open: Store,
	student: string,
	rows: readonly RailedLadder[],
	day: string,
): Promise<string[] | null> {
	if (rows.length <= MOST_LADDERS) return null;
	const booked = await bookedLessons(open, student, day);
	const given = shareLessons(sharedLadders(rows), booked);
	return given[booked.findIndex((lesson) => lesson.day === day)]?.map(({ id }) => id) ?? null;
}

export interface OutlookAsked {
	/** The student's ladders in use. */
	rows: readonly RailedLadder[];
	lessons: readonly LessonDigest[];
	booked: readonly { day: string; minutes: number }[];
	others: readonly OtherStudent[];
}

/** What the forecast of each of a student's ladders stands on, by the ladder's id: the same wherever it is told. */
export function outlooks({ rows, lessons, booked, others }: OutlookAsked): Map<string, LadderOutlook> {
	const given = shareLessons(sharedLadders(rows), booked);
	const own = new Map(rows.map((row) => [row.id, passesOf(row, lessons)]));
	const theirs = others.flatMap((other) => other.rows.map((row) => passesOf(row, other.lessons)));
	return new Map(
		rows.map((row) => [
			row.id,
			{
				above: row.ladder.rungs.length - 1 - row.rail.pegIndex,
				passes: own.get(row.id) ?? [],
				others: [...[...own].flatMap(([id, passes]) => (id === row.id ? [] : [passes])), ...theirs].filter(
					(one) => one.length > 0,
				),
				days: daysOn(row.id, given, booked),
			},
		]),
	);
}

/** The outlook of a student's ladders, read for themselves. */
export async function readOutlooks(open: Store, student: string): Promise<Map<string, LadderOutlook>> {
	const [rows, lessons, booked, others] = await Promise.all([
		railedLadders(open, { students: [student] }),
		lessonsOf(open, student, LESSONS),
		bookedLessons(open, student),
		otherStudents(open, student),
	]);
	return outlooks({ rows: rows.filter((row) => !row.archived), lessons, booked, others });
}
