import { and, asc, eq, gt, lte, sql } from "drizzle-orm";
import { appendEvent } from "@/core/log/append";
import type { LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import type { LessonView } from "@/core/log/view";
import type { Store } from "./db";
import { asEvent } from "./events";
import * as t from "./schema";
import { studioMark } from "./studio";

/**
 * Views of long lessons, kept while the process runs: a touch in a lesson of many thousand
 * tries is read and folded by itself, not with all that came before it. What is kept is used
 * only while all that it was made of is still there: the same studio and epoch, and as many
 * events of the lesson up to the last one it knows (who is deleted takes theirs away).
 */

/** Events from which on a lesson is long, and as many of them as are kept. */
const LONG = 1500;
const KEPT = 6;

interface KeptView {
	mark: string;
	events: number;
	head: number;
	view: LessonView;
}
const kept = new WeakMap<Store, Map<string, KeptView>>();

export interface FoldedLesson {
	view: LessonView;
	/** Arrival of its last event. */
	head: number;
}

/** A lesson as its events say; null where there is none. */
export async function foldedLesson(store: Store, lesson: string): Promise<FoldedLesson | null> {
	const { id, epoch } = await studioMark(store);
	const mark = `${id}/${epoch}`;
	const views = kept.get(store) ?? new Map<string, KeptView>();
	kept.set(store, views);
	const known = views.get(lesson);
	const grown = known?.mark === mark ? await grow(store, lesson, known) : null;
	const now = grown ?? (await foldAll(store, lesson, mark));
	views.delete(lesson);
	if (!now) return null;
	if (now.events >= LONG) views.set(lesson, now);
	for (const oldest of views.keys()) {
		if (views.size <= KEPT) break;
		views.delete(oldest);
	}
	return { view: now.view, head: now.head };
}

async function foldAll({ db }: Store, lesson: string, mark: string): Promise<KeptView | null> {
	const rows = await db.select().from(t.event).where(eq(t.event.lesson, lesson)).orderBy(asc(t.event.arrival));
	if (rows.length === 0) return null;
	return { mark, events: rows.length, head: rows.at(-1)?.arrival ?? 0, view: foldLesson(rows.map(asEvent)) };
}

/** The view with what arrived since; null where it has to be made anew. */
async function grow({ db }: Store, lesson: string, before: KeptView): Promise<KeptView | null> {
	const [[same], fresh] = await Promise.all([
		db
			.select({ n: sql<number>`count(*)` })
			.from(t.event)
			.where(and(eq(t.event.lesson, lesson), lte(t.event.arrival, before.head))),
		db
			.select()
			.from(t.event)
			.where(and(eq(t.event.lesson, lesson), gt(t.event.arrival, before.head)))
			.orderBy(asc(t.event.arrival)),
	]);
	if (same?.n !== before.events) return null;
	const view = fresh
		.map(asEvent)
		.reduce<LessonView | null>((grown, event: LogEvent) => grown && appendEvent(grown, event), before.view);
	return (
		view && {
			mark: before.mark,
			events: before.events + fresh.length,
			head: fresh.at(-1)?.arrival ?? before.head,
			view,
		}
	);
}
