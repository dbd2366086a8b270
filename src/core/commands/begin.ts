import type { Body, Placing, Variation } from "@/core/log/kinds";
import type { Drafts, NewId } from "./drafts";
import { openSet } from "./sets";

/** Starts a lesson; with a placing, its first set as well. */
export function beginLesson(
	newId: NewId,
	lesson: string,
	opening: Body<"lesson.opened">,
	student: string | null,
	placing: Placing | null,
	variation: Variation = "own",
): Drafts {
	const opened: Drafts[number] = { kind: "lesson.opened", lesson, student, body: opening };
	return placing ? [opened, { ...openSet(newId, placing, variation), lesson }] : [opened];
}
