import type { Body } from "@/core/log/kinds";
import type { LessonView, SetView } from "@/core/log/view";
import { type Drafts, place } from "./drafts";
import { closeSet } from "./sets";

/** What is said or noted with one press, in a lesson or on a bench. */

/** What the coach said they would do, by a day. */
export const makePromise = (student: string, text: string, due: string): Drafts => [
	{ kind: "promise", student, body: { text, due } },
];

/** @param promise the event it was made in */
export const keepPromise = (student: string | null, promise: string): Drafts => [
	{ kind: "promise.kept", student, body: { promise } },
];

/** @param parked the event it was noted in */
export const unpark = (student: string | null, parked: string): Drafts => [
	{ kind: "unparked", student, body: { parked } },
];

/** A cue counts by itself from here on, or no longer. */
export const setKeyCue = (student: string | null, text: string, on: boolean): Drafts => [
	{ kind: "cue.key", student, body: { text, on } },
];

/** On which day a lesson was, where its own day cannot be believed. */
export const dateLesson = (lesson: string, day: string): Drafts => [{ kind: "lesson.dated", lesson, body: { day } }];

/** Ends a lesson with what is left of it; of one that was closed before, changes what was left. */
export function closeLesson(
	{ closed, sets }: Pick<LessonView, "closed" | "sets">,
	student: string | null,
	body: Body<"lesson.closed">,
): Drafts {
	if (closed) return [{ kind: "amend", student, body: { target: closed.id, body } }];
	return [
		...sets.filter((set) => set.open).map((set) => closeSet(set, "lesson over")),
		{ kind: "lesson.closed", student, body },
	];
}

/** A fault was shown on purpose, and somebody named it; null where nobody did. */
export const spotFault = (set: SetView, fault: { id: string; name: string }, by: string | null): Drafts => [
	{ ...place(set), kind: "fault.spotted", body: { position: fault.id, name: fault.name, by } },
];
