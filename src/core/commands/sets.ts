import type { Body, Elsewhere, Placing, RoundPlace, Surrounding, Variation } from "@/core/log/kinds";
import { type LessonView, partnerOf, type SetView } from "@/core/log/view";
import { type Drafts, type NewId, place, type SetPlace } from "./drafts";

/** How a set is worked besides: in turn with another, with the peg elsewhere, as a stop of a round. */
export interface SetOptions {
	inTurnWith?: string | undefined;
	turn?: number;
	joint?: boolean;
	elsewhere?: Elsewhere | undefined;
	under?: Surrounding | undefined;
	round?: RoundPlace | undefined;
	stretch?: boolean;
}

/** A set's id is the id of the event that opens it. */
export function openSet(
	newId: NewId,
	placing: Placing,
	variation: Variation = "own",
	{ inTurnWith, turn = 1, joint = false, elsewhere, under, round, stretch = false }: SetOptions = {},
): Drafts[number] {
	const id = newId();
	const body = {
		placing,
		variation,
		...(inTurnWith ? { inTurnWith } : {}),
		...(inTurnWith && turn > 1 ? { turn } : {}),
		...(inTurnWith && joint ? { joint } : {}),
		...(elsewhere ? { elsewhere } : {}),
		...(under ? { under } : {}),
		...(round ? { round } : {}),
		...(stretch ? { stretch } : {}),
		boutsGoOn: true,
	};
	return { ...place({ id, placing }), id, kind: "set.opened", body };
}

/** A set that goes on where this one stood: as long a turn, as far from the peg, at the same stop. */
const asBefore = (
	{ turn, joint, elsewhere, under, round, stretch }: SetView,
	inTurnWith: string | undefined,
): SetOptions => ({
	turn,
	joint,
	stretch,
	inTurnWith,
	elsewhere: elsewhere ?? undefined,
	under: under ?? undefined,
	round: round ?? undefined,
});

export const closeSet = (set: SetPlace, reason: Body<"set.closed">["reason"]): Drafts[number] => ({
	...place(set),
	kind: "set.closed",
	body: { reason },
});

export const closeIfOpen = (set: SetView | null, reason: Body<"set.closed">["reason"]): Drafts =>
	set?.open ? [closeSet(set, reason)] : [];

/** Closes a set and the one it takes turns with. */
export const closeBoth = (lesson: LessonView, set: SetView, reason: Body<"set.closed">["reason"]): Drafts => [
	...closeIfOpen(partnerOf(lesson, set), reason),
	...closeIfOpen(set, reason),
];

/** A break of so many minutes, both sets' where two take turns, and what to come back with. */
export const takeBreak = (lesson: LessonView, set: SetView, minutes: number, comeBackWith: Variation): Drafts =>
	[partnerOf(lesson, set), set].flatMap((one) =>
		one?.open ? [{ ...place(one), kind: "set.closed", body: { reason: "pause", minutes, comeBackWith } }] : [],
	);

const afterRest = ({ rest, variation }: SetView): Variation => rest?.comeBackWith ?? variation;

/** Leaves the set in hand, and the one it takes turns with, for another. */
export const leaveFor = (
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	placing: Placing,
	variation: Variation = "own",
	way: SetOptions = {},
): Drafts => [...closeBoth(lesson, set, "moved on"), openSet(newId, placing, variation, way)];

/**
 * Leaves the set in hand for another, and stays with whoever it is worked with: a drill of their
 * own is begun for both, in turn or together as before; on a rung of this ladder alone the other
 * goes on in turn where they are. What was done together ends where only one of them leaves it.
 *
 * @param theirs the same drill as the other does it; null where it is this ladder's alone
 */
export function leaveWithPartner(
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	placing: Placing,
	theirs: ((partner: SetView) => Placing) | null,
	variation: Variation = "own",
	way: SetOptions = {},
): Drafts {
	const partner = partnerOf(lesson, set);
	if (!partner || (set.joint && !theirs)) return leaveFor(newId, lesson, set, placing, variation, way);
	if (!theirs)
		return [...closeIfOpen(set, "moved on"), openSet(newId, placing, variation, { ...way, ...besides(partner) })];
	const other = openSet(newId, theirs(partner), variation, way);
	const both = { inTurnWith: other.id, turn: set.turn, joint: set.joint };
	return [...closeBoth(lesson, set, "moved on"), other, openSet(newId, placing, variation, { ...way, ...both })];
}

/** The next set after a rest, and the one it took turns with as well; the set in hand is the last of them. */
export function openAgain(newId: NewId, set: SetView, resting: SetView | null): Drafts {
	const other = resting && openSet(newId, resting.placing, afterRest(resting), asBefore(resting, undefined));
	return [...(other ? [other] : []), openSet(newId, set.placing, afterRest(set), asBefore(set, other?.id))];
}

/** What is counted after a rest starts the next set by itself. */
export function inOpenSet(
	newId: NewId,
	set: SetView,
	counted: Pick<Drafts[number], "kind" | "body">,
	resting: SetView | null,
): Drafts {
	const at = (id: string) => ({ ...place({ ...set, id }), ...counted }) as Drafts[number];
	if (set.open) return [at(set.id)];
	const opened = openAgain(newId, set, resting);
	return [...opened, at(opened.at(-1)?.id ?? "")];
}

