"use client";

import { useMemo, useRef, useState } from "react";
import { v7 as uuid } from "uuid";
import * as acts from "@/core/acts/acts";
import { pegIn } from "@/core/acts/peg";
import { afterStop } from "@/core/acts/round";
import type { Advice } from "@/core/advice";
import { MAX_WATCHED } from "@/core/ladder/rung";
import type { Attempt, Body, Elsewhere, Placing, Round, Variation, Why } from "@/core/log/kinds";
import { type LessonView, partnerOf, type TryView } from "@/core/log/lesson";
import { changedHere, improvised, type PackLadder, placeOn, variationOn } from "@/core/pack/pack";
import type { LessonOnDevice } from "@/device/lesson";
import { type Board, boardOf } from "./model";

const undoWords: Record<string, string> = {
	attempt: "try",
	tally: "tally",
	insert: "inserted try",
	amend: "correction of a try",
	feedback: "cue",
	state: "state mark",
	pain: "pain mark",
	"pain.answered": "going on after pain",
	"limit.changed": "limit",
	"advice.followed": "step",
	"advice.overruled": "otherwise",
	"peg.moved": "peg move",
	"set.closed": "end of set",
	parked: "parked note",
	"set.assigned": "assignment",
	"set.takenOver": "take-over",
	"set.opened": "change of set",
	"cause.marked": "mark of a cause",
	seen: "what was seen",
};

/** The placing a ladder is gone on with: as it waits, or on its peg. */
function waitingOn(view: LessonView, ladder: PackLadder): [Placing, Variation] {
	const waiting = view.sets.findLast((set) => set.placing.ladder === ladder.id && set.elsewhere === null);
	const peg = pegIn(view, ladder);
	if (waiting && waiting.placing.rung === peg) return [waiting.placing, waiting.variation];
	return [placeOn(ladder, peg), variationOn(ladder, peg)];
}

/** Of a try of two together, what holds for the other as well: what came of it, and not whose fault it was. */
const forTheOther = (attempt: Attempt): Attempt => ({ ...attempt, off: [], judged: false });

const lastTry = ({ set, visit }: Pick<Board, "set" | "visit">) => {
	const last = visit.tries.at(-1);
	return last && last.set === set.id && !last.body.namedFirst ? last : null;
};

/**
 * Everything a thumb can do. Each act reads the lesson as it is at that moment, not
 * as it was when the screen was last drawn: two quick touches must not see one state.
 */
