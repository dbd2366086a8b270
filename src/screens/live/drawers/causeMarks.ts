import type { causeMarks } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";

type CauseMarkMap = Readonly<Record<string, (typeof causeMarks)[number]>>;

/** What is known of candidate causes for the student of a ladder: what the pack brought, and what was said since. */
export function causeMarksOf(view: LessonView, ladder: PackLadder | null): CauseMarkMap {
	const said = view.events.flatMap((event) =>
		event.kind === "cause.marked" && event.student === ladder?.student ? [[event.body.cause, event.body.mark]] : [],
	);
	return { ...ladder?.causes, ...Object.fromEntries(said) };
}
