import type { Advice } from "@/core/advice";
import type { Body } from "@/core/log/kinds";
import { type LessonView, partnerOf, type SetView, visitOfSet } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { isOut, placeOn, variationOn } from "@/core/pack/placing";
import { cutText } from "@/core/text/fields";
import { basisOf, type Drafts, type NewId, place } from "./drafts";
import { pegIn } from "./peg";
import { besides, closeBoth, closeIfOpen, inForm, inSet, leaveFor, openSet, switchTo } from "./sets";

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
		/** The set it takes turns with from then on; where nothing is said, the one it did before. */
		beside?: SetView;
	},
): Drafts {
	const placing = placeOn(ladder, to, move.reEarnFrom ?? null);
	// Whoever takes turns with it goes on doing so; what is done together ends for both where one stands on something else.
	const partner = set && partnerOf(lesson, set);
	const beside = move.beside ?? (set?.joint ? null : partner);
	return [
		...(set?.joint && !move.beside ? closeIfOpen(partner, "moved on") : []),
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

/** The one they work with goes up with them, where both have to pass: its peg, and a set on its next rung. */
function partnerUp(newId: NewId, lesson: LessonView, set: SetView, ladders: readonly PackLadder[]): Drafts | null {
	const partner = partnerOf(lesson, set);
	const visit = visitOfSet(lesson, partner);
	const ladder = ladders.find(({ id }) => id === partner?.placing.ladder);
	const at = ladder?.rungs.findIndex(({ id }) => id === visit?.rung) ?? -1;
	const above = ladder?.rungs.slice(at + 1).find(({ id }) => !isOut(ladder, id));
	if (!partner || !ladder || !above || at < 0 || !visit?.verdict.metBy) return null;
	return movePeg(newId, { ...lesson, sets: [partner] }, partner, ladder, above.id, {
		from: visit.rung,
		reason: "passed",
		evidence: [visit.verdict.metBy],
	});
}

/**
 * Follows the advice: what it says, and that it was followed, in one act.
 *
 * @param ladders those of whoever works with them: where both have to pass, both go up
 */
export function follow(
	newId: NewId,
	lesson: LessonView,
	set: SetView,
	ladder: PackLadder | null,
	advice: Advice,
	ladders: readonly PackLadder[] = [],
): Drafts {
	const followed: Drafts[number] = { ...place(set), kind: "advice.followed", body: decision(lesson, advice) };
	const { act } = advice;
	switch (act?.kind) {
		case "move": {
			if (!ladder) return [followed];
			const down = act.reason === "stepped down";
			const both = set.placing.settings.bothPass && act.reason === "passed";
			const other = both ? partnerUp(newId, lesson, set, ladders) : null;
			const opened = other?.findLast(({ kind }) => kind === "set.opened");
			return [
				followed,
				...(other ?? []),
				...movePeg(newId, lesson, set, ladder, act.to, {
					from: set.placing.rung,
					reason: act.reason,
					evidence: advice.evidence,
					...(down ? { reEarnFrom: set.placing.rung } : {}),
					...(act.yes ? { yes: act.yes } : {}),
					...(opened?.id ? { beside: { ...set, id: opened.id } } : {}),
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
		case "here":
			if (!ladder) return [followed];
			return [
				followed,
				...leaveFor(newId, lesson, set, placeOn(ladder, act.to), variationOn(ladder, act.to), {
					elsewhere: "here today",
				}),
			];
		case "pause":
			return [followed, ...closeBoth(lesson, set, "pause")];
		case "care":
			return [followed, ...inSet(set, "care.confirmed", { rung: set.placing.rung, items: [...act.items] })];
		default:
			return [followed];
	}
}

/** The coach decides otherwise: the line keeps still, and the record says so. */
export const overrule = (lesson: LessonView, set: SetView, advice: Advice): Drafts => [
	{ ...place(set), kind: "advice.overruled", body: { ...decision(lesson, advice), reason: "" } },
];