export function useActs(lesson: LessonOnDevice) {
	const [takenBack, setTakenBack] = useState<{ words: string; by: string } | null>(null);
	const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

	const list = useMemo(() => {
		const now = (): Board & { device: string } => {
			const { view, pack, device } = lesson.snapshot();
			const board = pack && boardOf(view, pack);
			if (!board) throw new Error("no set is in hand");
			return { ...board, device };
		};
		const view = () => lesson.snapshot().view;
		/** The set a try belongs to, which need not be the one in hand. */
		const setOf = (one: TryView) => view().sets.find(({ id }) => id === one.set) ?? now().set;
		const write = (written: acts.Written) => {
			setTakenBack(null);
			return lesson.write(written);
		};
		return {
			attempt(attempt: Attempt) {
				const { set } = now();
				const before = view();
				const other = set.joint ? partnerOf(before, set) : null;
				const written = acts.attemptIn(uuid, set, attempt, acts.restingWith(before, set));
				// What the try brings with it is one act with it: undo takes back both.
				const along = [
					...(other ? (acts.attemptIn(uuid, other, forTheOther(attempt))[0] ?? []) : []),
					...afterStop(uuid, before, set, attempt, lesson.snapshot().pack?.ladders ?? []),
				];
				for (const [i, act] of written.entries()) write(i === written.length - 1 ? [...act, ...along] : act);
			},
			tally(body: Body<"tally">) {
				const { set } = now();
				write(acts.tallyIn(uuid, set, body, acts.restingWith(view(), set)));
			},
			insert(after: TryView, attempt: Attempt) {
				write(acts.insertAfter(setOf(after), after.id, attempt));
			},
			amend(target: TryView, body: Attempt) {
				write(acts.amendAttempt(setOf(target), target.id, body));
			},
			takeBack(id: string) {
				write(acts.takeBack([id]));
			},
			undo() {
				const last = acts.lastAct(view(), lesson.snapshot().device);
				if (!last) return;
				const [by] = lesson.write(acts.takeBack(last.targets));
				setTakenBack({ words: undoWords[last.kind] ?? "last act", by: by ?? "" });
				clearTimeout(timer.current);
				timer.current = setTimeout(() => setTakenBack(null), 8000);
			},
			putBack(by: string) {
				write(acts.takeBack([by]));
			},
			/** The last try of the set in hand, if there is one to be marked. */
			canName(): boolean {
				return lastTry(now().tried) !== null;
			},
			/** The last try, if it was not good, or did not come off. */
			lastTry(): Attempt | null {
				const last = now().tried.visit.tries.at(-1);
				return last && !last.body.noCount && (!last.good || last.body.cameOff === false) ? last.body : null;
			},
			/** What the last try came from, besides what was off in it. */
			because(why: Why | null) {
				const last = now().tried.visit.tries.at(-1);
				if (!last) return;
				const { why: _, ...body } = last.body;
				write(acts.amendAttempt(setOf(last), last.id, why ? { ...body, why } : body));
			},
			/** What was found of a candidate cause, for this student. */
			cause(cause: string, mark: Body<"cause.marked">["mark"]) {
				const { ladder } = now();
				if (!ladder?.skillId) return;
				write([{ kind: "cause.marked", student: ladder.student, body: { skill: ladder.skillId, cause, mark } }]);
			},
			/** The student said what it was before the coach did: a mark on the last try. */
			namedFirst() {
				const { tried } = now();
				const last = lastTry(tried);
				if (last) write(acts.amendAttempt(setOf(last), last.id, { ...last.body, namedFirst: true }));
			},
			feedback(body: Body<"feedback">) {
				write(acts.inSet(now().tried.set, "feedback", body));
			},
			state(mark: Body<"state">["mark"]) {
				write(acts.inSet(now().set, "state", { mark }));
			},
			pain(part: Body<"pain">["part"]) {
				const { set } = now();
				write([...acts.inSet(set, "pain", { part, note: "" }), ...acts.closeBoth(view(), set, "pain")]);
			},
			painGone(pain: string) {
				write(acts.inSet(now().set, "pain.answered", { pain }));
			},
			park(text: string) {
				const { placing } = now().set;
				write([{ kind: "parked", student: placing.student, ladder: placing.ladder, body: { text } }]);
			},
			limit(by: number) {
				const { set } = now();
				write(acts.inSet(set, "limit.changed", { rung: set.placing.rung, by }));
			},
			endSet() {
				const { set } = now();
				if (set.open) write(acts.closeBoth(view(), set, "rest"));
			},
			nextSet() {
				const { set } = now();
				write(acts.openAgain(uuid, set, acts.restingWith(view(), set)));
			},
			variation(to: Variation) {
				const { set } = now();
				if (set.variation === to) return;
				write(acts.inForm(uuid, view(), set, to));
			},
			/** Another ladder, or back to one: its visit goes on as it was. The turn of one that takes turns is only passed. */
			ladder(ladder: PackLadder) {
				const { set } = now();
				const [placing, variation] = waitingOn(view(), ladder);
				const partner = partnerOf(view(), set);
				if (partner?.placing.ladder === ladder.id) write(acts.switchTo(uuid, partner, placing, variation, set));
				else write(acts.leaveFor(uuid, view(), set, placing, variation));
			},
			/** Another rung, or a round of several, with the peg left where it is. */
			workHere(ladder: PackLadder, rung: string, elsewhere: Elsewhere, round?: Round) {
				const { set } = now();
				write(acts.leaveFor(uuid, view(), set, placeOn(ladder, rung), variationOn(ladder, rung), { elsewhere, round }));
			},
			/** A drill thought of just now; the peg stays. */
			improvise(name: string) {
				const { set } = now();
				write(
					acts.leaveFor(uuid, view(), set, improvised(uuid(), name, set.placing), "own", { elsewhere: "here today" }),
				);
			},
			backToPeg() {
				const { set, ladder } = now();
				if (!ladder) return;
				const [placing, variation] = waitingOn(view(), ladder);
				write(acts.leaveFor(uuid, view(), set, placing, variation));
			},
			/** Another position is watched, or one no longer: a new set under settings of its own. */
			watch(position: string) {
				const { set, ladder } = now();
				const { watch } = set.placing.settings;
				const others = watch.filter((one) => one !== position);
				const next = others.length < watch.length ? others : [...watch.slice(0, MAX_WATCHED - 1), position];
				write(acts.runUnder(uuid, view(), set, changedHere(set.placing, ladder, { watch: next })));
			},
			/** A stretch without separate tries begins on the rung in hand, or ends; the count goes on after it. */
			stretch() {
				const { set } = now();
				const way = { elsewhere: set.elsewhere ?? undefined, stretch: !set.stretch };
				write(acts.leaveFor(uuid, view(), set, set.placing, set.variation, way));
			},
			seen(body: Body<"seen">) {
				write(acts.inSet(now().set, "seen", body));
			},
			/** The easier form is the rung for this student today, or the rung is itself again. */
			easeForThem() {
				write(acts.easeForThem(uuid, view(), now().set));
			},
			/** So many tries to a set from now on. */
			setOf(tries: number) {
				const { set, ladder } = now();
				write(acts.runUnder(uuid, view(), set, changedHere(set.placing, ladder, { triesPerSet: tries })));
			},
			takeBreak(minutes: number, comeBackWith: Variation) {
				write(acts.takeBreak(view(), now().set, minutes, comeBackWith));
			},
			/** This ladder and another one in turn, so many tries each, or every try together; the other begins. */
			takeTurns(ladder: PackLadder, turn = 1, joint = false) {
				const { set } = now();
				const [placing, variation] = waitingOn(view(), ladder);
				const here = set.open ? null : acts.openSet(uuid, set.placing, set.variation);
				write([
					...(here ? [here] : acts.closePartner(view(), set)),
					acts.openSet(uuid, placing, variation, { inTurnWith: here?.id ?? set.id, turn, joint }),
				]);
			},
			/** Only the one in hand goes on. */
			endTurns() {
				write(acts.closePartner(view(), now().set));
			},
			quick() {
				const waiting = view().sets.findLast((s) => s.placing.ladder === null);
				if (!waiting) return;
				write(acts.leaveFor(uuid, view(), now().set, waiting.placing, waiting.variation));
			},
			moveTo(rung: string) {
				const { set, ladder } = now();
				if (!ladder) return;
				const from = pegIn(view(), ladder);
				if (rung === from) return;
				write(acts.movePeg(uuid, view(), set, ladder, rung, { from, reason: "by hand", evidence: [] }));
			},
			follow(advice: Advice) {
				const { set, ladder } = now();
				write(acts.follow(uuid, view(), set, ladder, advice));
			},
			overrule(advice: Advice) {
				write(acts.overrule(view(), now().set, advice));
			},
			takeOver() {
				const { set } = now();
				write([{ kind: "set.takenOver", set: set.id, body: { set: set.id } }]);
			},
			join(set: string, device: string) {
				write([{ kind: "set.joined", set, body: { set, device } }]);
			},
			/** Says afterwards for whom the quick count was, and on which rung. */
			assign(ladder: PackLadder, rung: string) {
				const placing = placeOn(ladder, rung);
				const unplaced = view().sets.filter((s) => s.placing.ladder === null);
				write(
					unplaced.map((s) => ({
						kind: "set.assigned",
						student: ladder.student,
						ladder: ladder.id,
						rung: placing.rungVersion,
						set: s.id,
						body: { set: s.id, placing },
					})),
				);
			},
		};
	}, [lesson]);

	return { acts: list, takenBack };
}

export type Acts = ReturnType<typeof useActs>["acts"];
