import type { Ladder } from "@/core/ladder/ladder";
import { foldRail, type Rail } from "@/core/ladder/rail";
import type { Skill } from "@/core/skill/skill";
import { store } from "@/store/db";
import { history } from "@/store/history";
import { findLadder, listLadders } from "@/store/ladders";
import { listSkills } from "@/store/skills";
import { findStudent, listStudents } from "@/store/students";

export interface LadderLine {
	id: string;
	student: string;
	skill: string;
	side: string;
	archived: boolean;
	rail: Rail;
}

export async function readLadders(): Promise<LadderLine[]> {
	const open = await store();
	const [rows, students, { lessons }] = await Promise.all([listLadders(open), listStudents(open), history(open)]);
	const all = [...lessons.values()];
	const names = new Map(students.filter((s) => !s.archived).map((s) => [s.id, s.student.name]));
	return rows
		.filter((row) => names.has(row.student))
		.map((row) => ({
			id: row.id,
			student: names.get(row.student) ?? "",
			skill: row.followed.name,
			side: row.ladder.side,
			archived: row.archived,
			rail: foldRail(row.id, row.ladder, all),
		}))
		.sort((a, b) => a.student.localeCompare(b.student));
}

export interface LadderPage {
	at: { id: string; rev: number };
	owner: { student: string; skill: string };
	studentName: string;
	strongSide: "left" | "right";
	skill: Skill;
	ladder: Ladder;
	outdated: boolean;
	archived: boolean;
	rail: Rail;
}

export async function readLadder(id: string): Promise<LadderPage | null> {
	const open = await store();
	const row = await findLadder(open, id);
	const student = row && (await findStudent(open, row.student));
	if (!row || !student) return null;
	const { lessons } = await history(open);
	return {
		at: { id: row.id, rev: row.rev },
		owner: { student: row.student, skill: row.skill },
		studentName: student.student.name,
		strongSide: student.student.strongSide,
		skill: row.followed,
		ladder: row.ladder,
		outdated: row.outdated,
		archived: row.archived,
		rail: foldRail(row.id, row.ladder, [...lessons.values()]),
	};
}

/** What a new ladder can be made of. */
export async function readLadderChoices() {
	const open = await store();
	const [students, skills] = await Promise.all([listStudents(open), listSkills(open)]);
	return {
		students: students
			.filter((s) => !s.archived)
			.map(({ id, student }) => ({ id, name: student.name, strongSide: student.strongSide })),
		skills: skills.filter((s) => !s.archived).map(({ id, skill }) => ({ id, skill })),
	};
}
