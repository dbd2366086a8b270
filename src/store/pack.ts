import { and, eq, ne } from "drizzle-orm";
import type { Coach } from "@/core/coach/coach";
import { digestLadder } from "@/core/digest/ladderDigest";
import { foldRail } from "@/core/ladder/rail";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { type Around, packLadder } from "@/core/pack/packLadder";
import type { SolvedPlan } from "@/core/plan/solved";
import { takePlan } from "@/core/plan/take";
import { dayAfter } from "@/core/text/fields";
import { findCoach } from "./coach";
import { serverDay } from "./days";
import type { Store } from "./db";
import { keyCues } from "./keyCues";
import { highestPlace } from "./known";
import { railedLadders } from "./ladders";
import { spokenBy } from "./languages";
import { digestsFor } from "./lessonDigests";
import { lastOpenings, openLessons, studentDigests, usedSince } from "./lessons";
import { type LimitsOn, limitsOn } from "./loads";
import { packPages } from "./pages";
import { MOST_PACKED, type PlanRow, plansFrom } from "./plans";
import { catchUpIfRoom } from "./projection";
import { causeMarks, openParked, openPromises } from "./said";
import * as t from "./schema";
import { skillNames } from "./skills";
import { solvedPlans } from "./solvedPlans";
import { listStudents } from "./students";
import { studioMark } from "./studio";

/**
 * Everything a device needs to run a lesson: students, ladders with their pegs, what
 * was promised and parked. `without` leaves out the lesson it is for, which knows of
 * itself: the pack says how things stood before.
 *
 * @param solutions of its plans: those that are stored, where nothing else is said
 */
export async function makePack(store: Store, without: string | null, solutions = solvedPlans): Promise<Pack> {
	await catchUpIfRoom(store);
	const students = (await listStudents(store)).filter((row) => !row.archived);
	const [studio, rows, skills, promises, parked, worked, { coach }, open, used, lastOnes, plans, keys, digests] =
		await Promise.all([
			studioMark(store),
			railedLadders(store, { students: students.map((row) => row.id) }),
			skillNames(store),
			openPromises(store),
			openParked(store),
			laddersIn(store, without),
			findCoach(store),
			openLessons(store),
			usedSince(store, serverDay(), without),
			lastOpenings(store),
			plansFrom(store, dayAfter(serverDay(), -1), MOST_PACKED),
			keyCues(store),
			studentDigests(store),
		]);
	const ladders = rows.filter(({ archived }) => !archived);
	const people = new Map(students.map(({ id, student }) => [id, student]));
	const skillIds = [...new Set(ladders.map(({ skill }) => skill))];
	const found = new Map(
		await Promise.all(skillIds.map(async (skill) => [skill, await causeMarks(store, skill)] as const)),
	);
	const loads = await limitsOn(store, students, { byAge: coach.loadByAge, day: serverDay(), without });
	const around = (row: { id: string; student: string; skill: string }) => {
		const student = people.get(row.student);
		if (!student) throw new Error("a ladder was read whose student was not");
		const causes = found.get(row.skill)?.get(row.student);
		return {
			student,
			skills,
			coin: coach.coin,
			...(coach.checks ? { checks: coach.checks } : {}),
			bandLow: coach.band.low,
			bandHigh: coach.band.high,
			unit: coach.unit,
			...(causes ? { causes } : {}),
			...loadGround(loads.get(row.student)),
			worked: (digests.get(row.student)?.worked ?? []).map(({ text }) => text),
			...(used.has(row.id) ? { used: used.get(row.id) } : {}),
		};
	};
	const packed = await Promise.all(
		ladders.map(async (row) => {
			if (!worked.has(row.id)) return packLadder(row, row.rail, row.last, around(row));
			const others = (await digestsFor(store, { ladder: row.id })).filter((digest) => digest.lesson !== without);
			const before = digestLadder(row.id, others, serverDay());
			return packLadder(row, foldRail(row.id, row.ladder, before), before.last, around(row));
		}),
	);
	const pages = await packPages(store, lastDays(packed));
	return {
		studio,
		lamport: await highestPlace(store),
		students: students.map(({ id, student }) => {
			const last = lastOnes.get(id);
			const cues = keys.get(id);
			const worked = digests.get(id)?.worked ?? [];
			const page = pages.get(id);
			return {
				id,
				student,
				...(last ? { last } : {}),
				...(cues ? { cues } : {}),
				...(page ? { page } : {}),
				...(worked.length > 0 ? { worked } : {}),
			};
		}),
		ladders: packed,
		promises,
		parked,
		...ofTheCoach(coach),
		...(await languagesOf(store, students)),
		plans: plansIn(plans, await solutions(store, plans)),
		open: open.map(({ lesson, students: who, day }) => ({ lesson, students: who, day })),
	};
}

/** Plans as a lesson takes them along; what cannot be solved, or is not solved yet, is left out. */
const plansIn = (plans: readonly PlanRow[], solutions: ReadonlyMap<string, SolvedPlan>): NonNullable<Pack["plans"]> =>
	plans.flatMap(({ id, plan }) => {
		const solved = solutions.get(id);
		const taken = solved ? takePlan(id, plan, solved) : null;
		const { day, students: who, minutes, wish } = plan;
		return taken ? [{ day, students: who, minutes, wish, taken }] : [];
	});

/** What is said again and again, and how notes are written, where the coach has set it. */
const ofTheCoach = ({ remind = [], note }: Coach): Pick<Pack, "again" | "note"> => ({
	...(remind.length > 0 ? { again: remind.map(({ words, every }) => ({ words, every, of: "minutes" as const })) } : {}),
	...(note ? { note } : {}),
});

/** The languages of these students, each once. */
async function languagesOf(
	store: Store,
	students: readonly { student: { language?: string | undefined } }[],
): Promise<Pick<Pack, "languages">> {
	const languages = await spokenBy(
		store,
		students.map(({ student }) => student.language),
	);
	return languages.length > 0 ? { languages } : {};
}

/** The day of each student's last lesson, on whichever ladder. */
function lastDays(ladders: readonly Pick<PackLadder, "student" | "last">[]): Map<string, string> {
	const days = new Map<string, string>();
	for (const { student, last } of ladders)
		if (last && last.day > (days.get(student) ?? "")) days.set(student, last.day);
	return days;
}

/** As many days as a rolling week has, and one for a device on another side of midnight. */
const MOST_DAYS_BEFORE = 8;

/** A student's limits, with what each part took on the days before, for a device that goes on counting. */
function loadGround(on: LimitsOn | undefined): Pick<Around, "reached" | "load"> {
	if (!on) return {};
	// What a phone with a wrong clock dated far ahead is no day before this lesson.
	const days = on.before.filter(({ day }) => day <= dayAfter(serverDay(), 1));
	const load = on.limits.map((limit) => ({
		...limit,
		before: days
			.flatMap(({ day, parts }) => {
				const taken = parts[limit.part] ?? 0;
				return taken > 0 ? [{ day, load: taken }] : [];
			})
			.slice(-MOST_DAYS_BEFORE),
	}));
	return { reached: on.reached, load };
}

async function laddersIn({ db }: Store, lesson: string | null): Promise<Set<string>> {
	if (!lesson) return new Set();
	const rows = await db
		.select({ ladder: t.lessonWork.ladder })
		.from(t.lessonWork)
		.where(and(eq(t.lessonWork.lesson, lesson), ne(t.lessonWork.ladder, "")));
	return new Set(rows.map((row) => row.ladder));
}
