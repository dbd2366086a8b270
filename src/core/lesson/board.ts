import { type Advice, adviseOn } from "@/core/advice";
import { pegIn } from "@/core/commands/peg";
import type { HoleState } from "@/core/ladder/rail";
import type { Placing } from "@/core/log/kinds";
import { type StretchCount, stretchIn } from "@/core/log/stretch";
import {
	countedIn,
	inOrder,
	type LessonView,
	openPain,
	partnerOf,
	type SetView,
	triesIn,
	triesOf,
	type Visit,
	visitOfSet,
} from "@/core/log/view";
import { anewUnder } from "@/core/log/visit";
import { type ShortLabel, shortLabel } from "@/core/pack/labels";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { freshened, readOn, versionOf } from "@/core/pack/placing";
import { shortIn } from "@/core/pack/shortIn";
import type { Judgement } from "@/core/rules";
import { sum } from "@/core/statistics/sums";

/** What the board shows, all of it worked out from the fold and the pack. */
export interface Board {
	set: SetView;
	visit: Visit;
	advice: Advice;
	ladder: PackLadder | null;
	studentName: string;
	/** Sets of the visit in hand, and tries in the last of them. */
	setNumber: number;
	triesInSet: number;
	rail: { holes: { rung: string; name: string; state: HoleState }[]; pegIndex: number } | null;
	/** The ladders worked on in this lesson, the one in hand included. */
	tabs: Tab[];
	/** Whose turn is next, and where they stand, where two take turns; how far this turn is. */
	turns: {
		ladder: string | null;
		next: string;
		stands: string;
		now: string;
		at: string;
		/** Two who do each try together: one of them ends it. */
		pair: readonly { id: string; name: string }[] | null;
	} | null;
	/** Where this rung stands among several worked one after the other. */
	round: { words: string; next: string } | null;
	/** What was seen in the stretch in hand. */
	stretch: StretchCount | null;
	/** Pain on this rung that nobody has answered: until then nothing is counted here. */
	pain: { id: string; part: string } | null;
	/** The same student's ladder to the same skill on the other side. */
	mirror: PackLadder | null;
	/** The set of the last try and its visit: what is said now is about that one. */
	tried: { set: SetView; visit: Visit };
	/** Attempts another device made on a set it did not hold. */
	apart: { set: string; device: string; tries: number }[];
	short: (position: string) => string;
	/** The rung was edited meanwhile: from the next set on, or since the last one; whether the count begins anew with it. */
	edited: { since: "last set" | "next set"; anew: boolean } | null;
}

/** One ladder of the lesson: no two read the same. */
export interface Tab extends ShortLabel {
	key: string;
	ladder: string | null;
	tries: number;
}

/** Asked for by what is drawn and by what is touched, and worked out once. */
const boards = new WeakMap<LessonView, { pack: Pack; board: Board | null }>();

export function boardOf(view: LessonView, pack: Pack): Board | null {
	const known = boards.get(view);
	if (known?.pack === pack) return known.board;
	const board = workOut(view, pack);
	boards.set(view, { pack, board });
	return board;
}

function workOut(view: LessonView, pack: Pack): Board | null {
	const visit = visitOfSet(view, view.current);
	if (!view.current || !visit) return null;
	const ladderOf = (id: string | null) => pack.ladders.find((l) => l.id === id) ?? null;
	const ladder = ladderOf(view.current.placing.ladder);
	const set = goneOnWith(view.current, ladder);
	const nameOf = (student: string | null) => pack.students.find((s) => s.id === student)?.student.name ?? "Quick count";
	return {
		set,
		visit,
		advice: adviseOn(view, set),
		ladder,
		studentName: nameOf(set.placing.student),
		setNumber: numberOf(visit, set),
		triesInSet:
			visit.elsewhere === "warm-up"
				? triesOf(view, set)
				: countedIn(inOrder(visit).filter((item) => item.set === set.id)),
		stretch: set.stretch ? (stretchIn(visit.entries, set.id) ?? { came: 0, taken: 0, off: {} }) : null,
		round: roundOf(visit, set, ladderOf),
		rail: ladder && railNow(view, ladder),
		tabs: tabsOf(view, pack),
		turns: turnsOf(view, set, nameOf),
		pain: openPain(visit),
		mirror:
			pack.ladders.find(
				(one) =>
					ladder &&
					one.student === ladder.student &&
					one.skill === ladder.skill &&
					one.side !== ladder.side &&
					one.side !== "none" &&
					ladder.side !== "none",
			) ?? null,
		tried: triedLast(view, set) ?? { set, visit },
		apart: apartOf(visit),
		short: shortIn(visit.placing),
		edited: editedIn(view, visit, view.current, ladder),
	};
}

/** A set that rests is gone on with as its rung stands by then. */
export const goneOnWith = (set: SetView, ladder: PackLadder | null): SetView =>
	set.open || set.elsewhere === "re-check" ? set : { ...set, placing: freshened(set.placing, ladder) };

function editedIn(view: LessonView, visit: Visit, set: SetView, ladder: PackLadder | null): Board["edited"] {
	const same = (one: Placing, other: Placing) => versionOf(one) === versionOf(other);
	const newer = freshened(set.placing, ladder);
	if (!same(newer, set.placing)) return { since: "next set", anew: anewUnder(set.placing, newer) };
	const before = view.sets.findLast(
		({ id, placing }) => id !== set.id && placing.ladder === set.placing.ladder && placing.rung === set.placing.rung,
	);
	if (!before || same(before.placing, set.placing)) return null;
	// Said until something was tried in it.
	const begun = inOrder(visit).some((item) => item.set === set.id);
	return begun ? null : { since: "last set", anew: before.visit !== set.visit };
}

