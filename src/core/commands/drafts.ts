import { ENGINE } from "@/core/advice";
import type { EventDraft } from "@/core/log/event";
import type { Basis } from "@/core/log/kinds";
import type { LessonView, SetView } from "@/core/log/view";

/**
 * What a coach does in a lesson, as the events it is written in. One act is one list:
 * stored together, taken back together.
 */

export type NewId = () => string;

export type Drafts = EventDraft[];

/** All that says which set is meant. */
export type SetPlace = Pick<SetView, "id" | "placing">;

/** Where events of a set belong. */
export const place = ({ id, placing }: SetPlace) => ({
	set: id,
	student: placing.student,
	ladder: placing.ladder,
	rung: placing.rungVersion,
});

export const basisOf = (lesson: LessonView): Basis => ({ engine: ENGINE, seen: lesson.seen });
