import type { PegDay } from "@/core/digest/ladderDigest";
import { pegDays } from "@/core/digest/ladderDigest";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import type { LastTime } from "@/core/ladder/lastTime";
import type { Rail } from "@/core/ladder/rail";
import { type LoadDay, loadOn } from "@/core/load/load";
import type { Reminder } from "@/core/log/reminders";
import type { LessonView } from "@/core/log/view";
import type { bodyParts, Side } from "@/core/people/body";
import type { Student } from "@/core/people/student";
import { dayAfter } from "@/core/text/fields";
import { dueRungs } from "@/core/today/due";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { railedLadders } from "@/store/ladders";
import { languageNames } from "@/store/languages";
import { lessonsOf, lessonView, type StudentDigest, studentDigests } from "@/store/lessons";
import { loadSince } from "@/store/loads";
import { currentPages } from "@/store/pages";
import { type AssignmentRow, listAssignments } from "@/store/practice";
import { latestActs } from "@/store/practiceEntries";
import { openParked, openPromises } from "@/store/said";
import { findStudent, listStudents } from "@/store/students";
import { studioMark } from "@/store/studio";
import { bookedLessons } from "./readOutlook";
import { upToDate } from "./store";

export interface StudentLine {
	id: string;
	name: string;
	level: string;
	strongSide: string;
	parts: string;
	archived: boolean;
	/** Day of the last lesson. */
	last: string | null;
	rails: { id: string; skill: string; holes: Rail["holes"]; pegIndex: number }[];
}

export async function readStudents(): Promise<StudentLine[]> {
	const open = await upToDate();
	const [rows, ladders, digests] = await Promise.all([listStudents(open), railedLadders(open), studentDigests(open)]);
	return rows.map(({ id, student, archived }) => ({
		id,
		name: student.name,
		level: student.level,
		strongSide: student.strongSide,
		parts: student.protectedParts.join(", "),
		archived,
		last: digests.get(id)?.last ?? null,
		rails: ladders
			.filter((ladder) => ladder.student === id && !ladder.archived)
			.map((ladder) => ({ id: ladder.id, skill: ladder.followed.name, ...ladder.rail })),
	}));
}

export interface StudentLadder {
	id: string;
	skill: string;
	side: Side;
	archived: boolean;
	outdated: boolean;
	rail: Rail;
	/** The rung the peg was put on when the ladder was made. */
	start: string | null;
	last: LastTime | null;
	/** Where the peg stood at the end of each of the latest lessons on it. */
	way: PegDay[];
}

export interface StudentPageProps {
	studio: string;
	at: { id: string; rev: number };
	student: Student;
	/** What their page may be in, beside English. */
	languages: { code: string; name: string }[];
	archived: boolean;
	ladders: StudentLadder[];
	promises: Reminder[];
	parked: Reminder[];
	/** The latest ones, latest first. */
	lessons: (Pick<LessonDigest, "day" | "closed" | "rungs"> & { id: string })[];
	/** How many there were in all. */
	held: number;
	/** Their lesson of today is open. */
	isOpen: boolean;
	/** What they practise, the newest first; what was done last on it. */
	practice: {
		id: string;
		from: string;
		apart: boolean;
		drills: string;
		last: { day: string; good: number; tries: number } | null;
	}[];
	newest: NewestFacts;
}

/** The newest fact behind each way on from a student's page. */
export interface NewestFacts {
	/** Day of the next lesson, by the calendar, else as agreed. */
	next: string | null;
	/** Lessons in the calendar, for a year. */
	booked: number;
	/** Names of passed rungs that are due for a check. */
	due: string[];
	/** The part with the most load in the last seven days. */
	load: { part: string; week: number; limit: number | null } | null;
}

/** Half a year of two lessons a week. */
const WAY = 52;
const LISTED = 12;
const WEEK = 7;

