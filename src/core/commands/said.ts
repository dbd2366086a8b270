import type { Booked } from "@/core/calendar/held";
import { type Parting, partingEvent } from "@/core/log/parting";
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

/** The coach's word to a remark from home; empty where it was talked over and nothing is to be written. */
export const replyHome = (student: string, page: string, entry: string, text: string): Drafts => [
	{ kind: "practice.replied", student, body: { page, entry, text } },
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
/** Which lesson of the calendar it was held for; null is none of them. */
export const bookLesson = (lesson: string, booking: Booked | null): Drafts => [
	{ kind: "lesson.booked", lesson, body: { booking } },
];

export const dateLesson = (lesson: string, day: string): Drafts => [{ kind: "lesson.dated", lesson, body: { day } }];

/** What one student goes home with: nothing where it says what it said. */
function part(view: Pick<LessonView, "events">, student: string, body: Parting): Drafts {
	const known = partingEvent(view, student);
	if (known?.kind !== "parting") return [{ kind: "parting", student, body }];
	if (JSON.stringify(known.body) === JSON.stringify(body)) return [];
	return [{ kind: "amend", student, body: { target: known.id, body } }];
}

/**
 * Ends a lesson, and says what each student goes home with; of one that was closed before,
 * changes what was left. The end itself is everybody's.
 *
 * @param partings by student; under null what a count for nobody leaves
 */
export function closeLesson(
	view: Pick<LessonView, "closed" | "sets" | "events">,
	remark: string,
	partings: readonly { student: string | null; parting: Parting }[],
): Drafts {
	const nobodys = partings.find(({ student }) => student === null)?.parting;
	const body = { remark, note: "", next: null, ...nobodys };
	const own = partings.flatMap(({ student, parting }) => (student === null ? [] : part(view, student, parting)));
	const [only, ...others] = partings;
	const student = others.length === 0 ? (only?.student ?? null) : null;
	if (view.closed) return [...own, { kind: "amend", student, body: { target: view.closed.id, body } }];
	return [
		...own,
		...view.sets.filter((set) => set.open).map((set) => closeSet(set, "lesson over")),
		{ kind: "lesson.closed", student, body },
	];
}

/** A fault was shown on purpose, and somebody named it; null where nobody did. */
export const spotFault = (set: SetView, fault: { id: string; name: string }, by: string | null): Drafts => [
	{ ...place(set), kind: "fault.spotted", body: { position: fault.id, name: fault.name, by } },
];
