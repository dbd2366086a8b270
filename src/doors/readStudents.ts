import { type LastTime, lastTime } from "@/core/ladder/lastTime";
import { foldRail, type Rail } from "@/core/ladder/rail";
import type { Kept } from "@/core/log/keeping";
import type { LessonView } from "@/core/log/lesson";
import { type RungWrap, wrapUp } from "@/core/log/wrap";
import type { Side, Student } from "@/core/people/student";
import { store } from "@/store/db";
import { history } from "@/store/history";
import { listLadders } from "@/store/ladders";
import { findStudent, listStudents } from "@/store/students";
import { studioMark } from "@/store/studio";

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

const touches = (lesson: LessonView, student: string) =>
	lesson.opened?.student === student || lesson.visits.some((visit) => visit.student === student);

export async function readStudents(): Promise<StudentLine[]> {
	const open = await store();
	const [rows, ladders, { lessons }] = await Promise.all([listStudents(open), listLadders(open), history(open)]);
	const all = [...lessons.values()];
	return rows.map(({ id, student, archived }) => ({
		id,
		name: student.name,
		level: student.level,
		strongSide: student.strongSide,
		parts: student.protectedParts.join(", "),
		archived,
		last:
			all
				.filter((lesson) => touches(lesson, id))
				.map((lesson) => lesson.opened?.localDay ?? "")
				.sort()
				.at(-1) ?? null,
		rails: ladders
			.filter((ladder) => ladder.student === id && !ladder.archived)
			.map((ladder) => ({ id: ladder.id, skill: ladder.followed.name, ...foldRail(ladder.id, ladder.ladder, all) })),
	}));
}

export interface StudentPageProps {
	studio: string;
	at: { id: string; rev: number };
	student: Student;
	archived: boolean;
	ladders: {
		id: string;
		skill: string;
		side: Side;
		archived: boolean;
		outdated: boolean;
		rail: Rail;
		last: LastTime | null;
	}[];
	promises: Kept[];
	parked: Kept[];
	/** Latest first. */
	lessons: {
		id: string;
		day: string;
		closed: boolean;
		rungs: Pick<RungWrap, "name" | "tries" | "good" | "longestRun" | "met">[];
	}[];
}

export async function readStudent(id: string): Promise<StudentPageProps | null> {
	const open = await store();
	const row = await findStudent(open, id);
	if (!row) return null;
	const [studio, ladders, { lessons, keeping }] = await Promise.all([
		studioMark(open),
		listLadders(open, id),
		history(open),
	]);
	const entries = [...lessons.entries()].filter(([, lesson]) => touches(lesson, id));
	const views = entries.map(([, lesson]) => lesson);
	const theirs = (kept: readonly Kept[]) => kept.filter((one) => one.student === id && one.closedBy === null);
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
			rail: foldRail(ladder.id, ladder.ladder, views),
			last: lastTime(ladder.id, views),
		})),
		promises: theirs(keeping.promises),
		parked: theirs(keeping.parked),
		lessons: entries
			.map(([lesson, view]) => ({
				id: lesson,
				day: view.opened?.localDay ?? "",
				closed: view.closed !== null,
				rungs: wrapUp(view)
					.filter((rung) => rung.student === id)
					.map(({ name, tries, good, longestRun, met }) => ({ name, tries, good, longestRun, met })),
			}))
			.sort((a, b) => (a.day < b.day ? 1 : -1)),
	};
}
