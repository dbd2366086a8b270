import { type Advice, ENGINE } from "@/core/advice";
import type { Draft } from "@/core/log/event";
import type { Attempt, Basis, Body, Elsewhere, Placing, Round, Variation } from "@/core/log/kinds";
import { type LessonView, partnerOf, type SetView } from "@/core/log/lesson";
import { type PackLadder, placeOn, variationOn } from "@/core/pack/pack";
import { cutText } from "@/core/words/text";
import { pegIn } from "./peg";

/**
 * What a coach does in a lesson, as the events it is written in. One act is one list:
 * stored together, taken back together.
 */

export type NewId = () => string;
export type Written = Draft[];

/** All that says which set is meant. */
type Placed = Pick<SetView, "id" | "placing">;

/** Where events of a set belong. */
const place = ({ id, placing }: Placed) => ({
	set: id,
	student: placing.student,
	ladder: placing.ladder,
	rung: placing.rungVersion,
});

export const basisOf = (lesson: LessonView): Basis => ({ engine: ENGINE, seen: lesson.seen });

/** How a set is worked besides: in turn with another, with the peg elsewhere, as a stop of a round. */
export interface Way {
	inTurnWith?: string | undefined;
	turn?: number;
	joint?: boolean;
	elsewhere?: Elsewhere | undefined;
	round?: Round | undefined;
	stretch?: boolean;
}

/** A set's id is the id of the event that opens it. */
export function openSet(
	newId: NewId,
	placing: Placing,
	variation: Variation = "own",
	{ inTurnWith, turn = 1, joint = false, elsewhere, round, stretch = false }: Way = {},
): Written[number] {
	const id = newId();
	const body = {
		...{ placing, variation },
		...(inTurnWith ? { inTurnWith } : {}),
		...(inTurnWith && turn > 1 ? { turn } : {}),
		...(inTurnWith && joint ? { joint } : {}),
		...(elsewhere ? { elsewhere } : {}),
		...(round ? { round } : {}),
		...(stretch ? { stretch } : {}),
	};
	return { ...place({ id, placing }), id, kind: "set.opened", body };
}

/** A set that goes on where this one stood: as long a turn, as far from the peg, at the same stop. */
const asBefore = ({ turn, joint, elsewhere, round }: SetView, inTurnWith: string | undefined): Way => ({
	...{ turn, joint, inTurnWith },
	...{ elsewhere: elsewhere ?? undefined, round: round ?? undefined },
});

export const closeSet = (set: Placed, reason: Body<"set.closed">["reason"]): Written[number] => ({
	...place(set),
	kind: "set.closed",
	body: { reason },
});

const closeIfOpen = (set: SetView | null, reason: Body<"set.closed">["reason"]): Written =>
	set?.open ? [closeSet(set, reason)] : [];

/** Closes a set and the one it takes turns with. */
export const closeBoth = (lesson: LessonView, set: SetView, reason: Body<"set.closed">["reason"]): Written => [
	...closeIfOpen(partnerOf(lesson, set), reason),
	...closeIfOpen(set, reason),
];

/** A break of so many minutes, both sets' where two take turns, and what to come back with. */
export const takeBreak = (lesson: LessonView, set: SetView, minutes: number, comeBackWith: Variation): Written =>
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
	way: Way = {},
): Written => [...closeBoth(lesson, set, "moved on"), openSet(newId, placing, variation, way)];

/** The next set after a rest, and the one it took turns with as well; the set in hand is the last of them. */
export function openAgain(newId: NewId, set: SetView, resting: SetView | null): Written {
	const other = resting && openSet(newId, resting.placing, afterRest(resting), asBefore(resting, undefined));
	return [...(other ? [other] : []), openSet(newId, set.placing, afterRest(set), asBefore(set, other?.id))];
}

/** What is counted after a rest starts the next set by itself. */
function inOpenSet(
	newId: NewId,
	set: SetView,
	counted: Pick<Written[number], "kind" | "body">,
	resting: SetView | null,
): Written {
	const at = (id: string) => ({ ...place({ ...set, id }), ...counted }) as Written[number];
	if (set.open) return [at(set.id)];
	const opened = openAgain(newId, set, resting);
	return [...opened, at(opened.at(-1)?.id ?? "")];
}

