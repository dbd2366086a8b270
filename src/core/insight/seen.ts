import { formOf, type LessonView } from "@/core/log/view";
import type { CueKind } from "@/core/skill/cue";

/** A visit as insight reads it: counted tries on the rung itself and what was said between them, in their order. */
export interface SeenVisit {
	lesson: string;
	day: string;
	ladder: string;
	rung: string;
	/** Positions that were watched, earlier in the skill first. */
	watched: readonly string[];
	steps: readonly SeenStep[];
}

export interface SeenTry {
	kind: "try";
	id: string;
	good: boolean;
	/** All watched positions were looked at. */
	judged: boolean;
	off: readonly string[];
}
export interface SeenCue {
	kind: "cue";
	id: string;
	position: string | null;
	words: string;
	of: CueKind | null;
}
export type SeenStep = SeenTry | SeenCue;

/** The visits of a student in a lesson; warm-ups, variations and what did not count left out. */
export function seenIn(lesson: string, day: string, view: LessonView, student: string): SeenVisit[] {
	return view.visits.flatMap((visit): SeenVisit[] => {
		if (visit.student !== student || visit.ladder === null || visit.elsewhere === "warm-up") return [];
		const form = formOf(visit.placing);
		const steps = visit.entries.flatMap(({ event, try: one }): SeenStep[] => {
			if (one)
				return one.counted && one.variation === form
					? [
							{
								kind: "try",
								id: one.id,
								good: one.good,
								judged: one.body.judged || one.body.off.length > 0,
								off: one.body.off.map(({ position }) => position),
							},
						]
					: [];
			if (event.kind !== "feedback" || event.body.type !== "correction") return [];
			const { position, cue } = event.body;
			return [{ kind: "cue", id: event.id, position, words: cue?.text ?? "", of: cue?.kind ?? null }];
		});
		return [
			{
				lesson,
				day,
				ladder: visit.ladder,
				rung: visit.rung,
				watched: visit.placing.positions.map(({ id }) => id),
				steps,
			},
		];
	});
}
