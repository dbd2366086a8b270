import type { Coach } from "@/core/coach/coach";
import { type PegDay, pegDays } from "@/core/digest/ladderDigest";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import { type Agreement, agreement } from "@/core/insight/agreement";
import {
	type BothSides,
	bothSides,
	type Compared,
	compare,
	contestOf,
	type DaysOn,
	LATELY_DAYS,
	lately,
	rungLessons,
	sumTries,
} from "@/core/insight/beside";
import { type CueEffect, type CueRun, cueEffect, cueRuns, type RankedCue, rankCues } from "@/core/insight/cueEffect";
import { type GoesWith, goesWith } from "@/core/insight/goesWith";
import { type SeenVisit, seenIn } from "@/core/insight/seen";
import { type ThenNow, thenAndNow } from "@/core/insight/thenNow";
import type { Ladder } from "@/core/ladder/ladder";
import type { Rail } from "@/core/ladder/rail";
import { sideWords } from "@/core/people/student";
import type { OpenRung } from "@/core/plan/cost";
import { openRungs } from "@/core/plan/openRungs";
import type { LadderOutlook } from "@/core/plan/outlook";
import { ratesOn } from "@/core/plan/rates";
import type { PracticeAct } from "@/core/practice/acts";
import { readSides } from "@/core/skill/sides";
import { causeWords, type Skill } from "@/core/skill/skill";
import { dayAfter } from "@/core/text/fields";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { type LadderRow, type Railed, railedLadders } from "@/store/ladders";
import { lessonsOf, lessonView } from "@/store/lessons";
import { listAssignments } from "@/store/practice";
import { practiceActs } from "@/store/practiceEntries";
import { type CauseMarks, causeMarks } from "@/store/said";
import { listStills, type StillRow } from "@/store/stills";
import { findStudent } from "@/store/students";
import { bookedLessons, LESSONS, type OtherStudent, otherStudents, outlooks } from "./readOutlook";
import { upToDate } from "./store";

/** Lessons that are read try by try. */
const READ = 40;
/** Lessons of each other student that the coach's way of correcting is told from. */
const OTHERS_READ = 8;

export interface RungProgress extends ThenNow {
	rung: string;
	name: string;
	place: number;
	/** What it came to where it was not done as it is: beside the rest, never in it. */
	apart?: Rail["holes"][number]["apart"];
}

export interface LadderProgress {
	id: string;
	skill: string;
	called: string;
	ladder: Ladder;
	holes: Rail["holes"];
	way: PegDay[];
	rungs: RungProgress[];
	/** What comes is told from this. */
	outlook: LadderOutlook;
	/** Rungs from the peg to the one under the top, with the rates to be expected on them. */
	open: OpenRung[];
	/** The other side's ladder, where there is one: rung by rung what both sides did lately. */
	sides: BothSides | null;
	home: Compared[];
	contest: Compared | null;
	goesWith: (GoesWith & {
		names: [earlier: string, later: string];
		believed: boolean;
		/** Other reasons that the skill names for the later one's faults, with what was found of each for this student. */
		causes: { words: string; mark: CauseMarks[string] | null }[];
	})[];
	/** Pairs of positions of which enough was seen. */
	asked: number;
}

export interface CuesTold {
	effect: CueEffect | null;
	cued: number;
	uncued: number;
	words: RankedCue[];
	kinds: RankedCue[];
}

export interface ProgressProps {
	student: { id: string; name: string };
	day: string;
	lessons: number;
	ladders: LadderProgress[];
	cues: CuesTold;
	/** The same of students together, this one among them. */
	cuesOfAll: CuesTold & { students: number };
	/** Day of the next lesson in the calendar. */
	next: string | null;
	agreements: ({ position: string } & Agreement)[];
	/** Stills of held positions, the oldest first. */
	stills: StillRow[];
}

