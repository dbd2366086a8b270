import { and, eq, inArray, like, sql } from "drizzle-orm";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { leaveBookings } from "./bookings";
import { ERASED, erasedRow } from "./bulk/tables";
import type { Store } from "./db";
import { stamp } from "./documents";
import { asEvent } from "./events";
import { leaveOccasions } from "./occasions";
import { leavePlans } from "./plans";
import { leavePractice } from "./practice";
import { refoldLessons } from "./projectedLessons";
import { clearProjectionsOf } from "./projection";
import * as t from "./schema";
import { forgetAside } from "./setAside";
import { leaveStills } from "./stills";

export interface ToErase {
	ladders: number;
	lessons: number;
	events: number;
	/** Events set aside that name the student. */
	aside: number;
}

const AT_ONCE = 400;

/** What deleting a student would take away. Needs the projections up to date. */
export async function whatErasingTakes(store: Store, student: string): Promise<ToErase> {
	const { lessons, events } = await eventsOf(store, student);
	const [ladders] = await store.db
		.select({ n: sql<number>`count(*)` })
		.from(t.ladder)
		.where(eq(t.ladder.student, student));
	const [aside] = await store.db
		.select({ n: sql<number>`count(*)` })
		.from(t.quarantine)
		.where(like(t.quarantine.raw, `%"${student}"%`));
	return { ladders: ladders?.n ?? 0, lessons: lessons.length, events: events.length, aside: aside?.n ?? 0 };
}

/**
 * Deletes a student with everything: ladders, every event of theirs, and what was set
 * aside about them. Of each event its id and number stay, so that a device that sends
 * it again is told that it is known; of the student, an id that tells other devices.
 */
export async function eraseStudent(store: Store, student: string): Promise<void> {
	const { lessons, events } = await eventsOf(store, student);
	await store.write(async (tx) => {
		const { at, tz, local_day: localDay, actor, kind, hash } = erasedRow("", "", 0);
		for (let i = 0; i < events.length; i += AT_ONCE)
			await tx
				.update(t.event)
				.set({
					...({ at, tz, localDay, actor, kind, hash } as typeof t.event.$inferInsert),
					act: sql`${t.event.id}`,
					lamport: sql`${t.event.dseq}`,
					lesson: null,
					set: null,
					student: null,
					ladder: null,
					rung: null,
					body: {},
				})
				.where(
					inArray(
						t.event.id,
						events.slice(i, i + AT_ONCE).map(({ id }) => id),
					),
				);
		await forgetAside(tx, like(t.quarantine.raw, `%"${student}"%`));
		const theirs = tx.select({ id: t.ladder.id }).from(t.ladder).where(eq(t.ladder.student, student));
		await tx.delete(t.ladderRevision).where(inArray(t.ladderRevision.ladder, theirs));
		const ladders = await tx.delete(t.ladder).where(eq(t.ladder.student, student)).returning({ id: t.ladder.id });
		await leavePlans(tx, student);
		await leaveBookings(tx, student);
		await leaveOccasions(tx, student);
		await leavePractice(tx, student);
		await leaveStills(tx, student);
		await tx
			.update(t.student)
			.set({ name: "", body: {}, archivedAt: null, deletedAt: stamp() })
			.where(eq(t.student.id, student));
		await clearProjectionsOf(tx, { student, lessons, ladders: ladders.map((row) => row.id), events });
	});
	await refoldLessons(store, lessons, 0);
}

/**
 * The student's lessons, and the events that are theirs: those that name them or a
 * ladder of theirs, those of sets that were run for them, and everything written in a
 * lesson that nobody else had.
 */
async function eventsOf({ db }: Store, student: string) {
	const ladders = (await db.select({ id: t.ladder.id }).from(t.ladder).where(eq(t.ladder.student, student))).map(
		(row) => row.id,
	);
	const lessons = (
		await db.selectDistinct({ lesson: t.lessonWork.lesson }).from(t.lessonWork).where(eq(t.lessonWork.student, student))
	).map((row) => row.lesson);
	const found = new Map<string, { id: string; device: string; dseq: number }>();
	/** Given to another student: theirs now, and nobody's to take away. */
	const away = new Set<string>();
	const take = (rows: readonly { id: string; device: string; dseq: number; kind: string }[]) => {
		for (const { id, device, dseq, kind } of rows) if (kind !== ERASED) found.set(id, { id, device, dseq });
	};
	take(await db.select().from(t.event).where(eq(t.event.student, student)));
	if (ladders.length > 0) take(await db.select().from(t.event).where(inArray(t.event.ladder, ladders)));
	const given = await db.selectDistinct({ lesson: t.event.lesson }).from(t.event).where(eq(t.event.kind, "given"));
	for (const lesson of new Set([...lessons, ...given.flatMap((row) => row.lesson ?? [])])) {
		const log = (await db.select().from(t.event).where(eq(t.event.lesson, lesson))).map(asEvent);
		const view = foldLesson(log);
		const others = await db
			.select({ student: t.lessonWork.student })
			.from(t.lessonWork)
			.where(and(eq(t.lessonWork.lesson, lesson), sql`${t.lessonWork.student} not in (${student}, '')`));
		const sets = new Set(view.sets.filter((set) => set.placing.student === student).map((set) => set.id));
		const now = new Map(view.events.flatMap((event) => (event.givenBy ? [[event.id, event.student] as const] : [])));
		for (const [id, whose] of now) if (whose !== student) away.add(id);
		if (!lessons.includes(lesson)) continue;
		const isTheirs = (event: LogEvent) =>
			now.has(event.id) ? now.get(event.id) === student : event.set !== null && sets.has(event.set);
		take(others.length === 0 ? log : log.filter(isTheirs));
	}
	return { lessons, events: [...found.values()].filter(({ id }) => !away.has(id)) };
}