/**
 * A touch is never lost; the set it may open is an act of its own.
 *
 * @param resting the set it took turns with before the rest, if it did.
 */
export function attemptIn(newId: NewId, set: SetView, attempt: Attempt, resting: SetView | null = null): Written[] {
	const written = inOpenSet(newId, set, { kind: "attempt", body: attempt }, resting);
	return [written.slice(0, -1), written.slice(-1)].filter((act) => act.length > 0);
}

/** The set that took turns with this one until both were closed for a rest. */
export function restingWith(lesson: LessonView, set: SetView): SetView | null {
	const other = lesson.sets.find(({ id }) => id === set.inTurnWith);
	return !set.open && other?.closedFor && rests.has(other.closedFor) ? other : null;
}
const rests = new Set<string>(["rest", "pause"]);

/** A set that was counted elsewhere, from its opening to its end, as numbers. */
export function talliedSet(newId: NewId, placing: Placing, variation: Variation, body: Body<"tally">): Written {
	const opened = openSet(newId, placing, variation);
	const set = { id: opened.id ?? "", placing };
	return [opened, { ...place(set), kind: "tally", body }, closeSet(set, "moved on")];
}

/** A finished set as numbers; it opens a set of its own if none is open, and with it the one it took turns with. */
export const tallyIn = (newId: NewId, set: SetView, body: Body<"tally">, resting: SetView | null = null): Written =>
	inOpenSet(newId, set, { kind: "tally", body }, resting);

export const insertAfter = (set: SetView, after: string, attempt: Attempt): Written => [
	{ ...place(set), kind: "insert", body: { after, attempt } },
];

/** What a touch on a field does not speak of: a correction leaves it as it was. */
const beside = [
	...["late", "beforeCheck", "variation", "namedFirst", "assisted", "effort"],
	...["called", "answer", "chose", "cameOff", "measure", "rating", "length", "label"],
] as const satisfies readonly (keyof Attempt)[];

/** A try as it is said to have been, with all that this does not speak of as it was logged. */
export function corrected(was: Attempt, said: Attempt): Attempt {
	const kept = beside.filter((name) => was[name] !== undefined && said[name] === undefined);
	return { ...said, ...Object.fromEntries(kept.map((name) => [name, was[name]])) };
}

export const amendAttempt = (set: SetView, target: string, body: Attempt): Written => [
	{ ...place(set), kind: "amend", body: { target, body } },
];

/** Anything that happens between two attempts and belongs to the set in hand. */
export function inSet<
	K extends "feedback" | "state" | "pain" | "pain.answered" | "care.confirmed" | "limit.changed" | "seen",
>(set: SetView, kind: K, body: Body<K>): Written {
	return [{ ...place(set), kind, body } as Written[number]];
}

/** Ends the taking of turns: the set in hand goes on alone. */
export const closePartner = (lesson: LessonView, set: SetView): Written =>
	closeIfOpen(partnerOf(lesson, set), "moved on");

/** @param beside the open set it takes turns with from then on. */
export const switchTo = (
	newId: NewId,
	from: SetView | null,
	placing: Placing,
	variation: Variation = "own",
	beside: SetView | null = null,
	way: Way = {},
): Written => [...closeIfOpen(from, "moved on"), openSet(newId, placing, variation, { ...besides(beside), ...way })];

/** Whoever takes turns goes on as long a turn, or together. */
const besides = (beside: SetView | null): Way =>
	beside ? { inTurnWith: beside.id, turn: beside.turn, joint: beside.joint } : {};

/** The rung in hand under settings of its own from here on: a new set of the same visit, where rule and gate stay. */
export const runUnder = (
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	placing: Placing,
	variation: Variation = set.variation,
): Written => [
	...closeIfOpen(set, "moved on"),
	openSet(newId, placing, variation, asBefore(set, partnerOf(lesson, set)?.id)),
];

/** For this student and day the easier form is the rung, or is not any more: a visit of its own, judged on that form. */
export function easeForThem(newId: NewId, lesson: LessonView, set: SetView): Written {
	const { easedBy, ...placing } = set.placing;
	return easedBy
		? runUnder(newId, lesson, set, placing, "own")
		: runUnder(newId, lesson, set, { ...placing, easedBy: "Eased for today." }, "easier");
}

