import type { Attempt, Body } from "@/core/log/kinds";
import { type LessonView, partnerOf, type SetView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { type Drafts, type NewId, place } from "./drafts";
import { afterStop } from "./round";
import { attemptIn, tallyIn } from "./tries";

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
	const other = otherSet(lesson, set, resting, written[0] ?? []);
	const along = [
		...(other ? (attemptIn(newId, other, forTheOther(attempt))[0] ?? []) : []),
		...afterStop(newId, lesson, set, attempt, ladders),
	];
	return written.map((act, i) => (i === written.length - 1 ? [...act, ...along] : act));
}

/** The other's set of a joint one, as it is after what was written: opened anew where a rest had closed both. */
function otherSet(lesson: LessonView, set: SetView, resting: SetView | null, written: Drafts): SetView | null {
	if (!set.joint) return null;
	const partner = set.open ? partnerOf(lesson, set) : resting;
	// What a rest closed was opened again by this touch, the other's set first.
	const id = set.open ? partner?.id : written[0]?.id;
	return partner && id ? { ...partner, id, open: true } : null;
}

/** A set as numbers, of both where it was done together. */
export function tallyTogether(
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	body: Body<"tally">,
	resting: SetView | null,
): Drafts {
	const written = tallyIn(newId, set, body, resting);
	const other = otherSet(lesson, set, resting, written);
	return other ? [...written, { ...place(other), kind: "tally", body }] : written;
}
