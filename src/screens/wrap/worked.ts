import type { LessonView } from "@/core/log/view";
import type { Pack, PackLadder } from "@/core/pack/pack";
import type { LessonOnDevice } from "@/device/lesson";

/** What is asked of one student at the end of a lesson. */
export interface AskedOf {
	lesson: LessonOnDevice;
	view: LessonView;
	pack: Pack;
	student: string;
}

/** The ladders a student worked on in the lesson, as the pack has them. */
export function laddersWorked({ view, pack, student }: Pick<AskedOf, "view" | "pack" | "student">): PackLadder[] {
	const worked = new Set(view.visits.filter((visit) => visit.student === student).map(({ ladder }) => ladder));
	return pack.ladders.filter(({ id }) => worked.has(id));
}
