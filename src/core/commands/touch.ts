import type { Attempt } from "@/core/log/kinds";
import { type LessonView, partnerOf, type SetView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import type { Drafts, NewId } from "./drafts";
import { afterStop } from "./round";
import { attemptIn } from "./tries";

/** Of a try of two together, what holds for the other as well: what came of it, and not whose fault it was. */
const forTheOther = (attempt: Attempt): Attempt => ({ ...attempt, off: [], judged: false });

/**
 * One touch: a try of the student in hand, and of whoever they do it together with; what it
 * brings with it is one act with it, and undo takes back both. After a rest it opens their sets
 * by itself, as an act before.
 *
 * @param lesson as it was before the touch
 * @param resting the set that took turns with this one, or was joint with it, before the rest
 * @returns acts in their order
 */
export function touchIn(
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	attempt: Attempt,
	resting: SetView | null,
	ladders: readonly PackLadder[],
): Drafts[] {
	const written = attemptIn(newId, set, attempt, resting);
	const along = [
		...besideIn(newId, lesson, set, attempt, resting, written),
		...afterStop(newId, lesson, set, attempt, ladders),
	];
	return written.map((act, i) => (i === written.length - 1 ? [...act, ...along] : act));
}

/** The other's try of a joint set. */
function besideIn(
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	attempt: Attempt,
	resting: SetView | null,
	written: readonly Drafts[],
): Drafts {
	if (!set.joint) return [];
	const partner = set.open ? partnerOf(lesson, set) : resting;
	if (!partner) return [];
	// What a rest closed was opened again by this touch, the other's set first.
	const opened = set.open ? partner.id : written[0]?.[0]?.id;
	const other = { ...partner, id: opened ?? partner.id, open: true };
	return attemptIn(newId, other, forTheOther(attempt))[0] ?? [];
}
