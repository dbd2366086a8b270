import { inOrder, type LessonView, type TallyView, type TryView, triesIn, type Visit } from "./lesson";
import { wrapUp } from "./wrap";

/**
 * A lesson in the numbers that other pages need of it: small, plain JSON, worked out
 * from the lesson's fold and stored beside the log. It can be thrown away and made
 * again at any time.
 */

export interface RungDigest {
	student: string | null;
	ladder: string | null;
	rung: string;
	name: string;
	/** Counted tries on the rung itself, variations left out. */
	tries: number;
	good: number;
	/** Counted tries, variations included. */
	tried: number;
	longestRun: number;
	/** Those tries in order: 1 for good, 0 for not. */
	marks: string;
	/** Its own rule was met; re-earning a lower rung by its short rule passes nothing. */
	met: boolean;
}

export interface MoveDigest {
	id: string;
	ladder: string;
	from: string | null;
	to: string;
	reason: string;
	unfounded: boolean;
	lesson: string;
	day: string;
	/** Place in the order of events. */
	lamport: number;
	device: string;
	dseq: number;
}

/** The last visit of a ladder in a lesson: what the next one opens with. */
export interface LastVisit {
	ladder: string;
	rung: string;
	good: number;
	tries: number;
	/** The last correction or question given on the ladder. */
	cue: string | null;
}

export interface LessonDigest {
	lesson: string;
	/** Empty when the lesson's opening never arrived. */
	day: string;
	opened: boolean;
	closed: boolean;
	/** Day of the next lesson, set at the wrap-up. */
	next: string | null;
	wish: string;
	remark: string;
	note: string;
	students: string[];
	/** All attempts, counted or not. */
	attempts: number;
	rungs: RungDigest[];
	moves: MoveDigest[];
	last: LastVisit[];
}

const own = (visit: Visit) => inOrder(visit).filter((item) => item.counted && item.variation === "own");

/** Tries in order; those of a tally, whose order nobody kept, are spread evenly. */
function marksOf(visit: Visit): string {
	const marks = (item: TryView | TallyView): string => {
		if (!("tries" in item)) return item.good ? "1" : "0";
		const { tries, good } = item;
		return Array.from({ length: tries }, (_, i) =>
			Math.floor(((i + 1) * good) / tries) > Math.floor((i * good) / tries) ? "1" : "0",
		).join("");
	};
	return own(visit).map(marks).join("");
}

export function digestLesson(lesson: string, view: LessonView): LessonDigest {
	const day = view.opened?.localDay ?? "";
	return {
		lesson,
		day,
		opened: view.opened !== null,
		closed: view.closed !== null,
		next: view.closed?.body.next ?? null,
		wish: view.opened?.body.wish ?? "",
		remark: view.closed?.body.remark ?? "",
		note: view.closed?.body.note ?? "",
		students: [...new Set([view.opened?.student, ...view.visits.map((visit) => visit.student)])].filter(
			(id): id is string => Boolean(id),
		),
		attempts: view.visits.flatMap(inOrder).reduce((sum, item) => sum + triesIn(item), 0),
		rungs: wrapUp(view)
			.filter((rung) => rung.visits.some((visit) => inOrder(visit).length > 0))
			.map(({ student, ladder, rung, name, tries, good, variationTries, longestRun, met, visits }) => ({
				...{ student, ladder, rung, name, tries, good, tried: tries + variationTries, longestRun, met },
				marks: visits.map(marksOf).join(""),
			})),
		moves: view.moves.flatMap((move) =>
			move.ladder
				? [
						{
							...{ id: move.id, ladder: move.ladder, lesson, day },
							...{ from: move.body.from, to: move.body.to, reason: move.body.reason },
							unfounded: view.unfounded.has(move.id),
							...{ lamport: move.lamport, device: move.device, dseq: move.dseq },
						},
					]
				: [],
		),
		last: lastVisits(view),
	};
}

function lastVisits(view: LessonView): LastVisit[] {
	const worked = view.visits.filter((visit) => visit.ladder && inOrder(visit).length > 0);
	return [...new Set(worked.map((visit) => visit.ladder as string))].map((ladder) => {
		const visits = worked.filter((visit) => visit.ladder === ladder);
		const visit = visits.at(-1) as Visit;
		const cue = visits
			.flatMap((v) => v.entries)
			.flatMap(({ event }) =>
				event.kind === "feedback" && event.body.type !== "confirmation" && event.body.cue ? [event.body.cue.text] : [],
			)
			.at(-1);
		const good = marksOf(visit);
		return {
			ladder,
			rung: visit.placing.settings.name,
			good: good.split("1").length - 1,
			tries: good.length,
			cue: cue ?? null,
		};
	});
}
