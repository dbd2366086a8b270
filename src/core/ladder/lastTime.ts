import type { LessonView } from "@/core/log/lesson";
import type { Hole } from "./rail";

/** What the next lesson opens with. */
export interface LastTime {
	lesson: string;
	day: string;
	rung: string;
	good: number;
	tries: number;
	/** The last correction or question that was given. */
	cue: string | null;
}

/** The latest lesson in which the ladder was worked on, seen from its last visit. */
export function lastTime(ladder: string, lessons: readonly LessonView[]): LastTime | null {
	const lesson = lessons
		.filter((l) => l.visits.some((visit) => visit.ladder === ladder && visit.tries.length > 0))
		.sort((a, b) => ((a.opened?.localDay ?? "") < (b.opened?.localDay ?? "") ? -1 : 1))
		.at(-1);
	const visits = lesson?.visits.filter((visit) => visit.ladder === ladder && visit.tries.length > 0) ?? [];
	const visit = visits.at(-1);
	if (!lesson?.opened || !visit) return null;
	const own = visit.tries.filter((t) => t.counted && t.variation === "own");
	const cue = visits
		.flatMap((v) => v.entries)
		.flatMap(({ event }) =>
			event.kind === "feedback" && event.body.type !== "confirmation" && event.body.cue ? [event.body.cue.text] : [],
		)
		.at(-1);
	return {
		lesson: lesson.opened.lesson ?? "",
		day: lesson.opened.localDay,
		rung: visit.placing.settings.name,
		good: own.filter((t) => t.good).length,
		tries: own.length,
		cue: cue ?? null,
	};
}

/** The best day on a rung: most good in a hundred, among days of five tries or more if there is one. */
export function bestDay(hole: Hole): { good: number; tries: number; day: string } | null {
	const enough = hole.days.filter((day) => day.tries >= 5);
	const days = enough.length > 0 ? enough : hole.days.filter((day) => day.tries > 0);
	const best = days.reduce<(typeof days)[number] | null>(
		(top, day) => (top === null || day.good / day.tries > top.good / top.tries ? day : top),
		null,
	);
	return best && { good: best.good, tries: best.tries, day: best.day };
}
