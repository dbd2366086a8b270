import type { LessonView } from "./view";

/**
 * What a student wants of this lesson; empty where nothing was said for them. It is said for one student: what a lesson
 * was opened with is that of the student it was opened for, and nobody else's.
 */
export function wishOf({ opened, events }: Pick<LessonView, "opened" | "events">, student: string | null): string {
	const own = events.findLast((event) => event.kind === "wished" && event.student === student);
	if (own?.kind === "wished") return own.body.text;
	return opened?.student === student ? opened.body.wish : "";
}

/** Everybody's wishes, in the order of these students; who said none is left out. */
export const wishesOf = (
	view: Pick<LessonView, "opened" | "events">,
	students: readonly (string | null)[],
): { student: string | null; wish: string }[] =>
	students.map((student) => ({ student, wish: wishOf(view, student) })).filter(({ wish }) => wish !== "");
