import { type HeldLesson, heldFor, slotOf } from "@/core/calendar/held";
import { letGo } from "@/core/commands/begin";
import type { Drafts } from "@/core/commands/drafts";
import type { SlipAt } from "@/core/commands/slip";
import { ladderLabels } from "@/core/ladder/label";
import type { LastTime } from "@/core/ladder/lastTime";
import { type Rail, readRail } from "@/core/ladder/rail";
import type { Reminders } from "@/core/log/reminders";
import type { HomeNews } from "@/core/practice/news";
import { readSides } from "@/core/skill/sides";
import { dayAfter } from "@/core/text/fields";
import { dueRungs } from "@/core/today/due";
import { orderStudents } from "@/core/today/order";
import { dateQuestion, type Question, questionsOn } from "@/core/today/questions";
import type { Store } from "@/store/db";
import { type LadderRow, ladderQuestions, type Railed, railedLadders } from "@/store/ladders";
import { digestsFor } from "@/store/lessonDigests";
import { doubtfulLessons, lessonView, openLessons, studentDigests } from "@/store/lessons";
import { newsFor } from "@/store/pages";
import { waitingRemarks } from "@/store/practiceEntries";
import { openParked, openPromises } from "@/store/said";
import { findStudent, studentNames } from "@/store/students";
import { studioMark } from "@/store/studio";
import { type WeekRow, weekFrom, withRails } from "./readCalendar";
import { upToDate } from "./store";

export interface TodayLadder {
	id: string;
	/** Its own name, or its skill and its side: no two of one student read the same. */
	what: string;
	rail: Rail;
	last: LastTime | null;
}

export interface TodayStudent {
	id: string;
	name: string;
	/** Day of the next lesson, if one was set. */
	next: string | null;
	ladders: TodayLadder[];
	/** Their lesson of today is open. */
	isOpen: boolean;
	/** The next lesson in the calendar, of those not held yet. */
	lesson:
		| (Pick<WeekRow, "booking" | "on" | "day" | "time" | "at" | "minutes" | "place" | "plan" | "clash" | "students"> & {
				/** The others who come. */
				beside: string[];
		  })
		| null;
	/** What they want, where they said it. */
	wish: string;
	/** What came from home since the last lesson, of whoever is next. */
	home: { page: string; news: HomeNews } | null;
}

export interface TodayProps {
	studio: { id: string; demo: boolean };
	day: string;
	open: { lesson: string; names: string; tries: number; day: string; letGo: Drafts | null }[];
	/** Whose lessons come first. */
	students: TodayStudent[];
	/** Students beyond those, in use. */
	more: number;
	names: Record<string, string>;
	keeping: Pick<Reminders, "promises" | "parked">;
	decide: Question[];
	/** Passed rungs of those shown that want to be looked at again, the longest due first. */
	due: { ladder: string; who: string; rung: string; due: string; slip: SlipAt | null }[];
	/** What students said with their practice, and nobody answered. */
	practice: { assignment: string; who: string; day: string; remark: string }[];
	/** Lessons in the calendar, today's; those of the six days after, where they are few enough to be read at once. */
	week: { now: WeekRow[]; rest: WeekRow[] | null; lessons: number; open: number };
}

/** The days after today that are looked at. */
const WEEK_DAYS = 7;
/** More rows are asked for by a press. */
const ROWS_AT_ONCE = 12;
const DUE_SHOWN = 5;
const SOMEBODY = "somebody";
/** A remark that nobody answered for so long is not answered any more. */
const REMARK_DAYS = 30;

/** As many lessons as a long day holds, and as many lines as a glance. */
const SHOWN = 8;

