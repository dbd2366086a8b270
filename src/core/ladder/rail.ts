import type { EventOf } from "@/core/log/event";
import type { LessonView, Visit } from "@/core/log/lesson";
import { byOrder } from "@/core/log/order";
import { countDays } from "@/core/rules/days";
import type { Ladder } from "./ladder";

/** How a hole of the rail is drawn. Settled and slipped come with re-checks. */
export type HoleState = "open" | "passed" | "held" | "settled" | "slipped" | "skipped";

/** One lesson's work on a rung: what stands behind a hole. */
export interface RungDay {
	lesson: string;
	day: string;
	tries: number;
	good: number;
	met: boolean;
}

export interface Hole {
	rung: string;
	name: string;
	state: HoleState;
	/** Counted tries on the rung itself, variations left out, over all lessons. */
	tries: number;
	good: number;
	/** Counted tries, variations included: whether the rung is new to the student. */
	tried: number;
	days: RungDay[];
	/** Days on which its rule, or a day's part of it, was met. */
	metDays: string[];
}

/** A ladder as it stands: the peg, and for every rung what stands behind its hole. */
export interface Rail {
	ladder: string;
	peg: string;
	pegIndex: number;
	holes: Hole[];
	moves: (EventOf<"peg.moved"> & { unfounded: boolean })[];
}

const HELD_DAYS = 2;

/**
 * The rail from all lessons that touched the ladder. A rung is passed when its own
 * rule was met in some visit, held when that happened on two or more days, skipped
 * when a higher rung was tested out over it. The peg stands where the last move that
 * still holds put it; if that rung is gone, on the lowest one not passed.
 */
export function foldRail(id: string, ladder: Ladder, lessons: readonly LessonView[]): Rail {
	const moves = lessons
		.flatMap((lesson) =>
			lesson.moves
				.filter((move) => move.ladder === id)
				.map((move) => ({ ...move, unfounded: lesson.unfounded.has(move.id) })),
		)
		.sort(byOrder);
	const skipped = skippedRungs(ladder, moves);
	const holes = ladder.rungs.map((rung): Hole => {
		const days = lessons.flatMap((lesson) => rungDay(lesson, id, rung.id)).sort((a, b) => (a.day < b.day ? -1 : 1));
		const metDays = [...new Set(days.filter((day) => day.met).map((day) => day.day))];
		const { rule } = rung.settings;
		const passed = rule.kind === "days" ? countDays(metDays, rule.gap) >= rule.days : metDays.length > 0;
		const sum = (of: (day: RungDay & { tried: number }) => number) => days.reduce((total, day) => total + of(day), 0);
		return {
			rung: rung.id,
			name: rung.settings.name,
			state: passed ? (metDays.length >= HELD_DAYS ? "held" : "passed") : skipped.has(rung.id) ? "skipped" : "open",
			metDays,
			tries: sum((day) => day.tries),
			good: sum((day) => day.good),
			tried: sum((day) => day.tried),
			days: days.map(({ tried: _, ...day }) => day),
		};
	});
	const last = moves.at(-1)?.body.to ?? ladder.start;
	const standing = ladder.rungs.findIndex((rung) => rung.id === last);
	const pegIndex =
		standing >= 0
			? standing
			: Math.max(
					0,
					holes.findIndex((hole) => hole.state === "open"),
				);
	return { ladder: id, peg: ladder.rungs[pegIndex]?.id ?? "", pegIndex, holes, moves };
}

function skippedRungs(ladder: Ladder, moves: readonly EventOf<"peg.moved">[]): Set<string> {
	const skipped = new Set<string>();
	const place = (rung: string | null) => ladder.rungs.findIndex((r) => r.id === rung);
	for (const move of moves)
		if (move.body.reason === "tested out")
			for (const rung of ladder.rungs.slice(Math.max(0, place(move.body.from)), Math.max(0, place(move.body.to))))
				skipped.add(rung.id);
	return skipped;
}

const own = (visit: Visit) => visit.tries.filter((t) => t.counted && t.variation === "own");

function rungDay(lesson: LessonView, ladder: string, rung: string): (RungDay & { tried: number })[] {
	const visits = lesson.visits.filter(
		(visit) => visit.ladder === ladder && visit.rung === rung && visit.tries.length > 0,
	);
	const opened = lesson.opened;
	if (visits.length === 0 || !opened) return [];
	const tries = visits.flatMap(own);
	return [
		{
			lesson: opened.lesson ?? "",
			day: opened.localDay,
			tries: tries.length,
			good: tries.filter((t) => t.good).length,
			tried: visits.flatMap((visit) => visit.tries).filter((t) => t.counted).length,
			// Re-earning a lower rung by its short rule shows calm; it passes nothing.
			met: visits.some((visit) => visit.placing.reEarn === null && visit.verdict.kind === "met"),
		},
	];
}
