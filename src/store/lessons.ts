import { and, asc, eq, gt, gte, lt, max, ne, or, sql } from "drizzle-orm";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import { isDoubtful, SET_CLOCKS_FROM } from "@/core/log/days";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import type { LessonView } from "@/core/log/view";
import { dayAfter } from "@/core/text/fields";
import { ERASED } from "./bulk/tables";
import type { Store } from "./db";
import { asEvent, eventsAfter } from "./events";
import * as t from "./schema";
import { holds } from "./takenBack";

/** One lesson, folded from its events; null when nothing of it ever arrived. */
export async function lessonView(store: Store, lesson: string): Promise<LessonView | null> {
	const { events } = await eventsAfter(store, 0, lesson);
	return events.length > 0 ? foldLesson(events) : null;
}

/** Several lessons, folded from their events in one query; those of which nothing is here are not in it. */
export async function lessonViews({ db }: Store, lessons: readonly string[]): Promise<Map<string, LessonView>> {
	const rows = await db
		.select()
		.from(t.event)
		.where(
			and(
				sql`${t.event.lesson} in (select value from json_each(${JSON.stringify(lessons)}))`,
				ne(t.event.kind, ERASED),
			),
		)
		.orderBy(asc(t.event.arrival));
	const events = new Map<string, LogEvent[]>();
	for (const row of rows) {
		const theirs = events.get(row.lesson ?? "") ?? [];
		theirs.push(asEvent(row));
		events.set(row.lesson ?? "", theirs);
	}
	return new Map([...events].map(([lesson, log]) => [lesson, foldLesson(log)]));
}

/** By the rung, the most good ones of a tally of so many seconds that holds. Needs the projections up to date. */
export async function bestInSeconds(
	{ db }: Store,
	rungs: readonly string[],
	seconds: number,
): Promise<Record<string, number>> {
	const rows = await db
		.select({ rung: t.event.rung, best: sql<number>`max(json_extract(${t.event.body}, '$.good'))` })
		.from(t.event)
		.where(
			and(
				eq(t.event.kind, "tally"),
				sql`${t.event.rung} in (select value from json_each(${JSON.stringify(rungs)}))`,
				sql`json_extract(${t.event.body}, '$.seconds') = ${seconds}`,
				holds,
			),
		)
		.groupBy(t.event.rung);
	return Object.fromEntries(rows.flatMap(({ rung, best }) => (rung ? [[rung, best]] : [])));
}

/** Which of these lessons something is here of. */
export async function lessonsKnown({ db }: Store, ids: readonly string[]): Promise<string[]> {
	const rows = await db
		.selectDistinct({ lesson: t.event.lesson })
		.from(t.event)
		.where(sql`${t.event.lesson} in (select value from json_each(${JSON.stringify(ids)}))`);
	return rows.flatMap(({ lesson }) => lesson ?? []);
}

/** Lessons that were opened and not yet closed, oldest first. */
export async function openLessons({ db }: Store): Promise<LessonDigest[]> {
	const rows = await db
		.select({ body: t.lessonDigest.body })
		.from(t.lessonDigest)
		.where(and(eq(t.lessonDigest.closed, false), eq(t.lessonDigest.opened, true)))
		.orderBy(t.lessonDigest.day, t.lessonDigest.lesson)
		.limit(20);
	return rows.map((row) => row.body);
}

/** Lessons on days that nobody can believe, until the coach says so: kept, shown, and deciding nothing. */
export async function doubtfulLessons({ db }: Store, today: string, atMost: number): Promise<LessonDigest[]> {
	const { day, body } = t.lessonDigest;
	const rows = await db
		.select({ body })
		.from(t.lessonDigest)
		.where(
			and(
				or(gt(day, dayAfter(today, 1)), and(lt(day, SET_CLOCKS_FROM), ne(day, ""))),
				sql`json_extract(${body}, '$.sure') is null`,
			),
		)
		// The plus keeps the order from being read off the key: that would look at every lesson there is.
		.orderBy(sql`+${t.lessonDigest.lesson}`)
		.limit(atMost);
	return rows.map((row) => row.body).filter((digest) => isDoubtful(digest, today));
}

