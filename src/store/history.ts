import type { LogEvent } from "@/core/log/event";
import { foldKeeping, type Keeping } from "@/core/log/keeping";
import { foldLesson, type LessonView } from "@/core/log/lesson";
import type { Store } from "./db";
import { eventsAfter } from "./events";
import { studioMark } from "./studio";

/** Everything that happened, folded. */
export interface History {
	/** By lesson id, in the order in which the lessons began. */
	lessons: ReadonlyMap<string, LessonView>;
	keeping: Keeping;
}

interface Held {
	mark: string;
	arrival: number;
	byLesson: Map<string, LogEvent[]>;
	views: Map<string, LessonView>;
	kept: LogEvent[];
	keeping: Keeping;
}

const shared = globalThis as { pegLadderHistory?: { held?: Held; turn: Promise<unknown> } };

const keepingKinds = new Set(["promise", "promise.kept", "parked", "unparked", "note", "void", "amend"]);

/**
 * Folds only what has arrived since the last call: a lesson is refolded when it has
 * new events, everything else is handed out as it was. It can be thrown away at any
 * time, and a new studio or epoch does so.
 */
export function history(store: Store): Promise<History> {
	shared.pegLadderHistory ??= { turn: Promise.resolve() };
	const cache = shared.pegLadderHistory;
	const turn = cache.turn.then(async (): Promise<History> => {
		const { id, epoch } = await studioMark(store);
		const mark = `${id}/${epoch}`;
		if (cache.held?.mark !== mark) cache.held = empty(mark);
		const held = cache.held;
		const { events, arrival } = await eventsAfter(store, held.arrival);
		const touched = new Set<string>();
		for (const event of events) {
			if (keepingKinds.has(event.kind)) held.kept.push(event);
			if (!event.lesson) continue;
			touched.add(event.lesson);
			const row = held.byLesson.get(event.lesson);
			if (row) row.push(event);
			else held.byLesson.set(event.lesson, [event]);
		}
		for (const lesson of touched) held.views.set(lesson, foldLesson(held.byLesson.get(lesson) ?? []));
		if (events.some((event) => keepingKinds.has(event.kind))) held.keeping = foldKeeping(held.kept);
		held.arrival = arrival;
		return { lessons: held.views, keeping: held.keeping };
	});
	cache.turn = turn.catch(() => undefined);
	return turn;
}

const empty = (mark: string): Held => ({
	mark,
	arrival: 0,
	byLesson: new Map(),
	views: new Map(),
	kept: [],
	keeping: foldKeeping([]),
});
