import { and, eq, gt, inArray, lte, sql } from "drizzle-orm";
import { dayAfter } from "@/core/text/fields";
import { serverDay } from "./days";
import { cannotWrite, isBusy, type Store, type Tx } from "./db";
import { refoldLessons } from "./projectedLessons";
import { takeSaid } from "./projectedSaid";
import * as t from "./schema";
import { clearProjections, studioMark } from "./studio";

/** Raised whenever a digest means something else: everything stored is then made again. */
export const MEANING = "21";

const ARRIVALS = 50_000;

/**
 * Brings the projections up to the last event. What arrived since is read, the
 * lessons it belongs to are folded anew, and what rests on them after. Cut short at
 * any point, it begins again where it last stood; running twice does no harm.
 */
export function catchUp(
	store: Store,
	progress: (done: number, of: number) => void = () => {},
	today: string = serverDay(),
): Promise<void> {
	return store.inTurn(() => bringUp(store, today, progress));
}

/** As {@link catchUp}, without waiting for what this process is at: another one may be at it as well. */
export async function bringUp(
	store: Store,
	today: string,
	progress: (done: number, of: number) => void,
): Promise<void> {
	const [{ id, epoch }, [row], [top]] = await Promise.all([
		studioMark(store),
		store.db.select().from(t.projection).where(eq(t.projection.name, "log")),
		store.db.select({ head: sql<number>`coalesce(max(${t.event.arrival}), 0)` }).from(t.event),
	]);
	const madeFor = `${id}/${epoch}/${MEANING}`;
	if (row && row.madeFor !== madeFor) await store.write(clearProjections);
	const head = top?.head ?? 0;
	const start = row?.madeFor === madeFor ? row.upTo : 0;
	let stand = start;
	for (let from = start; from < head; ) {
		const to = Math.min(head, from + ARRIVALS);
		await takeIn(store, today, from, to, (share) => progress(from - start + share * (to - from), head - start));
		const moved = await store.write((tx) => moveStand(tx, madeFor, stand, to));
		// Another process went past: what was written here may be of before what it wrote. Once more, from what is there now.
		if (moved !== null) stand = moved;
		else from = stand = Math.max(to, stand);
	}
	if (!row && start === head) await store.write((tx) => moveStand(tx, madeFor, 0, head));
	await dayTurned(store, today, head);
}

/**
 * On another day than the last time, the days that lay too far ahead to be believed, and do
 * not any more (or the other way round, where the clock was set back), are looked at again.
 */
async function dayTurned(store: Store, today: string, head: number): Promise<void> {
	const [row] = await store.db.select().from(t.projection).where(eq(t.projection.name, "day"));
	if (row?.madeFor === today) return;
	if (row) {
		const [from, to] = [row.madeFor, today].sort().map((day) => dayAfter(day, 1)) as [string, string];
		const turned = await store.db
			.select({ lesson: t.lessonDigest.lesson })
			.from(t.lessonDigest)
			.where(and(gt(t.lessonDigest.day, from), lte(t.lessonDigest.day, to)));
		await refoldLessons(
			store,
			turned.map(({ lesson }) => lesson),
			head,
			() => {},
			today,
		);
	}
	await store.write((tx) =>
		tx
			.insert(t.projection)
			.values({ name: "day", madeFor: today, upTo: 0 })
			.onConflictDoUpdate({ target: t.projection.name, set: { madeFor: today } }),
	);
}

/**
 * Says how far the log is taken in, where nobody else has said so since it stood at `from`: of
 * two processes each that finds it moved does its part again. Null where it was said; else
 * where it stands.
 */
async function moveStand(tx: Tx, madeFor: string, from: number, to: number): Promise<number | null> {
	const [row] = await tx.select().from(t.projection).where(eq(t.projection.name, "log"));
	if (row?.madeFor === madeFor && row.upTo !== from) return row.upTo;
	const upTo = Math.max(from, to);
	await tx
		.insert(t.projection)
		.values({ name: "log", madeFor, upTo })
		.onConflictDoUpdate({ target: t.projection.name, set: { madeFor, upTo } });
	return null;
}

/**
 * Brings the projections up to the last event; where nothing can be written they stay as they
 * stand, and what is read is of before: a full disk is no reason to show nothing.
 */
export async function catchUpIfRoom(store: Store): Promise<void> {
	try {
		await catchUp(store);
	} catch (error) {
		if (!cannotWrite(error)) throw error;
		console.error("The database cannot be written to. Pages show its last state.", error);
	}
}

/**
 * Brings the projections up after something else was done, which holds whatever becomes of this: where another keeps the
 * database meanwhile, or it is full, the page that is asked for next does the rest.
 */
export async function catchUpAfterwards(store: Store, progress: (done: number, of: number) => void = () => {}) {
	try {
		await catchUp(store, progress);
	} catch (error) {
		if (!isBusy(error) && !cannotWrite(error)) throw error;
		console.error("Its results are worked out when a page opens.", error);
	}
}

async function takeIn(
	store: Store,
	today: string,
	from: number,
	to: number,
	share: (part: number) => void,
): Promise<void> {
	const between = and(gt(t.event.arrival, from), lte(t.event.arrival, to));
	const lessons = await store.db.selectDistinct({ lesson: t.event.lesson }).from(t.event).where(between);
	await takeSaid(store, between);
	await refoldLessons(
		store,
		lessons.flatMap(({ lesson }) => lesson ?? []),
		to,
		share,
		today,
	);
}

/** Takes out what was worked out for a student who is deleted; their lessons are folded anew after. */
export async function clearProjectionsOf(
	tx: Tx,
	{
		student,
		ladders,
		lessons,
		events,
	}: { student: string; ladders: string[]; lessons: string[]; events: { id: string }[] },
): Promise<void> {
	await tx.delete(t.studentDigest).where(eq(t.studentDigest.student, student));
	await tx.delete(t.said).where(eq(t.said.student, student));
	for (const [column, table, ids] of [
		[t.ladderDigest.ladder, t.ladderDigest, ladders],
		[t.lessonDigest.lesson, t.lessonDigest, lessons],
		[t.said.lesson, t.said, lessons],
		[t.link.source, t.link, events.map((event) => event.id)],
	] as const)
		for (let i = 0; i < ids.length; i += 400) await tx.delete(table).where(inArray(column, ids.slice(i, i + 400)));
}