/** Everything the Today screen asks: who is next, what is due, what needs a decision. */
export async function readToday(day: string): Promise<TodayProps> {
	const store = await upToDate();
	const [studio, people, digests, open, promises, parked, week, said, held] = await Promise.all([
		studioMark(store),
		studentNames(store),
		studentDigests(store),
		openLessons(store),
		openPromises(store, undefined, SHOWN),
		openParked(store, undefined, SHOWN),
		weekFrom(store, day, WEEK_DAYS),
		waitingRemarks(store, dayAfter(day, -REMARK_DAYS), DUE_SHOWN),
		digestsFor(store, { from: day, to: day }),
	]);
	const here = people.filter((person) => !person.archived);
	const names = Object.fromEntries(people.map(({ id, name }) => [id, name]));
	// What the calendar says goes before what was said at a wrap-up.
	const inCalendar = nextOf(week, held);
	const next = (id: string) => inCalendar.get(id)?.day ?? digests.get(id)?.next ?? null;
	const hour = (id: string) => {
		const row = inCalendar.get(id);
		return row ? `${row.day} ${row.time}` : next(id);
	};
	const inLesson = new Set(open.flatMap((lesson) => (lesson.day === day ? lesson.students : [])));
	const inOrder = orderStudents(here, hour, inLesson);
	const shown = inOrder.slice(0, SHOWN);
	const wishes = new Map(
		await Promise.all(
			shown.slice(0, 1).map(async ({ id }) => [id, (await findStudent(store, id))?.student.wish ?? ""] as const),
		),
	);
	const first = shown[0];
	const home = first ? await newsFor(store, first.id, digests.get(first.id)?.last ?? null) : null;
	const ladders = (await railedLadders(store, { students: shown.map(({ id }) => id) })).filter((row) => !row.archived);
	const labels = ladderLabels(
		ladders.map((row) => {
			const { name, side } = row.ladder;
			return { ...row, name, side, skill: readSides(row.followed.name, { side, strong: row.strong }) };
		}),
		people,
	);
	return {
		studio,
		day,
		names,
		students: shown.map(({ id, name }) => ({
			id,
			name,
			next: next(id),
			isOpen: inLesson.has(id),
			lesson: lessonOf(inCalendar.get(id), id, names),
			wish: wishes.get(id) ?? "",
			home: id === first?.id ? home : null,
			ladders: ladders
				.filter((ladder) => ladder.student === id)
				.map((row) => todayLadder(row, labels.get(row.id)?.what ?? "")),
		})),
		more: inOrder.length - shown.length,
		open: await Promise.all(
			open.toReversed().map(async ({ lesson, students, attempts, day: begun }) => ({
				lesson,
				names: students.map((id) => names[id] ?? SOMEBODY).join(", ") || "Quick count, no student yet",
				tries: attempts,
				day: begun || day,
				letGo: attempts === 0 ? await lettingGo(store, lesson) : null,
			})),
		),
		keeping: { promises, parked },
		decide: await questions(store, names, day),
		due: dueRungs(
			ladders.map(({ ladder, strong, ...row }) => ({ ...row, sides: { side: ladder.side, strong } })),
			day,
		)
			.slice(0, DUE_SHOWN)
			.map(({ student, ...one }) => ({ ...one, who: names[student] ?? SOMEBODY })),
		practice: said.map(({ student, ...one }) => ({ ...one, who: names[student] ?? SOMEBODY })),
		week: await inShort(store, week, day, { students: shown.map(({ id }) => id), ladders }),
	};
}

/** Each student's next lesson of the week, of those that were not held yet. */
function nextOf(week: readonly WeekRow[], held: readonly HeldLesson[]): Map<string, WeekRow> {
	const had = heldFor(week, held);
	return new Map(
		week
			.toReversed()
			.flatMap((row) => row.students.flatMap((id) => (had.has(slotOf(id, row)) ? [] : [[id, row] as const]))),
	);
}

/** The lesson of a row as one of its students meets it. */
function lessonOf(row: WeekRow | undefined, student: string, names: Record<string, string>): TodayStudent["lesson"] {
	if (!row) return null;
	const { booking, on, day, time, at, minutes, place, plan, clash, students } = row;
	const beside = students.flatMap((id) => (id === student ? [] : [names[id] ?? SOMEBODY]));
	return { booking, on, day, time, at, minutes, place, plan, clash, students, beside };
}

/** A ladder as Today shows it, its words read out for its side and hand. */
function todayLadder({ id, rail, last, ladder, strong }: LadderRow & Railed, what: string): TodayLadder {
	const sides = { side: ladder.side, strong };
	return {
		id,
		what,
		rail: readRail(rail, sides),
		last: last && { ...last, rung: readSides(last.rung, sides) },
	};
}

async function inShort(
	store: Store,
	week: readonly WeekRow[],
	day: string,
	read: Parameters<typeof withRails>[2],
): Promise<TodayProps["week"]> {
	const [now, after] = [week.filter((row) => row.day === day), week.filter((row) => row.day !== day)];
	const few = after.length <= ROWS_AT_ONCE;
	const railed = await withRails(store, few ? [...now, ...after] : now, read);
	return {
		now: railed.slice(0, now.length),
		rest: few ? railed.slice(now.length) : null,
		lessons: after.length,
		open: after.filter(({ plan }) => plan === null).length,
	};
}

/** What lets go of a lesson in which nothing was tried. */
async function lettingGo(store: Store, lesson: string): Promise<Drafts | null> {
	const view = await lessonView(store, lesson);
	return view && letGo(view);
}

async function questions(store: Store, names: Record<string, string>, day: string): Promise<Question[]> {
	const [ids, doubtful] = await Promise.all([ladderQuestions(store), doubtfulLessons(store, day, SHOWN)]);
	const rows = await railedLadders(store, { ids: ids.slice(0, SHOWN) });
	const people = new Map(
		(await Promise.all(rows.map(({ student }) => findStudent(store, student)))).flatMap((one) =>
			one ? [[one.id, one.student] as const] : [],
		),
	);
	return [
		...doubtful.map(({ lesson, students, day: on }) =>
			dateQuestion(lesson, students.map((id) => names[id] ?? SOMEBODY).join(", ") || "Quick count", on),
		),
		...rows.flatMap(({ id, student, followed, rail, outdated, ladder }) =>
			questionsOn({
				id,
				student,
				who: names[student] ?? SOMEBODY,
				person: people.get(student) ?? null,
				skill: followed.name,
				ladder,
				rail,
				outdated,
			}),
		),
	];
}