/** The same rung in another form: an easing on a stop of a round is still that stop. */
export const inForm = (newId: NewId, lesson: LessonView, set: SetView, to: Variation): Written =>
	runUnder(newId, lesson, set, set.placing, to);

/** Moves the peg and opens a set on the new rung. */
export function movePeg(
	newId: NewId,
	lesson: LessonView,
	set: SetView | null,
	ladder: PackLadder,
	to: string,
	move: {
		from: string;
		reason: Body<"peg.moved">["reason"];
		evidence: readonly string[];
		reEarnFrom?: string;
		yes?: Body<"peg.moved">["yes"];
	},
): Written {
	const placing = placeOn(ladder, to, move.reEarnFrom ?? null);
	// Whoever takes turns with it goes on doing so.
	const beside = set && partnerOf(lesson, set);
	return [
		...closeIfOpen(set, "moved on"),
		{
			kind: "peg.moved",
			student: ladder.student,
			ladder: ladder.id,
			body: {
				from: move.from,
				to: placing.rung,
				reason: move.reason,
				...(move.yes ? { yes: move.yes } : {}),
				evidence: move.evidence.slice(-500),
				basis: basisOf(lesson),
			},
		},
		openSet(newId, placing, variationOn(ladder, placing.rung), besides(beside)),
	];
}

const decision = (lesson: LessonView, advice: Advice) => ({
	line: advice.line,
	title: cutText(advice.title, 160),
	...(advice.position ? { position: advice.position } : {}),
	basis: basisOf(lesson),
});

/** Follows the advice: what it says, and that it was followed, in one act. */
export function follow(
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	ladder: PackLadder | null,
	advice: Advice,
): Written {
	const followed: Written[number] = { ...place(set), kind: "advice.followed", body: decision(lesson, advice) };
	const { act } = advice;
	switch (act?.kind) {
		case "move": {
			if (!ladder) return [followed];
			const down = act.reason === "stepped down";
			return [
				followed,
				...movePeg(newId, lesson, set, ladder, act.to, {
					from: set.placing.rung,
					reason: act.reason,
					evidence: advice.evidence,
					...(down ? { reEarnFrom: set.placing.rung } : {}),
					...(act.yes ? { yes: act.yes } : {}),
				}),
			];
		}
		case "cue":
			return [
				followed,
				...inSet(set, "feedback", {
					type: "correction",
					position: act.position,
					...(act.direction ? { direction: act.direction } : {}),
					cue: act.cue,
				}),
			];
		case "variation":
			return [followed, ...inForm(newId, lesson, set, act.to)];
		case "peg": {
			if (!ladder) return [followed];
			const peg = pegIn(lesson, ladder);
			return [followed, ...switchTo(newId, set, placeOn(ladder, peg), variationOn(ladder, peg))];
		}
		case "pause":
			return [followed, ...closeBoth(lesson, set, "pause")];
		case "care":
			return [followed, ...inSet(set, "care.confirmed", { rung: set.placing.rung, items: set.placing.settings.care })];
		default:
			return [followed];
	}
}

/** The coach decides otherwise: the line keeps still, and the record says so. */
export const overrule = (lesson: LessonView, set: SetView, advice: Advice): Written => [
	{ ...place(set), kind: "advice.overruled", body: { ...decision(lesson, advice), reason: "" } },
];

export interface Undoable {
	targets: string[];
	/** Kind of the event the act was about, for the words on the button. */
	kind: string;
}

/** This device's last act that still stands; the lesson's own beginning is not one. */
export function lastAct(lesson: LessonView, device: string): Undoable | null {
	const mine = lesson.events.flatMap((event) => [
		...(event.device === device ? [event] : []),
		...(event.amendedBy?.device === device ? [{ ...event.amendedBy, kind: "amend" }] : []),
	]);
	const last = mine.reduce<(typeof mine)[number] | null>(
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

export const takeBack = (targets: readonly string[]): Written => [{ kind: "void", body: { targets: [...targets] } }];

/** Starts a lesson; with a placing, its first set as well. */
export function beginLesson(
	newId: NewId,
	lesson: string,
	opening: Body<"lesson.opened">,
	student: string | null,
	placing: Placing | null,
	variation: Variation = "own",
): Written {
	const opened: Written[number] = { kind: "lesson.opened", lesson, student, body: opening };
	return placing ? [opened, { ...openSet(newId, placing, variation), lesson }] : [opened];
}