export async function readProgress(id: string): Promise<ProgressProps | null> {
	const open = await upToDate();
	const who = await findStudent(open, id);
	if (!who) return null;
	const [rows, lessons, booked, others, { coach }] = await Promise.all([
		railedLadders(open, { students: [id] }),
		lessonsOf(open, id, LESSONS),
		bookedLessons(open, id),
		otherStudents(open, id),
		findCoach(open),
	]);
	const othersRuns = await runsOfOthers(open, others);
	const inUse = rows.filter((row) => !row.archived);
	const views = await viewsOf(open, lessons.slice(0, READ));
	const seen = views.flatMap(({ digest, view }) => seenIn(digest.lesson, digest.day, view, id));
	const runs = cueRuns(seen);
	const home = await homeOf(open, id);
	const sides = new Map(inUse.map((row) => [row.id, rungLessons(row.id, lessons)]));
	const marks = new Map(
		await Promise.all(
			[...new Set(inUse.map(({ skill }) => skill))].map(
				async (skill) => [skill, (await causeMarks(open, skill)).get(id) ?? {}] as const,
			),
		),
	);
	const ahead = outlooks({ rows: inUse, lessons, booked, others });
	const known = {
		lessons,
		seen,
		home,
		strong: who.student.strongSide,
		rows: inUse,
		daysOn: sides,
		marks,
		ahead,
		coach,
	};
	return {
		student: { id, name: who.student.name },
		day: serverDay(),
		lessons: lessons.length,
		ladders: inUse.map((row) => ladderProgress(row, known)),
		cues: cuesTold(runs, [...runs, ...othersRuns.flat()]),
		cuesOfAll: {
			...cuesTold([...runs, ...othersRuns.flat()]),
			students: 1 + othersRuns.filter((one) => one.length > 0).length,
		},
		next: booked[0]?.day ?? null,
		agreements: agreementsIn(inUse, views),
		stills: await listStills(open, id),
	};
}

const cuesTold = (runs: readonly CueRun[], coach: readonly CueRun[] = runs): CuesTold => ({
	effect: cueEffect(runs, coach),
	cued: runs.filter(({ cue }) => cue !== null).length,
	uncued: runs.filter(({ cue }) => cue === null).length,
	words: rankCues(runs, ({ words }) => words || null),
	kinds: rankCues(runs, ({ of }) => of),
});

interface Viewed {
	digest: LessonDigest;
	view: NonNullable<Awaited<ReturnType<typeof lessonView>>>;
}

async function viewsOf(open: Store, digests: readonly LessonDigest[]): Promise<Viewed[]> {
	const views = await Promise.all(
		digests.map(async (digest) => ({ digest, view: await lessonView(open, digest.lesson) })),
	);
	return views.flatMap(({ digest, view }) => (view ? [{ digest, view }] : [])).reverse();
}

/** How the coach corrects other students: the runs after each cue, a list a student. */
const runsOfOthers = (open: Store, others: readonly OtherStudent[]): Promise<CueRun[][]> =>
	Promise.all(
		others.map(async ({ id, lessons }) => {
			const views = await viewsOf(open, lessons.slice(0, OTHERS_READ));
			return cueRuns(views.flatMap(({ digest, view }) => seenIn(digest.lesson, digest.day, view, id)));
		}),
	);

type Entry = Extract<PracticeAct, { kind: "done" }>["body"] & { rung: string | null };

/** What was done at home lately, by the rung it was for. */
async function homeOf(open: Store, student: string): Promise<Entry[]> {
	const since = dayAfter(serverDay(), -LATELY_DAYS);
	const rows = await listAssignments(open, student);
	const all = await Promise.all(
		rows.map(async (row) => {
			const rungs = new Map([
				...row.history.flatMap(({ drills }) => drills.map(({ item, rung }) => [item, rung] as const)),
				...row.assignment.items.map(({ id, rung }) => [id, rung] as const),
			]);
			return (await practiceActs(open, row)).flatMap((act): Entry[] =>
				act.kind === "done" && act.body.day >= since ? [{ ...act.body, rung: rungs.get(act.body.item) ?? null }] : [],
			);
		}),
	);
	return all.flat();
}

interface Known {
	strong: "left" | "right";
	lessons: readonly LessonDigest[];
	seen: readonly SeenVisit[];
	home: readonly Entry[];
	rows: readonly (LadderRow & Railed)[];
	/** Lessons by rung, by ladder. */
	daysOn: ReadonlyMap<string, DaysOn>;
	/** What was found of candidate causes for the student, by the skill. */
	marks: ReadonlyMap<string, CauseMarks>;
	ahead: ReadonlyMap<string, LadderOutlook>;
	coach: Coach;
}

