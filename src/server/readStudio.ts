import { difficultiesOn } from "@/core/difficulty/usual";
import { goesWith } from "@/core/insight/goesWith";
import { seenIn } from "@/core/insight/seen";
import { type StepWeight, stepWeights, type WeighedVisit } from "@/core/insight/stepWeights";
import {
	type Coasting,
	coastingOn,
	type Holding,
	holdingRungs,
	type Stuck,
	type StudioLadder,
	stuckOn,
	studioRungs,
} from "@/core/insight/studio";
import { weighedIn } from "@/core/insight/weighed";
import { dayAfter } from "@/core/text/fields";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { laddersInUse } from "@/store/ladders";
import { lessonsOf, lessonView } from "@/store/lessons";
import { type SaidOften, saidOften } from "@/store/said";
import { type RuledRung, ruledRungs } from "./readRules";
import { upToDate } from "./store";

const SAID_DAYS = 60;
const SAID_SHOWN = 8;

type Told<T> = T & { ladder: { id: string; who: string; skill: string } };

export interface StudioProps {
	stuck: Told<Omit<Stuck, "ladder">>[];
	coasting: Told<Omit<Coasting, "ladder">>[];
	holding: Holding[];
	said: SaidOften[];
	ladders: number;
	rungs: RuledRung[];
}

/** The studio in sentences: who is stuck, who coasts, which rungs hold everybody, what was said most. */
export async function readStudio(): Promise<StudioProps> {
	const open = await upToDate();
	const [rows, { coach }, said] = await Promise.all([
		laddersInUse(open),
		findCoach(open),
		saidOften(open, dayAfter(serverDay(), -SAID_DAYS), SAID_SHOWN),
	]);
	const ladders = rows
		.filter((row) => !row.archived)
		.map((row): StudioLadder & { who: string } => ({
			id: row.id,
			student: row.student,
			who: row.studentName,
			skill: row.followed.name,
			pegIndex: row.rail.pegIndex,
			rungs: studioRungs(row.rail.holes),
		}));
	const who = new Map(ladders.map(({ id, who: name, skill }) => [id, { id, who: name, skill }]));
	const named = <T extends { ladder: StudioLadder }>({ ladder, ...rest }: T) => ({
		...rest,
		ladder: who.get(ladder.id) ?? { id: ladder.id, who: "somebody", skill: ladder.skill },
	});
	return {
		stuck: stuckOn(ladders).map(named),
		coasting: coastingOn(ladders, coach.band.high).map(named),
		holding: holdingRungs(ladders),
		said,
		ladders: ladders.length,
		rungs: ruledRungs(rows),
	};
}

/** Students and lessons that steps are weighed from. */
const STUDENTS = 20;
const LESSONS_EACH = 12;

export interface Weighed extends StepWeight {
	name: string;
	/** Ladders whose rungs differ in it: built anew they would be cut otherwise. */
	changes: { id: string; who: string; skill: string }[];
}

/** What a step of each difficulty really weighed, over the latest lessons of every student. */
export async function weighSteps(open: Store): Promise<Weighed[]> {
	const rows = (await laddersInUse(open)).filter((row) => !row.archived);
	const students = [...new Set(rows.map(({ student }) => student))].slice(0, STUDENTS);
	const byLadder = new Map(rows.map((row) => [row.id, row]));
	const visits: WeighedVisit[] = [];
	for (const student of students)
		for (const { lesson } of await lessonsOf(open, student, LESSONS_EACH))
			visits.push(...weighedIn(lesson, await lessonView(open, lesson), student, byLadder));
	const names = new Map(
		rows.flatMap((row) => difficultiesOn(row.ladder, row.followed).map(({ id, name }) => [id, name])),
	);
	const moved = (difficulty: string) =>
		rows.flatMap(({ id, ladder, followed, studentName }) =>
			new Set(ladder.rungs.map(({ settings }) => settings.notches[difficulty] ?? 0)).size > 1
				? [{ id, who: studentName, skill: followed.name }]
				: [],
		);
	return stepWeights(visits)
		.map((one) => ({ ...one, name: names.get(one.difficulty) ?? one.difficulty, changes: moved(one.difficulty) }))
		.sort((a, b) => b.times - a.times);
}

/** A pair that the log shows, with whose lessons show it. */
export interface LoggedOrigin {
	earlier: string;
	later: string;
	students: string[];
	tries: number;
}

const ORIGIN_STUDENTS = 12;
const ORIGIN_LESSONS = 20;

/** What the log shows of where a skill's faults start: by student, each for themselves; and how many could be asked. */
export async function originsInLog(open: Store, skill: string): Promise<{ found: LoggedOrigin[]; asked: number }> {
	const rows = (await laddersInUse(open)).filter((row) => !row.archived && row.skill === skill);
	const people = new Map(rows.map(({ student, studentName }) => [student, studentName]));
	const found = new Map<string, LoggedOrigin>();
	let asked = 0;
	for (const [student, name] of [...people].slice(0, ORIGIN_STUDENTS)) {
		const theirs = rows.filter((row) => row.student === student);
		const ids = new Set(theirs.map(({ id }) => id));
		const seen = (
			await Promise.all(
				(
					await lessonsOf(open, student, ORIGIN_LESSONS)
				).map(async ({ lesson, day }) => {
					const view = await lessonView(open, lesson);
					return view ? seenIn(lesson, day, view, student) : [];
				}),
			)
		)
			.flat()
			.filter(({ ladder }) => ids.has(ladder));
		const told = goesWith(seen, theirs[0]?.followed.positions.map(({ id }) => id) ?? []);
		if (told.asked > 0) asked += 1;
		for (const { earlier, later, tries } of told.found) {
			const key = `${earlier} ${later}`;
			const one = found.get(key) ?? { earlier, later, students: [], tries: 0 };
			found.set(key, { ...one, students: [...one.students, name], tries: one.tries + tries.length });
		}
	}
	return { found: [...found.values()].sort((a, b) => b.students.length - a.students.length), asked };
}