/** Which set of its visit one is: a set that nothing was tried in, since it was only looked at, is none. */
const numberOf = (visit: Visit, { id }: SetView): number => {
	const tried = new Set(inOrder(visit).map((item) => item.set));
	return (
		visit.sets.filter((one) => one !== id && tried.has(one) && visit.sets.indexOf(one) < visit.sets.indexOf(id))
			.length + 1
	);
};

/** The numbers a touch changes. */
export function countOf(view: LessonView): { value: string; used: number } {
	const { current } = view;
	const visit = visitOfSet(view, current);
	return current && visit
		? {
				value: visit.elsewhere === "warm-up" ? String(triesOf(view, current)) : largeOf(visit, current),
				used: visit.verdict.used,
			}
		: { value: "0", used: 0 };
}

/** The number the coach acts on; of a bout, how it stands. */
function largeOf({ judgements, entries }: Visit, { variation, stretch, id }: SetView): string {
	if (stretch) {
		const { taken, came } = stretchIn(entries, id) ?? { taken: 0, came: 0 };
		return `${taken} / ${came}`;
	}
	return figureOf(judgements[variation]);
}

/** The figure a rule shows large: of a bout, how it stands. */
export const figureOf = ({ met, progress }: Pick<Judgement, "met" | "progress">): string =>
	met ? String(progress.value) : (progress.large ?? String(progress.value));

function roundOf(
	visit: Visit,
	{ id, round, placing }: SetView,
	ladderOf: (id: string | null) => PackLadder | null,
): Board["round"] {
	if (!round) return null;
	const tries = visit.tries.filter((one) => one.set === id && !one.body.noCount);
	const done = round.of === "tries" ? tries.length : tries.filter(({ good }) => good).length;
	const next = round.stops[round.at + 1];
	const ladder = ladderOf(next?.ladder ?? placing.ladder);
	const rung = ladder?.rungs.find((one) => one.id === next?.rung);
	return {
		words: `${done} of ${round.each}${round.of === "good" ? " good" : ""}`,
		next: rung ? readOn(ladder, rung.settings.name) : "back to the peg",
	};
}

/** The peg, and what this lesson added to the holes. */
function railNow(view: LessonView, ladder: PackLadder): Board["rail"] {
	const peg = pegIn(view, ladder);
	return {
		pegIndex: Math.max(
			0,
			ladder.rungs.findIndex((rung) => rung.id === peg),
		),
		holes: ladder.rungs.map(({ id, settings }) => {
			const before = ladder.holes.find((hole) => hole.rung === id)?.state ?? "open";
			const metNow = view.visits.some(
				(v) => v.ladder === ladder.id && v.rung === id && v.placing.reEarn === null && v.verdict.kind === "met",
			);
			const state: HoleState = metNow
				? before === "open" || before === "skipped"
					? "passed"
					: before === "passed"
						? "held"
						: before
				: before;
			return { rung: id, name: readOn(ladder, settings.name), state };
		}),
	};
}

/** Where two take turns: who is on, who is next, and how the other stands. */
function turnsOf(view: LessonView, set: SetView, nameOf: (student: string | null) => string): Board["turns"] {
	const other = partnerOf(view, set);
	const visit = visitOfSet(view, other);
	if (!other || !visit) return null;
	const alone = other.placing.student === set.placing.student && other.placing.side !== set.placing.side;
	const called = ({ placing }: SetView) => (alone ? placing.side : nameOf(placing.student));
	const { value, target } = visit.judgements[other.variation].progress;
	return {
		ladder: other.placing.ladder,
		next: called(other),
		now: called(set),
		pair:
			set.joint && set.placing.student && other.placing.student && !alone
				? [
						{ id: set.placing.student, name: called(set) },
						{ id: other.placing.student, name: called(other) },
					]
				: null,
		at: set.joint ? "together" : set.turn > 1 ? `${triesOf(view, set) % set.turn} of ${set.turn}` : "",
		stands: visit.judgements[other.variation].met ? "rule met" : `${value} of ${target}`,
	};
}

function triedLast(view: LessonView, set: SetView): Board["tried"] | null {
	const other = partnerOf(view, set);
	if (!other) return null;
	const last = view.events.findLast(({ kind, set: id }) => kind === "attempt" && (id === set.id || id === other.id));
	const visit = visitOfSet(view, other);
	return visit && last?.set === other.id ? { set: other, visit } : null;
}

function tabsOf(view: LessonView, pack: Pack): Tab[] {
	const ladders = [...new Set(view.visits.map(({ ladder }) => ladder))];
	const tries = (ladder: string | null) =>
		sum(view.visits, (visit) => (visit.ladder === ladder ? countedIn(inOrder(visit)) : 0));
	return ladders.map((id) => ({
		key: id ?? "-",
		ladder: id,
		...(id === null ? { who: "Quick count", what: "", isOneOfSeveral: false } : shortLabel(pack, id, ladders)),
		tries: tries(id),
	}));
}

function apartOf(visit: Visit): Board["apart"] {
	const counts = new Map<string, Board["apart"][number]>();
	for (const t of inOrder(visit)) {
		if (!t.apart) continue;
		const key = `${t.set}/${t.device}`;
		const entry = counts.get(key) ?? { set: t.set, device: t.device, tries: 0 };
		entry.tries += triesIn(t);
		counts.set(key, entry);
	}
	return [...counts.values()];
}
