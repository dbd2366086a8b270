import { canBeGiven } from "@/core/log/given";
import type { LiveEvent } from "@/core/log/resolve";
import type { LessonView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import type { Drafts, NewId } from "./drafts";
import { waitingOn } from "./waiting";

/** As much of a lesson as giving has to know. */
export interface Givable extends Pick<LessonView, "sets" | "moves"> {
	events: readonly Pick<LiveEvent, "id" | "kind" | "set" | "ladder">[];
}

/** As many as one giving may name. */
const MOST_AT_ONCE = 500;

/**
 * Tries, cues and marks were another student's: they leave the one and stand with the other, in
 * a set of their own on the rung where that ladder's peg stands, at the time they were made.
 * Undone, they are back. Nothing where nothing of it can be given.
 *
 * @param events ids of events of this lesson
 */
export function give(newId: NewId, lesson: Givable, events: readonly string[], to: PackLadder): Drafts {
	const wanted = new Set(events);
	const theirs = lesson.events.filter(({ id, kind, ladder }) => wanted.has(id) && canBeGiven(kind) && ladder !== to.id);
	const [placing, variation] = waitingOn(lesson, to);
	const given: Drafts = [];
	for (let i = 0; i < theirs.length; i += MOST_AT_ONCE)
		given.push({
			kind: "given",
			student: to.student,
			ladder: to.id,
			rung: placing.rungVersion,
			body: { events: theirs.slice(i, i + MOST_AT_ONCE).map(({ id }) => id), set: newId(), placing, variation },
		});
	return given;
}

/** All of a set that can be given, from its first event on, or from one of them on. */
export function ofSet({ events }: Pick<Givable, "events">, set: string, since?: string): string[] {
	const own = events.filter((event) => event.set === set && canBeGiven(event.kind));
	const from = since ? own.findIndex(({ id }) => id === since) : 0;
	return from < 0 ? [] : own.slice(from).map(({ id }) => id);
}