/** The set that took turns with this one until both were closed for a rest. */
export function restingWith(lesson: LessonView, set: SetView): SetView | null {
	const other = lesson.sets.find(({ id }) => id === set.inTurnWith);
	return !set.open && other?.closedFor && rests.has(other.closedFor) ? other : null;
}
const rests = new Set<string>(["rest", "pause"]);

/** Anything that happens between two attempts and belongs to the set in hand. */
export function inSet<
	K extends
		| "feedback"
		| "state"
		| "pain"
		| "pain.answered"
		| "care.confirmed"
		| "limit.changed"
		| "load.raised"
		| "seen",
>(set: SetView, kind: K, body: Body<K>): Drafts {
	return [{ ...place(set), kind, body } as Drafts[number]];
}

/** Where a ladder, or the quick count, is gone on with where no set waits. */
export interface Waiting {
	placing: Placing;
	variation: Variation;
	/** The rung its peg stands on; null for the quick count. */
	peg: string | null;
}

/**
 * Another ladder is looked at, or the quick count: what waits there is in hand as it was, and
 * the set in hand stays open. Looking closes nothing, and opens a set only where none waits,
 * or only on a rung that the peg has left.
 *
 * @param device a set that another one holds is not this one's to go on with
 */
export function lookAt(newId: NewId, lesson: LessonView, { placing, variation, peg }: Waiting, device: string): Drafts {
	const from = lesson.current;
	const turn = (to: SetPlace): Drafts =>
		from && from.id !== to.id ? [{ ...place(to), kind: "set.turned", body: { set: to.id, from: from.id } }] : [];
	const last = (of: (set: SetView) => boolean) =>
		lesson.sets.findLast((set) => set.placing.ladder === placing.ladder && set.holder === device && of(set)) ?? null;
	const onPeg = ({ elsewhere, placing: { rung } }: SetView) => elsewhere !== null || peg === null || rung === peg;
	const open = last((set) => set.open);
	if (open && onPeg(open)) return turn(open);
	const resting = last((set) => set.elsewhere === null);
	if (resting?.closedFor && rests.has(resting.closedFor) && onPeg(resting)) return turn(resting);
	const opened = openSet(newId, placing, variation);
	return [...closeIfOpen(open, "moved on"), opened, ...turn({ id: opened.id ?? "", placing })];
}

/** Ends the taking of turns: the set in hand goes on alone. */
export const closePartner = (lesson: LessonView, set: SetView): Drafts =>
	closeIfOpen(partnerOf(lesson, set), "moved on");

/** @param beside the open set it takes turns with from then on. */
export const switchTo = (
	newId: NewId,
	from: SetView | null,
	placing: Placing,
	variation: Variation = "own",
	beside: SetView | null = null,
	way: SetOptions = {},
): Drafts => [...closeIfOpen(from, "moved on"), openSet(newId, placing, variation, { ...besides(beside), ...way })];

/** Whoever takes turns goes on as long a turn, or together. */
export const besides = (beside: SetView | null): SetOptions =>
	beside ? { inTurnWith: beside.id, turn: beside.turn, joint: beside.joint } : {};

/** The rung in hand under settings of its own from here on: a new set of the same visit, where rule and gate stay. */
export const runUnder = (
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	placing: Placing,
	variation: Variation = set.variation,
): Drafts => [
	...closeIfOpen(set, "moved on"),
	openSet(newId, placing, variation, asBefore(set, partnerOf(lesson, set)?.id)),
];

/** What a set stands on where its easier form is the rung, and nothing more was said. */
const EASED = "Made easier for them.";

/**
 * For this student the easier form is the rung from now on, or is not any more: a visit of its own, judged on that
 * form. It lasts over lessons until it is lifted.
 *
 * @param reason why, in a few words; may be empty
 */
export function easeForThem(newId: NewId, lesson: LessonView, set: SetView, reason = ""): Drafts {
	const { easedBy, ...placing } = set.placing;
	const { student, ladder, rung } = set.placing;
	const said: Drafts =
		student && ladder ? [{ kind: "eased", student, ladder, rung, body: { on: !easedBy, reason } }] : [];
	return [
		...said,
		...(easedBy
			? runUnder(newId, lesson, set, placing, "own")
			: runUnder(newId, lesson, set, { ...placing, easedBy: reason || EASED }, "easier")),
	];
}

/** The same, said on a bench: lifted, or set, with its reason. */
export const easeRung = (
	{ student, ladder, rung }: { student: string; ladder: string; rung: string },
	on: boolean,
	reason = "",
): Drafts => [{ kind: "eased", student, ladder, rung, body: { on, reason } }];

/** The same rung in another form: an easing on a stop of a round is still that stop. */
export const inForm = (newId: NewId, lesson: LessonView, set: SetView, to: Variation): Drafts =>
	runUnder(newId, lesson, set, set.placing, to);
