import { climb } from "@/core/build/difficulty";
import { difficultiesOn } from "@/core/build/usual";
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
} from "@/core/insight/studio";
import type { Hole } from "@/core/ladder/rail";
import { formOf } from "@/core/log/view";
import { readSides } from "@/core/skill/sides";
import { dayAfter } from "@/core/text/fields";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { type LadderRow, laddersInUse, type Railed } from "@/store/ladders";
import { lessonsOf, lessonView } from "@/store/lessons";
import { upToDate } from "@/store/projection";
import { type SaidOften, saidOften } from "@/store/said";
import { studentNames } from "@/store/students";

const LATELY = 3;
const SAID_DAYS = 60;
const SAID_SHOWN = 8;

type Told<T> = T & { ladder: { id: string; who: string; skill: string } };

export interface StudioProps {
	stuck: Told<Omit<Stuck, "ladder">>[];
	coasting: Told<Omit<Coasting, "ladder">>[];
	holding: Holding[];
	said: SaidOften[];
	ladders: number;
}

/** Lessons up to the first pass; null where it was not passed, or its first lessons are too long ago to be listed. */
function lessonsToPass({ metDays, recent, lessons, state }: Hole): number | null {
	const [first] = metDays;
	if (first === undefined || state === "open" || recent.length < lessons) return null;
	return recent.filter(({ day }) => day <= first).length;
}

/** The studio in sentences: who is stuck, who coasts, which rungs hold everybody, what was said most. */
export async function readStudio(): Promise<StudioProps> {
	const open = await upToDate();
	const [rows, people, { coach }, said] = await Promise.all([
		laddersInUse(open),
		studentNames(open),
		findCoach(open),
		saidOften(open, dayAfter(serverDay(), -SAID_DAYS), SAID_SHOWN),
	]);
	const strong = new Map(people.map(({ id, strongSide }) => [id, strongSide]));
	const ladders = rows
		.filter((row) => !row.archived)
		.map((row): StudioLadder & { who: string } => ({
			id: row.id,
			student: row.student,
			who: row.studentName,
			skill: row.followed.name,
			pegIndex: row.rail.pegIndex,
			rungs: row.rail.holes.map((hole) => {
				const lately = hole.recent.slice(-LATELY);
				return {
					name: readSides(hole.name, { side: row.ladder.side, strong: strong.get(row.student) ?? "right" }),
					lessonsToPass: lessonsToPass(hole),
					lessons: hole.lessons,
					lately: {
						good: lately.reduce((sum, one) => sum + one.good, 0),
						tries: lately.reduce((sum, one) => sum + one.tries, 0),
					},
				};
			}),
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
	};
}

/** Students and lessons that steps are weighed from, and the first tries of each visit: later ones are there because of what came before. */
const STUDENTS = 20;
const LESSONS_EACH = 12;
const FIRST_TRIES = 8;

export interface Weighed extends StepWeight {
	name: string;
}

/** What a step of each difficulty really weighed, over the latest lessons of every student. */
export async function weighSteps(open: Store): Promise<Weighed[]> {
	const rows = (await laddersInUse(open)).filter((row) => !row.archived);
	const students = [...new Set(rows.map(({ student }) => student))].slice(0, STUDENTS);
	const byLadder = new Map(rows.map((row) => [row.id, row]));
	const visits: WeighedVisit[] = [];
	for (const student of students)
		for (const { lesson } of await lessonsOf(open, student, LESSONS_EACH))
			visits.push(...(await weighedIn(open, lesson, student, byLadder)));
	const names = new Map(rows.flatMap((row) => difficultiesOf(row).map(({ id, name }) => [id, name])));
	return stepWeights(visits)
		.map((one) => ({ ...one, name: names.get(one.difficulty) ?? one.difficulty }))
		.sort((a, b) => b.times - a.times);
}

const difficultiesOf = ({ ladder, followed }: LadderRow) => difficultiesOn(ladder, followed);

async function weighedIn(
	open: Store,
	lesson: string,
	student: string,
	byLadder: ReadonlyMap<string, LadderRow & Railed>,
): Promise<WeighedVisit[]> {
	const view = await lessonView(open, lesson);
	return (view?.visits ?? []).flatMap((visit): WeighedVisit[] => {
		const row = byLadder.get(visit.ladder ?? "");
		if (!row || visit.student !== student || visit.elsewhere === "warm-up") return [];
		const first = visit.tries.filter((t) => t.counted && t.variation === formOf(visit.placing)).slice(0, FIRST_TRIES);
		if (first.length === 0) return [];
		const { notches } = visit.placing.settings;
		return [
			{
				student,
				lesson: `${lesson} ${row.id}`,
				good: first.filter(({ good }) => good).length,
				tries: first.length,
				weights: Object.fromEntries(difficultiesOf(row).map((one) => [one.id, climb(one, 0, notches[one.id] ?? 0)])),
			},
		];
	});
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
