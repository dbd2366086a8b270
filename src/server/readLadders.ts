import { type NearestWindow, nearestWindow } from "@/core/analysis/nearestWindow";
import { hasMust } from "@/core/analysis/ways";
import type { Coach } from "@/core/coach/coach";
import type { LengthUnit } from "@/core/coach/lengths";
import { type NearAsk, nearAsk } from "@/core/insight/nearPass";
import { needsWindow } from "@/core/ladder/atHome";
import type { Ladder } from "@/core/ladder/ladder";
import type { Rail } from "@/core/ladder/rail";
import { areTwins, type Sided, type Twin, twinOn } from "@/core/ladder/twin";
import type { Student } from "@/core/people/student";
import type { Skill } from "@/core/skill/skill";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import {
	findLadder,
	type LadderRevision,
	type LadderRow,
	laddersInUse,
	ladderThen,
	type Railed,
	railedLadders,
	studentsOn,
} from "@/store/ladders";
import { lessonLastAt } from "@/store/lessons";
import { listSkills } from "@/store/skills";
import { findStudent, listStudents, studentNames } from "@/store/students";
import { studioMark } from "@/store/studio";
import { type Newer, readNewer } from "./readSkills";
import { store, upToDate } from "./store";

export interface LadderLine {
	id: string;
	student: string;
	studentName: string;
	skill: string;
	skillName: string;
	side: Ladder["side"];
	archived: boolean;
	rail: Rail;
	/** The other side's peg on this rail, where there is a mirror ladder. */
	twin: Twin | null;
	/** Day of the last lesson that worked on it. */
	last: string | null;
	/** What tells whether a pass is near. */
	near: NearAsk | null;
}

/** The mirror ladder's peg, if one is in use among these. */
const twinAmong = (row: Sided, all: readonly (Sided & { archived: boolean })[]): Twin | null => {
	const other = all.find((one) => !one.archived && one.id !== row.id && areTwins(row, one));
	return other ? twinOn(row, other) : null;
};

/** What tells whether the rung of the peg is near a pass. */
export function nearOn(
	{ ladder, rail, followed }: Pick<LadderRow & Railed, "ladder" | "rail" | "followed">,
	coach: Coach,
): NearAsk | null {
	const rung = ladder.rungs[rail.pegIndex];
	return rung
		? nearAsk(rung, rail.holes[rail.pegIndex] ?? null, { day: serverDay(), positions: followed.positions, coach })
		: null;
}

export async function readLadders(): Promise<LadderLine[]> {
	const open = await upToDate();
	const [rows, { coach }] = await Promise.all([laddersInUse(open), findCoach(open)]);
	return rows
		.map((row) => ({
			id: row.id,
			student: row.student,
			studentName: row.studentName,
			skill: row.skill,
			skillName: row.followed.name,
			side: row.ladder.side,
			archived: row.archived,
			rail: row.rail,
			twin: twinAmong(row, rows),
			last: row.last?.day ?? null,
			near: nearOn(row, coach),
		}))
		.sort((a, b) => a.studentName.localeCompare(b.studentName));
}

export interface LadderPage {
	studio: string;
	at: { id: string; rev: number };
	owner: { student: string; skill: string };
	student: Pick<Student, "name" | "strongSide" | "protectedParts" | "lacks">;
	skill: Skill;
	ladder: Ladder;
	newer: Newer | null;
	archived: boolean;
	rail: Rail;
	coach: Coach;
	twin: Twin | null;
	/** Students it could be given to, and whether they have one to the skill already. */
	others: { id: string; name: string; has: boolean }[];
	/** What the rungs were when it was built, and when it was last worked on. */
	built: LadderRevision | null;
	lately: (LadderRevision & { day: string }) | null;
}

export async function readLadder(id: string): Promise<LadderPage | null> {
	const open = await upToDate();
	const found = await findLadder(open, id);
	if (!found) return null;
	const [student, theirs, { coach }, people, having] = await Promise.all([
		findStudent(open, found.student),
		railedLadders(open, { students: [found.student] }),
		findCoach(open),
		studentNames(open),
		studentsOn(open, found.skill),
	]);
	const row = theirs.find((one) => one.id === id);
	if (!row || !student) return null;
	const moment = await (row.last ? lessonLastAt(open, row.last.lesson) : null);
	const { built, lately } = await ladderThen(open, id, moment);
	return {
		studio: (await studioMark(open)).id,
		at: { id: row.id, rev: row.rev },
		owner: { student: row.student, skill: row.skill },
		student: student.student,
		skill: row.followed,
		ladder: row.ladder,
		newer: row.outdated ? await readNewer(row.skill, row.followed) : null,
		archived: row.archived,
		rail: row.rail,
		coach,
		twin: twinAmong(row, theirs),
		others: people
			.filter((one) => !one.archived && one.id !== row.student)
			.map(({ id: who, name }) => ({ id: who, name, has: having.has(who) })),
		built,
		lately: lately && row.last ? { ...lately, day: row.last.day } : null,
	};
}

export interface CardPage {
	id: string;
	student: Pick<Student, "name" | "strongSide" | "protectedParts" | "lacks">;
	skill: Skill;
	ladder: Ladder;
	rail: Rail;
	unit: LengthUnit;
	/** What stands in at home for points games that no row of boxes holds, by the rung. */
	windows: Record<string, NearestWindow>;
}

/** A ladder as a card to pin up. */
export async function readCard(id: string): Promise<CardPage | null> {
	const page = await readLadder(id);
	if (!page) return null;
	const { student, skill, ladder, rail, coach } = page;
	const windows = Object.fromEntries(
		ladder.rungs
			.filter(({ settings }) => needsWindow(settings))
			.map((rung) => [rung.id, nearestWindow(rung.settings, hasMust(rung.settings, skill.positions))]),
	);
	return { id, student, skill, ladder, rail, unit: coach.unit, windows };
}

/** What holds for the whole studio, to be looked at and changed. */
export async function readCoach() {
	return findCoach(await store());
}

/** What a new ladder can be made of. */
export async function readLadderChoices() {
	const open = await upToDate();
	const [students, skills, { coach }, ladders] = await Promise.all([
		listStudents(open),
		listSkills(open),
		findCoach(open),
		laddersInUse(open),
	]);
	return {
		coach,
		/** Where students stand on the skills they have a ladder to. */
		standing: ladders
			.filter(({ archived }) => !archived)
			.map(({ id, student, skill, ladder, rail }) => ({
				ladder: id,
				student,
				skill,
				side: ladder.side,
				rung: rail.pegIndex + 1,
				of: rail.holes.length,
				/** The top rung is passed. */
				done: rail.holes.at(-1)?.state !== "open",
			})),
		students: students.filter((s) => !s.archived).map(({ id, student }) => ({ id, student })),
		skills: skills.filter((s) => !s.archived).map(({ id, skill }) => ({ id, skill })),
	};
}
