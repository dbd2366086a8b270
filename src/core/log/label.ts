import type { LessonView } from "./view";

/**
 * What holds for every try of a student until another is said: which grip, which object. Through the lesson, across rungs;
 * what a caller called was that call's, and is not in hand afterwards. Empty where nothing was said.
 */
export function labelOf({ events }: Pick<LessonView, "events">, student: string | null): string {
	const last = events.findLast(
		(event) =>
			event.student === student &&
			(event.kind === "seen" || (event.kind === "attempt" && event.body.nth === undefined)),
	);
	return last?.kind === "attempt" || last?.kind === "seen" ? (last.body.label ?? "") : "";
}