export async function readStudent(id: string): Promise<StudentPageProps | null> {
	const open = await upToDate();
	const row = await findStudent(open, id);
	if (!row) return null;
	const [studio, ladders, promises, parked, digests, lessons, practice, booked, load] = await Promise.all([
		studioMark(open),
		railedLadders(open, { students: [id] }),
		openPromises(open, id),
		openParked(open, id),
		studentDigests(open),
		lessonsOf(open, id, WAY),
		listAssignments(open, id).then(currentPages),
		bookedLessons(open, id),
		loadSince(open, id, dayAfter(serverDay(), -WEEK)),
	]);
	const done = await Promise.all(practice.map(async (row) => lastDone(open, row)));
	const limits = new Map((row.student.loadLimits ?? []).map(({ part, week }) => [part, week]));
	return {
		studio: studio.id,
		at: { id: row.id, rev: row.rev },
		student: row.student,
		languages: await languageNames(open),
		archived: row.archived,
		ladders: ladders.map((ladder) => ({
			id: ladder.id,
			skill: ladder.followed.name,
			side: ladder.ladder.side,
			archived: ladder.archived,
			outdated: ladder.outdated,
			rail: ladder.rail,
			start: ladder.ladder.start,
			last: ladder.last,
			way: pegDays(ladder.id, lessons),
		})),
		practice: practice.map(({ id: at, assignment, apart }, i) => ({
			id: at,
			from: assignment.from,
			apart,
			drills: assignment.items.map(({ name }) => name).join(", "),
			last: done[i] ?? null,
		})),
		newest: {
			next: booked[0]?.day ?? digests.get(id)?.next ?? null,
			booked: booked.length,
			due: dueRungs(
				ladders
					.filter((ladder) => !ladder.archived)
					.map(({ id: at, rail, ladder }) => ({
						id: at,
						student: id,
						rail,
						sides: { side: ladder.side, strong: row.student.strongSide },
					})),
				serverDay(),
			).map(({ rung }) => rung),
			load: heaviest(load, limits),
		},
		promises,
		parked,
		lessons: lessons.slice(0, LISTED).map(({ lesson, day, closed, rungs }) => ({
			id: lesson,
			day,
			closed,
			rungs: rungs.filter((rung) => rung.student === id),
		})),
		held: digests.get(id)?.lessons ?? 0,
		isOpen: lessons.some(({ closed, opened, fromCard, day }) => opened && !closed && !fromCard && day >= serverDay()),
	};
}

/** The latest entry of a practice page; null where nothing was done yet. */
async function lastDone(open: Store, row: AssignmentRow): Promise<StudentPageProps["practice"][number]["last"]> {
	const done = (await latestActs(open, row, 50)).flatMap((act) =>
		act.kind === "done" && act.body.tries > 0 ? [act.body] : [],
	);
	const last = done.sort((a, b) => (a.day < b.day ? 1 : -1))[0];
	return last ? { day: last.day, good: last.good, tries: last.tries } : null;
}

/** The part that the last seven days loaded most. */
function heaviest(load: readonly LoadDay[], limits: ReadonlyMap<string, number | null>): NewestFacts["load"] {
	const parts = [...new Set(load.flatMap((one) => Object.keys(one.parts) as (typeof bodyParts)[number][]))];
	const [most] = parts
		.map((part) => ({ part, week: loadOn(load, part, serverDay()).week, limit: limits.get(part) ?? null }))
		.sort((a, b) => b.week - a.week);
	return most && most.week > 0 ? most : null;
}

export interface StudentLessons {
	student: { id: string; name: string };
	lessons: { id: string; day: string; view: LessonView }[];
	total: StudentDigest["lessons"];
	/** Where the older ones begin. */
	older: string | null;
}

const A_PAGE = 8;

/** A page of a student's lessons with every attempt, latest first. */
export async function readStudentLessons(id: string, before: string | null): Promise<StudentLessons | null> {
	const open = await upToDate();
	const row = await findStudent(open, id);
	if (!row) return null;
	const from = before?.match(/^(\d{4}-\d{2}-\d{2}|)~([A-Za-z0-9_-]{1,64})$/);
	const [digests, page] = await Promise.all([
		studentDigests(open),
		lessonsOf(open, id, A_PAGE + 1, from ? { day: from[1] ?? "", lesson: from[2] ?? "" } : undefined),
	]);
	const lessons: StudentLessons["lessons"] = [];
	for (const { lesson, day } of page.slice(0, A_PAGE)) {
		const view = await lessonView(open, lesson);
		if (view) lessons.push({ id: lesson, day, view });
	}
	const last = page[A_PAGE - 1];
	return {
		student: { id, name: row.student.name },
		lessons,
		total: digests.get(id)?.lessons ?? 0,
		older: page.length > A_PAGE && last ? `${last.day}~${last.lesson}` : null,
	};
}
