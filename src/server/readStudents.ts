import type { PegDay } from "@/core/digest/ladderDigest";
import { pegDays } from "@/core/digest/ladderDigest";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import type { LastTime } from "@/core/ladder/lastTime";
import type { Rail } from "@/core/ladder/rail";
import type { Reminder } from "@/core/log/reminders";
import type { LessonView } from "@/core/log/view";
import type { Side } from "@/core/people/body";
import type { Student } from "@/core/people/student";
import { serverDay } from "@/store/days";
import { railedLadders } from "@/store/ladders";
import { lessonsOf, lessonView, type StudentDigest, studentDigests } from "@/store/lessons";
import { listAssignments } from "@/store/practice";
import { openParked, openPromises } from "@/store/said";
import { findStudent, listStudents } from "@/store/students";
import { studioMark } from "@/store/studio";
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
	/** What they practise, the newest first. */
	practice: { id: string; from: string; drills: string }[];
}

/** Half a year of two lessons a week. */
const WAY = 52;
const LISTED = 12;

export async function readStudent(id: string): Promise<StudentPageProps | null> {
	const open = await upToDate();
	const row = await findStudent(open, id);
	if (!row) return null;
	const [studio, ladders, promises, parked, digests, lessons, practice] = await Promise.all([
		studioMark(open),
		railedLadders(open, { students: [id] }),
		openPromises(open, id),
		openParked(open, id),
		studentDigests(open),
		lessonsOf(open, id, WAY),
		listAssignments(open, id),
	]);
	return {
		studio: studio.id,
		at: { id: row.id, rev: row.rev },
		student: row.student,
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
		practice: practice
			.filter((one) => !one.archived)
			.map(({ id: at, assignment }) => ({
				id: at,
				from: assignment.from,
				drills: assignment.items.map(({ name }) => name).join(", "),
			})),
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
