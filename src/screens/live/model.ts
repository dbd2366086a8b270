import { type Advice, adviseOn } from "@/core/advice";
import type { HoleState } from "@/core/ladder/rail";
import { countedIn, inOrder, type LessonView, type SetView, type Visit } from "@/core/log/lesson";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { shortIn } from "@/ui/Marks";

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
	tabs: { key: string; ladder: string | null; name: string; tries: number }[];
	/** Attempts another device made on a set it did not hold. */
	apart: { set: string; device: string; tries: number }[];
	short: (position: string) => string;
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
	const set = view.current;
	const visit = view.visits.find((v) => v.key === set?.visit);
	if (!set || !visit) return null;
	const ladder = pack.ladders.find((l) => l.id === set.placing.ladder) ?? null;
	const nameOf = (student: string | null) => pack.students.find((s) => s.id === student)?.student.name ?? "Quick count";
	return {
		set,
		visit,
		advice: adviseOn(view, set),
		ladder,
		studentName: nameOf(set.placing.student),
		setNumber: visit.sets.indexOf(set.id) + 1,
		triesInSet: countedIn(inOrder(visit).filter((item) => item.set === set.id)),
		rail: ladder && railNow(view, ladder),
		tabs: tabsOf(view, nameOf),
		apart: apartOf(visit),
		short: shortIn(visit.placing),
	};
}

/** The peg where this lesson's moves put it, and what this lesson added to the holes. */
export function pegIn(view: LessonView, ladder: PackLadder): string {
	return view.moves.findLast((move) => move.ladder === ladder.id)?.body.to ?? ladder.peg;
}

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
			return { rung: id, name: settings.name, state };
		}),
	};
}

function tabsOf(view: LessonView, nameOf: (student: string | null) => string): Board["tabs"] {
	const tabs = new Map<string, Board["tabs"][number]>();
	for (const visit of view.visits) {
		const key = visit.ladder ?? "-";
		const tab = tabs.get(key) ?? { key, ladder: visit.ladder, name: nameOf(visit.student), tries: 0 };
		tab.tries += countedIn(inOrder(visit));
		tabs.set(key, tab);
	}
	return [...tabs.values()];
}

function apartOf(visit: Visit): Board["apart"] {
	const counts = new Map<string, Board["apart"][number]>();
	for (const t of visit.tries) {
		if (!t.apart) continue;
		const key = `${t.set}/${t.device}`;
		const entry = counts.get(key) ?? { set: t.set, device: t.device, tries: 0 };
		entry.tries += 1;
		counts.set(key, entry);
	}
	return [...counts.values()];
}
