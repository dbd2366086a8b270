import type { Coach } from "@/core/coach/coach";
import { limitsOf } from "@/core/ladder/limits";
import { pastTries } from "@/core/ladder/pastTries";
import { easedNow } from "@/core/ladder/rail";
import type { Reached } from "@/core/load/load";
import { sideWords } from "@/core/people/student";
import { gather, type KnownLadder, type KnownStudent } from "@/core/plan/candidates";
import { paceOf } from "@/core/plan/pace";
import type { LessonPlan } from "@/core/plan/plan";
import type { PlanLimits } from "@/core/plan/planLimits";
import type { SolvedPlan } from "@/core/plan/solved";
import { readSides } from "@/core/skill/sides";
import { findCoach } from "@/store/coach";
import type { Store } from "@/store/db";
import { keyCues } from "@/store/keyCues";
import { type LadderRow, type Railed, railedLadders } from "@/store/ladders";
import { lastOpenings, lessonsOf, lessonView, studentDigests } from "@/store/lessons";
import { limitsOn } from "@/store/loads";
import { newsFor } from "@/store/pages";
import { findPlan, type PlanRow, plansBefore, plansFrom } from "@/store/plans";
import { openParked, openPromises } from "@/store/said";
import { findStudent, studentNames } from "@/store/students";
import { turnOn } from "./readOutlook";
import { solutionsOf } from "./solving";
import { upToDate } from "./store";

/** Lessons that minutes are learned from: a season's worth is too old, two are too few. */
const LEARNED_FROM = 8;

function known(
	row: LadderRow & Railed,
	student: Parameters<typeof limitsOf>[1] & { strongSide: "left" | "right" },
	day: string,
	leaving: Parameters<typeof pastTries>[2],
	all: readonly LadderRow[],
	reached: readonly Reached[],
): KnownLadder {
	const { ladder, rail, followed } = row;
	const sees = { side: ladder.side, strong: student.strongSide };
	const last = ladder.rungs.find(({ settings }) => readSides(settings.name, sees) === row.last?.rung)?.id ?? null;
	return {
		id: row.id,
		called: ladder.side === "none" ? followed.name : `${followed.name}, ${sideWords(ladder.side, student.strongSide)}`,
		side:
			ladder.side !== "none" && all.some((one) => one.id !== row.id && one.skill === row.skill) ? ladder.side : null,
		begins: ladder.begins ?? "at the peg",
		rungs: ladder.rungs,
		holes: rail.holes,
		pegIndex: rail.pegIndex,
		last,
		limits: limitsOf(ladder.rungs, student, reached, easedNow(row.rail)),
		tries: (at) => pastTries(rail.holes[at] ?? null, day, leaving),
		name: (at) => readSides(ladder.rungs[at]?.settings.name ?? "", sees),
	};
}

async function knowStudent(
	open: Store,
	id: string,
	day: string,
	coach: Coach,
): Promise<{ known: KnownStudent; cues: string[]; turn: string[] | null } | null> {
	const row = await findStudent(open, id);
	if (!row) return null;
	const loads = await limitsOn(open, [row], { byAge: coach.loadByAge, day });
	const reached = loads.get(id)?.reached ?? [];
	const [ladders, parked, promises, lessons, cues, digests] = await Promise.all([
		railedLadders(open, { students: [id] }),
		openParked(open, id),
		openPromises(open, id),
		lessonsOf(open, id, LEARNED_FROM),
		keyCues(open, [id]),
		studentDigests(open),
	]);
	const home = (await newsFor(open, id, digests.get(id)?.last ?? null))?.news ?? null;
	const views = await Promise.all(lessons.map(({ lesson }) => lessonView(open, lesson)));
	const inUse = ladders.filter((ladder) => !ladder.archived);
	return {
		known: {
			id,
			name: row.student.name,
			wish: row.student.wish,
			parked,
			promises,
			cues: cues.get(id) ?? [],
			home,
			pace: paceOf(
				views.filter((view) => view !== null),
				id,
			),
			ladders: inUse.map((ladder) => known(ladder, row.student, day, coach, inUse, reached)),
		},
		cues: inUse.flatMap(({ last }) => last?.cue ?? []),
		turn: await turnOn(open, id, inUse, day),
	};
}