/** A student's lessons, latest first; before a place in that order, if one is given. */
export async function lessonsOf(
	{ db }: Store,
	student: string,
	atMost: number,
	before?: { day: string; lesson: string },
): Promise<LessonDigest[]> {
	const { day, lesson } = t.lessonWork;
	const rows = await db
		.selectDistinct({ day, lesson, body: t.lessonDigest.body })
		.from(t.lessonWork)
		.innerJoin(t.lessonDigest, eq(t.lessonDigest.lesson, lesson))
		.where(
			and(
				eq(t.lessonWork.student, student),
				before ? or(lt(day, before.day), and(eq(day, before.day), lt(lesson, before.lesson))) : undefined,
			),
		)
		.orderBy(sql`${day} desc`, sql`${lesson} desc`)
		.limit(atMost);
	return rows.map((row) => row.body);
}

/** What lessons of a day, or of a later one by somebody's clock, have used of each rung's limit: by the ladder. */
export async function usedSince(
	{ db }: Store,
	day: string,
	without: string | null,
): Promise<Map<string, { day: string; rung: string; tries: number }[]>> {
	const rows = await db
		.select({ body: t.lessonDigest.body })
		.from(t.lessonDigest)
		.where(gte(t.lessonDigest.day, day))
		.limit(200);
	const used = new Map<string, { day: string; rung: string; tries: number }[]>();
	for (const { lesson, fromCard, rungs, day: on } of rows.map(({ body }) => body)) {
		if (lesson === without || fromCard) continue;
		for (const { ladder, rung, tried } of rungs)
			if (ladder && tried > 0) used.set(ladder, [...(used.get(ladder) ?? []), { day: on, rung, tries: tried }]);
	}
	return used;
}

/** How long each student's last lesson was to be, and what was wished for. */
export async function lastOpenings({ db }: Store): Promise<Map<string, { minutes: number | null; wish: string }>> {
	const rows = await db
		.selectDistinct({
			student: t.studentDigest.student,
			minutes: sql<number | null>`json_extract(${t.lessonDigest.body}, '$.minutes')`,
			// With several there each has their own; who said none has none.
			wish: sql<string>`coalesce(
				(select json_extract(w.value, '$.wish') from json_each(${t.lessonDigest.body}, '$.wishes') w
					where json_extract(w.value, '$.student') = ${t.studentDigest.student}),
				case when json_array_length(${t.lessonDigest.body}, '$.students') > 1 then ''
					else json_extract(${t.lessonDigest.body}, '$.wish') end)`,
		})
		.from(t.studentDigest)
		.innerJoin(
			t.lessonWork,
			and(eq(t.lessonWork.student, t.studentDigest.student), eq(t.lessonWork.day, t.studentDigest.last)),
		)
		.innerJoin(t.lessonDigest, eq(t.lessonDigest.lesson, t.lessonWork.lesson));
	return new Map(rows.map(({ student, minutes, wish }) => [student, { minutes, wish }]));
}

export interface StudentDigest {
	student: string;
	lessons: number;
	last: string | null;
	next: string | null;
	/** When on that day, where it was said. */
	nextTime: string | null;
	/** The zone that day and hour were said in. */
	nextZone: string | null;
	/** Cues that worked for them lately, the best first. */
	worked: { text: string; share: number }[] | null;
}

/** When each student was last here and comes next. */
export async function studentDigests({ db }: Store): Promise<Map<string, StudentDigest>> {
	return new Map((await db.select().from(t.studentDigest)).map((row) => [row.student, row]));
}

/** When the last thing was written in a lesson, by the clock of the device it was written on. */
export async function lessonLastAt({ db }: Store, lesson: string): Promise<string | null> {
	const [row] = await db
		.select({ at: max(t.event.at) })
		.from(t.event)
		.where(eq(t.event.lesson, lesson));
	return row?.at ?? null;
}
