import type { Ladder } from "@/core/ladder/ladder";
import type { Rail } from "@/core/ladder/rail";
import type { Skill } from "@/core/skill/skill";
import { store } from "@/store/db";
import { laddersInUse, railedLadders } from "@/store/ladders";
import { upToDate } from "@/store/projection";
import { listSkills } from "@/store/skills";
import { findStudent, listStudents } from "@/store/students";
import { type Newer, readNewer } from "./readSkills";

export interface LadderLine {
	id: string;
	student: string;
	skill: string;
	side: string;
	archived: boolean;
	rail: Rail;
}

export async function readLadders(): Promise<LadderLine[]> {
	const rows = await laddersInUse(await upToDate());
	return rows
		.map((row) => ({
			id: row.id,
			student: row.studentName,
			skill: row.followed.name,
			side: row.ladder.side,
			archived: row.archived,
			rail: row.rail,
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
	newer: Newer | null;
	archived: boolean;
	rail: Rail;
}

export async function readLadder(id: string): Promise<LadderPage | null> {
	const open = await upToDate();
	const [row] = await railedLadders(open, { ids: [id] });
	const student = row && (await findStudent(open, row.student));
	if (!row || !student) return null;
	return {
		at: { id: row.id, rev: row.rev },
		owner: { student: row.student, skill: row.skill },
		studentName: student.student.name,
		strongSide: student.student.strongSide,
		skill: row.followed,
		ladder: row.ladder,
		newer: row.outdated ? await readNewer(row.skill, row.followed) : null,
		archived: row.archived,
		rail: row.rail,
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
