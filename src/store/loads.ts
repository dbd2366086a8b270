import { and, eq, gte, inArray, ne, type SQL } from "drizzle-orm";
import type { Rung } from "@/core/ladder/rung";
import { COACH, filledIn, type RungNow } from "@/core/load/inLesson";
import {
	type AgeLimit,
	addDays,
	type LoadDay,
	type LoadLimit,
	limitsFor,
	type Raise,
	type Reached,
	raisedOn,
	reachedOn,
	timesTries,
} from "@/core/load/load";
import type { Body } from "@/core/log/kinds";
import type { Student } from "@/core/people/student";
import { dayAfter } from "@/core/text/fields";
import type { Store } from "./db";
import * as t from "./schema";
import { holds } from "./takenBack";

/** What lessons put on somebody, a day each, from their digests. */
async function lessonLoads(db: Store["db"], who: string, where: SQL | undefined): Promise<LoadDay[]> {
	const lessons = await db
		.selectDistinct({ lesson: t.lessonWork.lesson, day: t.lessonWork.day, body: t.lessonDigest.body })
		.from(t.lessonWork)
		.innerJoin(t.lessonDigest, eq(t.lessonDigest.lesson, t.lessonWork.lesson))
		.where(where);
	const tried = lessons.map(({ day, body }) => ({ day, load: body.load?.[who], rungs: body.rungLoads?.[who] ?? [] }));
	const now = await rungsNow(
		db,
		tried.flatMap(({ rungs }) => rungs.map(({ ladder }) => ladder)),
	);
	return tried.flatMap(({ day, load, rungs }): LoadDay[] => {
		const filled = filledIn(rungs, now);
		return [
			...(load ? [{ day, parts: load }] : []),
			...(Object.keys(filled).length > 0 ? [{ day, parts: filled }] : []),
		];
	});
}

/** What rungs of some ladders load as they stand now, by ladder and rung. */
async function rungsNow(db: Store["db"], ladders: readonly string[]): Promise<Map<string, RungNow>> {
	const some = [...new Set(ladders)];
	const now = new Map<string, RungNow>();
	for (let i = 0; i < some.length; i += 500)
		for (const { id, body } of await db
			.select({ id: t.ladder.id, body: t.ladder.body })
			.from(t.ladder)
			.where(inArray(t.ladder.id, some.slice(i, i + 500))))
			for (const { id: rung, settings } of (body as { rungs: Rung[] }).rungs) now.set(`${id}/${rung}`, settings);
	return now;
}

/** What lessons and practice put on a student's parts since a day, by the day. Needs the projections up to date. */
export async function loadSince(
	{ db }: Store,
	student: string,
	since: string,
	without: string | null = null,
): Promise<LoadDay[]> {
	const held = await lessonLoads(
		db,
		student,
		and(eq(t.lessonWork.student, student), gte(t.lessonWork.day, since), ne(t.lessonWork.lesson, without ?? "")),
	);
	return addDays(held, await practiceLoad(db, student, since));
}

/** What feeding put on the coach since a day. */
export async function coachLoadSince({ db }: Store, since: string): Promise<LoadDay[]> {
	return addDays(await lessonLoads(db, COACH, gte(t.lessonWork.day, since)));
}

/** Limits that were raised since a day, by the student. */
export async function raisesSince({ db }: Store, since: string): Promise<Map<string, Raise[]>> {
	const rows = await db
		.select({ student: t.event.student, day: t.event.localDay, body: t.event.body })
		.from(t.event)
		.where(and(eq(t.event.kind, "load.raised"), gte(t.event.localDay, since), holds));
	const raises = new Map<string, Raise[]>();
	for (const { student, day, body } of rows)
		if (student) raises.set(student, [...(raises.get(student) ?? []), { ...(body as Body<"load.raised">), day }]);
	return raises;
}

/** Practice loads as its rung does in a lesson; a drill of its own, or of a rung that is gone, loads nothing that is known. */
async function practiceLoad(db: Store["db"], student: string, since: string): Promise<LoadDay[]> {
	const entries = await db
		.select({ day: t.event.localDay, rung: t.event.rung, ladder: t.event.ladder, body: t.event.body })
		.from(t.event)
		.where(and(eq(t.event.student, student), eq(t.event.kind, "practice"), gte(t.event.localDay, since), holds));
	const ladders = [...new Set(entries.flatMap(({ ladder }) => ladder ?? []))];
	if (ladders.length === 0) return [];
	const now = await rungsNow(db, ladders);
	return entries.map(({ day, ladder, rung, body }) => ({
		day,
		parts: timesTries(now.get(`${ladder}/${rung}`)?.loads ?? {}, (body as Body<"practice">).tries),
	}));
}

/** What stands against somebody's limits on a day. */
export interface LimitsOn {
	/** As they hold that day, raises included. */
	limits: LoadLimit[];
	days: LoadDay[];
	/** Those days without the lesson that knows of itself. */
	before: LoadDay[];
	raises: Raise[];
	reached: Reached[];
}

/** A day's limits of the students who have any, by the student; `without` is the lesson that knows of itself. */
export async function limitsOn(
	store: Store,
	students: readonly { id: string; student: Pick<Student, "loadLimits" | "born"> }[],
	{
		byAge = [],
		day,
		without = null,
	}: { byAge?: readonly AgeLimit[] | undefined; day: string; without?: string | null },
): Promise<Map<string, LimitsOn>> {
	const since = dayAfter(day, -6);
	const limited = students.flatMap(({ id, student }) => {
		const usual = limitsFor(student, byAge, day);
		return usual.length > 0 ? [{ id, usual }] : [];
	});
	if (limited.length === 0) return new Map();
	const all = await raisesSince(store, since);
	return new Map(
		await Promise.all(
			limited.map(async ({ id, usual }) => {
				const days = await loadSince(store, id, since);
				const before = without ? await loadSince(store, id, since, without) : days;
				const raises = all.get(id) ?? [];
				const limits = raisedOn(usual, raises, day);
				return [id, { limits, days, before, raises, reached: reachedOn(days, limits, day) }] as const;
			}),
		),
	);
}
