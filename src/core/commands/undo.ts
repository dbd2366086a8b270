import type { LessonView } from "@/core/log/view";
import type { Drafts } from "./drafts";

export interface Undoable {
	targets: string[];
	/** Kind of the event the act was about, for the words on the button. */
	kind: string;
}

/**
 * This device's last act that still stands; the lesson's own beginning is not one.
 *
 * @param ladder the last one on this ladder, whatever was done on others since
 */
export function lastAct(lesson: LessonView, device: string, ladder?: string): Undoable | null {
	const mine = lesson.events.flatMap((event) => [
		...(event.device === device ? [event] : []),
		...(event.amendedBy?.device === device ? [{ ...event.amendedBy, ladder: event.ladder, kind: "amend" }] : []),
	]);
	const last = (ladder ? mine.filter((event) => event.ladder === ladder) : mine).reduce<(typeof mine)[number] | null>(
		(top, event) => (top === null || event.dseq > top.dseq ? event : top),
		null,
	);
	if (!last) return null;
	const act = mine.filter((event) => event.act === last.act);
	if (act.some((event) => event.kind === "lesson.opened")) return null;
	const telling =
		act.find((event) => event.kind === "advice.followed") ?? act.find((event) => event.kind !== "set.opened") ?? last;
	return { targets: act.map((event) => event.id), kind: telling.kind };
}

/** Takes back what was written outside of a lesson's fold, by the numbers it was given. */
export function takeBackDrafts(written: Drafts): Drafts {
	const { lesson = null, student = null, ladder = null } = written[0] ?? {};
	const targets = written.flatMap(({ id }) => id ?? []);
	return [{ kind: "void", lesson, student, ladder, body: { targets } }];
}

export const takeBack = (targets: readonly string[]): Drafts => [{ kind: "void", body: { targets: [...targets] } }];