/**
 * What may be done in a lesson of these students on a day, whose pegs have a part of it, what to watch, and what the
 * plan keeps to.
 *
 * @param kept limits of a plan that is there; the coach's own are left out
 */
export async function gatherFor(
	students: readonly string[],
	day: string,
	kept?: PlanLimits,
): Promise<Pick<LessonPlan, "items" | "ladders" | "watch" | "wish" | "minutes" | "limits" | "sure">> {
	const open = await upToDate();
	const { coach } = await findCoach(open);
	const limits = kept ?? coach.plans?.limits;
	const all = (await Promise.all(students.map((id) => knowStudent(open, id, day, coach)))).filter(
		(one) => one !== null,
	);
	const last = (await lastOpenings(open)).get(students[0] ?? "");
	const ladders = all.flatMap(({ known, turn }) => turn ?? known.ladders.map(({ id }) => id));
	return {
		...(all.some(({ turn }) => turn !== null) ? { ladders } : {}),
		items: gather(
			all.map((one) => one.known),
			day,
			limits,
		),
		...(limits ? { limits } : {}),
		...(coach.plans ? { sure: coach.plans.sure } : {}),
		watch: [...new Set(all.flatMap(({ cues }) => cues))].slice(0, 2),
		wish: all.length === 1 ? (all[0]?.known.wish ?? "") : "",
		minutes: last?.minutes ?? 45,
	};
}

export interface PlanPageProps {
	at: { id: string; rev: number };
	plan: LessonPlan;
	archived: boolean;
	/** Everybody who is here, by id. */
	names: Record<string, string>;
	/** What the plan's students have, and what they lack. */
	kits: { id: string; kit: string; lacks: readonly string[] }[];
	/** Limits of load that are reached on its day, and by whom. */
	enough: { name: string; reached: Reached[] }[];
}

export async function readPlan(id: string): Promise<PlanPageProps | null> {
	const open = await upToDate();
	const [row, people] = await Promise.all([findPlan(open, id), studentNames(open)]);
	if (!row) return null;
	const theirs = await Promise.all(row.plan.students.map((student) => findStudent(open, student)));
	const there = theirs.filter((one) => one !== null);
	const { coach } = await findCoach(open);
	const loads = await limitsOn(open, there, { byAge: coach.loadByAge, day: row.plan.day });
	return {
		at: { id: row.id, rev: row.rev },
		plan: row.plan,
		archived: row.archived,
		kits: there.map((one) => ({ id: one.id, kit: one.student.kit, lacks: one.student.lacks ?? [] })),
		enough: there.flatMap(({ id: student, student: { name } }) => {
			const reached = loads.get(student)?.reached ?? [];
			return reached.length > 0 ? [{ name, reached }] : [];
		}),
		names: Object.fromEntries(people.filter((one) => !one.archived).map((one) => [one.id, one.name])),
	};
}

export interface PlanLine {
	id: string;
	day: string;
	time: string;
	minutes: number;
	who: string;
	/** How many things are in it, and what is amiss where it does not work out. */
	items: number;
	amiss: string | null;
}

const UNSOLVED: SolvedPlan = { placed: [], amiss: "This plan takes too long to work out. Delete some of its items." };

function lineOf({ id, plan }: PlanRow, names: Record<string, string>, { placed, amiss }: SolvedPlan): PlanLine {
	return {
		id,
		day: plan.day,
		time: plan.time,
		minutes: plan.minutes,
		who: plan.students.map((one) => names[one] ?? "a deleted student").join(", "),
		items: placed.length,
		amiss,
	};
}

export interface PlansPageProps {
	day: string;
	coming: PlanLine[];
	past: PlanLine[];
	students: { id: string; name: string }[];
}

export async function readPlans(day: string): Promise<PlansPageProps> {
	const open = await upToDate();
	const [coming, past, people] = await Promise.all([plansFrom(open, day), plansBefore(open, day), studentNames(open)]);
	const names = Object.fromEntries(people.map((one) => [one.id, one.name]));
	const solved = await solutionsOf(open, [...coming, ...past]);
	const line = (row: PlanRow) => lineOf(row, names, solved.get(row.id) ?? UNSOLVED);
	return {
		day,
		coming: coming.map(line),
		past: past.map(line),
		students: people
			.filter((one) => !one.archived)
			.map(({ id, name }) => ({ id, name }))
			.sort((a, b) => a.name.localeCompare(b.name)),
	};
}
