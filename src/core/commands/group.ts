import type { Attempt } from "@/core/log/kinds";
import { type LessonView, type SetView, triesOf } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { type Drafts, type NewId, place } from "./drafts";
import { closeSet, openSet } from "./sets";
import { waitingOn } from "./waiting";

/** Several at once: each in a set of their own, all open until everybody has done their dose. */

type Seen = Pick<LessonView, "sets" | "visits" | "moves">;

/** The set somebody's tries go into; null until their first one of a round. */
export const setOf = ({ sets }: Pick<LessonView, "sets">, ladder: string): SetView | null =>
	sets.findLast((set) => set.placing.ladder === ladder && set.open && set.elsewhere === null && !set.stretch) ?? null;

export interface Dose {
	done: number;
	of: number;
}

/** How far somebody is in this round: counted from the set that is open. */
export function doseOf(lesson: Seen, ladder: PackLadder): Dose {
	const set = setOf(lesson, ladder.id);
	const [placing] = set ? [set.placing] : waitingOn(lesson, ladder);
	return { done: set ? triesOf(lesson, set) : 0, of: placing.settings.triesPerSet };
}

/**
 * A try of one of them. The one that completes the last dose ends the round for all, in the
 * same act: undone, the round goes on.
 *
 * @param lesson as it was before the try
 */
export function groupTry(
	newId: NewId,
	lesson: Seen,
	group: readonly PackLadder[],
	ladder: PackLadder,
	attempt: Attempt,
): Drafts {
	const open = setOf(lesson, ladder.id);
	const opened = open ? null : openSet(newId, ...waitingOn(lesson, ladder));
	const [placing] = open ? [open.placing] : waitingOn(lesson, ladder);
	const here = { id: open?.id ?? opened?.id ?? "", placing };
	const counts = attempt.noCount ? 0 : 1;
	const over = group.every((one) => {
		const { done, of } = doseOf(lesson, one);
		return done + (one.id === ladder.id ? counts : 0) >= of;
	});
	const others = group.flatMap((one) => (one.id === ladder.id ? [] : (setOf(lesson, one.id) ?? [])));
	return [
		...(opened ? [opened] : []),
		{ ...place(here), kind: "attempt", body: attempt },
		...(over ? [here, ...others].map((set) => closeSet(set, "rest")) : []),
	];
}

/** Rounds of a group that are over: as often as one of them was closed for a rest, of whom it was most often. */
export const roundsOver = ({ sets }: Pick<LessonView, "sets">, group: readonly PackLadder[]): number =>
	Math.max(
		0,
		...group.map(({ id }) => sets.filter((set) => set.placing.ladder === id && set.closedFor === "rest").length),
	);