function ladderProgress(row: LadderRow & Railed, known: Known): LadderProgress {
	const { ladder, rail, followed } = row;
	const { lessons, strong } = known;
	const sees = { side: ladder.side, strong };
	const daysOn = known.daysOn.get(row.id) ?? (new Map() as DaysOn);
	const way = pegDays(row.id, lessons);
	const nameOf = (rung: string) => readSides(ladder.rungs.find(({ id }) => id === rung)?.settings.name ?? "", sees);
	const order = followed.positions.map(({ id }) => id);
	const { found, asked } = goesWith(
		known.seen.filter((visit) => visit.ladder === row.id),
		order,
	);
	const called = (position: string) => {
		const one = followed.positions.find(({ id }) => id === position);
		return one?.short || one?.name || "a deleted position";
	};
	return {
		id: row.id,
		skill: followed.name,
		called: ladder.side === "none" ? followed.name : `${followed.name}, ${sideWords(ladder.side, strong)}`,
		ladder,
		holes: rail.holes,
		way,
		rungs: ladder.rungs.flatMap(({ id }, place) => {
			const told = thenAndNow(daysOn.get(id) ?? []);
			const apart = rail.holes[place]?.apart;
			return told ? [{ ...told, rung: id, name: nameOf(id), place, ...(apart ? { apart } : {}) }] : [];
		}),
		outlook: known.ahead.get(row.id) as LadderOutlook,
		open: openRungs(
			{ rungs: ladder.rungs, holes: rail.holes, positions: followed.positions },
			rail.pegIndex,
			ratesOn({ rungs: ladder.rungs, holes: rail.holes, difficulties: ladder.difficulties }, known.coach, serverDay()),
		).slice(0, -1),
		sides: bothSides(row, { ...known, today: serverDay() }, nameOf),
		home: ladder.rungs.flatMap(({ id }) => {
			const one = compare(
				nameOf(id),
				sumTries(known.home.filter(({ rung }) => rung === id)),
				sumTries(lately(daysOn.get(id), serverDay())),
			);
			return one ? [one] : [];
		}),
		contest: contestOf(ladder, daysOn),
		goesWith: found.map((one) => ({
			...one,
			names: [called(one.earlier), called(one.later)],
			believed: followed.positions.some(({ id, origin }) => id === one.later && origin === one.earlier),
			causes: causesOf(followed, one.later, known.marks.get(row.skill) ?? {}, (words) => readSides(words, sees)),
		})),
		asked,
	};
}

/** Candidate causes of a position's faults, in the skill's own order, with what was found of them. */
const causesOf = (
	skill: Skill,
	position: string,
	marks: CauseMarks,
	say: (words: string) => string,
): LadderProgress["goesWith"][number]["causes"] =>
	(skill.positions.find(({ id }) => id === position)?.faults ?? []).flatMap(({ causes }) =>
		causes.map(({ id, words, kind }) => ({ words: say(words) || causeWords[kind], mark: marks[id] ?? null })),
	);

/** Where coach and partner logged the same set apart: whether they saw the same, position by position. */
function agreementsIn(rows: readonly (LadderRow & Railed)[], views: readonly Viewed[]): ProgressProps["agreements"] {
	const names = new Map(
		rows.flatMap(({ followed }) => followed.positions.map(({ id, short, name }) => [id, short || name])),
	);
	const pairs = new Map<string, { one: boolean; other: boolean }[]>();
	for (const { view } of views)
		for (const visit of view.visits) {
			const own = visit.tries.filter((t) => !t.apart);
			const theirs = visit.tries.filter((t) => t.apart);
			// Try by try only where both logged as many: else nobody knows which is which.
			if (theirs.length === 0 || own.length !== theirs.length) continue;
			own.forEach((mine, i) => {
				for (const { id } of visit.placing.positions) {
					const isOff = (t: typeof mine | undefined) => t?.body.off.some(({ position }) => position === id) ?? false;
					pairs.set(id, [...(pairs.get(id) ?? []), { one: isOff(mine), other: isOff(theirs[i]) }]);
				}
			});
		}
	return [...pairs].flatMap(([id, both]) => {
		const told = agreement(both);
		return told ? [{ position: names.get(id) ?? "a deleted position", ...told }] : [];
	});
}
