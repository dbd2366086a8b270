import { and, eq, gte, inArray } from "drizzle-orm";
import type { Rung } from "@/core/ladder/rung";
import { addDays, type LoadDay, timesTries } from "@/core/load/load";
import type { Body } from "@/core/log/kinds";
import type { Store } from "./db";
import * as t from "./schema";
import { holds } from "./takenBack";

/** What lessons and practice put on a student's parts since a day, by the day. Needs the projections up to date. */
export async function loadSince({ db }: Store, student: string, since: string): Promise<LoadDay[]> {
	const lessons = await db
		.selectDistinct({ lesson: t.lessonWork.lesson, day: t.lessonWork.day, body: t.lessonDigest.body })
		.from(t.lessonWork)
		.innerJoin(t.lessonDigest, eq(t.lessonDigest.lesson, t.lessonWork.lesson))
		.where(and(eq(t.lessonWork.student, student), gte(t.lessonWork.day, since)));
	const held = lessons.flatMap(({ day, body }): LoadDay[] => {
		const parts = body.load?.[student];
		return parts ? [{ day, parts }] : [];
	});
	return addDays(held, await practiceLoad(db, student, since));
}

/** Practice loads as its rung does in a lesson; a drill of its own, or of a rung that is gone, loads nothing that is known. */
async function practiceLoad(db: Store["db"], student: string, since: string): Promise<LoadDay[]> {
	const entries = await db
		.select({ day: t.event.localDay, rung: t.event.rung, ladder: t.event.ladder, body: t.event.body })
		.from(t.event)
		.where(and(eq(t.event.student, student), eq(t.event.kind, "practice"), gte(t.event.localDay, since), holds));
	const ladders = [...new Set(entries.flatMap(({ ladder }) => ladder ?? []))];
	if (ladders.length === 0) return [];
	const rows = await db.select({ body: t.ladder.body }).from(t.ladder).where(inArray(t.ladder.id, ladders));
	const loads = new Map(
		rows.flatMap(({ body }) =>
			(body as { rungs: Rung[] }).rungs.map(({ id, settings }) => [id, settings.loads] as const),
		),
	);
	return entries.map(({ day, rung, body }) => ({
		day,
		parts: timesTries(loads.get(rung ?? "") ?? {}, (body as Body<"practice">).tries),
	}));
}
