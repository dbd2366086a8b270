import { wayOf } from "@/core/analysis/ways";
import type { Booked } from "@/core/calendar/held";
import { type CueTook, cuesTook } from "@/core/insight/cueEffect";
import { seenIn } from "@/core/insight/seen";
import { ENOUGH_TO_GO_BY } from "@/core/ladder/lastTime";
import { markOf, readMark } from "@/core/ladder/marks";
import { COACH, loadOf, type RungLoad, rungLoads } from "@/core/load/inLesson";
import type { LoadDay } from "@/core/load/load";
import type { CheckDigest } from "@/core/log/check";
import type { Surrounding } from "@/core/log/kinds";
import type { OrderedEvent } from "@/core/log/order";
import { partingOf, practiseIn } from "@/core/log/parting";
import { resultOf } from "@/core/log/terms";
import {
	countedIn,
	dayOf,
	formOf,
	inOrder,
	type LessonView,
	type TallyView,
	type TryView,
	triesIn,
	type Visit,
} from "@/core/log/view";
import { wishesOf, wishOf } from "@/core/log/wish";
import { type RungWrap, scoreOf, tellsRuns, wrapUp } from "@/core/log/wrap";
import { isShown } from "@/core/skill/cue";
import { sum } from "@/core/statistics/sums";

/**
 * A lesson in the numbers that other pages need of it: small, plain JSON, worked out
 * from the lesson's fold and stored beside the log. It can be thrown away and made
 * again at any time.
 */

/** A rule that was met, and that nobody claimed by moving the peg. */
export interface PassDigest extends OrderedEvent {
	/** The attempt or tally that met it. */
	metBy: string;
	/** What the coach said to it; null where nothing was said. */
	answer: "stay" | "later" | null;
	/** It was worked with the peg left where it was. */
	elsewhere?: true;
	/** What of each device had been seen of the lesson: what a decision made now rests on. */
	seen: Record<string, number>;
}

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
	longestRun: number | null;
	/** Those tries in order, as `readMark` reads them. */
	marks: string;
	/** Those tries by how they came out, as `wayOf` names it. Tallies do not say. */
	ways?: Record<string, number>;
	/** Where the rule was met, and what was said to it, if it was and the peg was not moved after it in this lesson. */
	pass?: PassDigest;
	/** What was done where the rung itself was not tried. */
	instead?: { good: number | null; tries: number; of: "variation" | "warm-up" | "stretch" };
	/** Looks at it that were decided. */
	checks?: CheckDigest[];
	/** What came of it in the terms of its rule, where good of tries does not say it all. */
	result?: string;
	/** All of it was on the easier form, which is the rung for this student. */
	eased?: true;
	/** All of it was in contest, before people or in another place. */
	under?: Surrounding;
	/** Its own rule was met; re-earning a lower rung by its short rule passes nothing. */
	met: boolean;
}

/** A rung's easier form became the rung for a student, or is not any more. */
export interface EasingDigest extends OrderedEvent {
	ladder: string;
	rung: string;
	on: boolean;
	reason: string;
	day: string;
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
	/** What came of it in the terms of its rule, where good of tries does not say it all. */
	result?: string;
	/** It was the easier form, which is the rung for this student. */
	eased?: true;
	/** The last correction or question given on the ladder. */
	cue: string | null;
	/** What was to be practised until the next lesson. */
	practise?: string;
}

export interface LessonDigest {
	lesson: string;
	/** Empty when the lesson's opening never arrived. */
	day: string;
	/** The coach said that it was that day. */
	sure?: boolean;
	/** No lesson, but a card that came back. */
	fromCard?: boolean;
	/** Which lesson of the calendar it was held for; null is none, left out nothing was said. */
	booked?: Booked | null;
	opened: boolean;
	closed: boolean;
	/** Day of the next lesson, set at the wrap-up. */
	next: string | null;
	/** When on that day, where it is not as usual. */
	nextTime?: string;
	/** The zone it was said in: that of the wrap-up's clock. */
	nextZone?: string;
	/** Of each student, where it is not everybody's. */
	nexts?: { student: string; day: string; time?: string }[];
	/** What was wanted of it: of one student, or of each of several by their id. */
	wish: string;
	wishes?: { student: string; wish: string }[];
	/** How long it was to be. */
	minutes?: number;
	remark: string;
	note: string;
	/** Notes to each of several students. */
	notes?: { student: string; text: string }[];
	/** Questions put to the student with their answers, and what was seen in held finishes: to be found by their words. */
	heard: string;
	students: string[];
	/** Cues that were given after a fault, by the student, and what followed each. */
	took?: (CueTook & { student: string })[];
	/** What all attempts, counted or not, put on each student's parts: tries times what a try loads, and what they fed; the coach's own under no name. */
	load?: Record<string, LoadDay["parts"]>;
	/** The tries behind it, rung by rung, with the parts whose load was known: loads set later fill in the others. */
	rungLoads?: Record<string, RungLoad[]>;
	/** All attempts, counted or not. */
	attempts: number;
	rungs: RungDigest[];
	/** Easier forms that were set or lifted in it. */
	easings?: EasingDigest[];
	moves: MoveDigest[];
	last: LastVisit[];
}

/** What followed the cues of a lesson; a lesson without any says nothing of it. */
function tookIn(lesson: string, view: LessonView): Pick<LessonDigest, "took"> {
	const students = [...new Set(view.visits.flatMap(({ student }) => student ?? []))];
	const took = students.flatMap((student) =>
		cuesTook(seenIn(lesson, "", view, student)).map((one) => ({ ...one, student })),
	);
	return took.length > 0 ? { took } : {};
}

function loadIn(view: LessonView): Pick<LessonDigest, "load" | "rungLoads"> {
	const people = [COACH, ...new Set(view.visits.flatMap(({ student }) => student ?? []))];
	const load = people.flatMap((who) => {
		const parts = loadOf(view, who);
		return Object.keys(parts).length > 0 ? [[who, parts] as const] : [];
	});
	const rungs = people.flatMap((who) => {
		const tries = rungLoads(view, who);
		return tries.length > 0 ? [[who, tries] as const] : [];
	});
	return {
		...(load.length > 0 ? { load: Object.fromEntries(load) } : {}),
		...(rungs.length > 0 ? { rungLoads: Object.fromEntries(rungs) } : {}),
	};
}

const own = (visit: Visit) => anyForm(visit).filter((item) => item.variation === formOf(visit.placing));
const anyForm = (visit: Visit) => inOrder(visit).filter((item) => item.counted);

/** Tries in order; those of a tally, whose order nobody kept, are spread evenly. */
function marksOf(visit: Visit, of: typeof own = own): string {
	const marks = (item: TryView | TallyView): string => {
		if (item.kind === "try") return markOf(item.good, item.byPartner);
		const { tries, good, byPartner } = item;
		return Array.from({ length: tries }, (_, i) =>
			markOf(Math.floor(((i + 1) * good) / tries) > Math.floor((i * good) / tries), byPartner),
		).join("");
	};
	return of(visit).map(marks).join("");
}

/** Questions with their answers, and what was seen in held finishes, a line each. */
const heardIn = ({ events }: LessonView): string =>
	events
		.flatMap((event) =>
			event.kind === "answered" && event.body.answer
				? [`${event.body.question} ${event.body.answer}`]
				: event.kind === "finish.held" && event.body.remark
					? [`${event.body.name}: ${event.body.remark}`]
					: [],
		)
		.join("\n");

/** What each student went home with: the next day, and the note. */
function leftIn(
	view: LessonView,
	students: readonly string[],
): Pick<LessonDigest, "next" | "nextTime" | "nextZone" | "nexts" | "note" | "notes"> {
	const left = (students.length > 0 ? students : [null]).map((student) => ({ student, ...partingOf(view, student) }));
	const [first, ...others] = left;
	const nexts = left.flatMap(({ student, next, time }) =>
		student && next ? [{ student, day: next, ...(time ? { time } : {}) }] : [],
	);
	const notes = left.flatMap(({ student, note }) => (student && note ? [{ student, text: note }] : []));
	return {
		next: first?.next ?? null,
		...(first?.time ? { nextTime: first.time } : {}),
		...(view.closed && left.some(({ next }) => next) ? { nextZone: view.closed.tz } : {}),
		...(others.some(({ next, time }) => next !== first?.next || time !== first?.time) ? { nexts } : {}),
		note: others.length === 0 ? (first?.note ?? "") : "",
		...(others.length > 0 && notes.length > 0 ? { notes } : {}),
	};
}

export function digestLesson(lesson: string, view: LessonView): LessonDigest {
	const day = dayOf(view);
	const students = [...new Set([view.opened?.student, ...view.visits.map((visit) => visit.student)])].filter(
		(id): id is string => Boolean(id),
	);
	const rungs = wrapUp(view);
	const wishes = wishesOf(view, students).flatMap(({ student, wish }) => (student ? [{ student, wish }] : []));
	return {
		lesson,
		day,
		...(view.dated ? { sure: true } : {}),
		...(view.booked ? { booked: view.booked.body.booking } : {}),
		...(view.opened?.body.fromCard ? { fromCard: true } : {}),
		opened: view.opened !== null,
		closed: view.closed !== null,
		...leftIn(view, students),
		wish: students.length > 1 ? wishes.map(({ wish }) => wish).join("\n") : wishOf(view, students[0] ?? null),
		...(students.length > 1 && wishes.length > 0 ? { wishes } : {}),
		...(view.opened?.body.minutes ? { minutes: view.opened.body.minutes } : {}),
		remark: view.closed?.body.remark ?? "",
		heard: heardIn(view),
		students,
		...tookIn(lesson, view),
		...loadIn(view),
		attempts: sum(view.visits.flatMap(inOrder), (item) => triesIn(item)),
		rungs: rungs
			.filter((rung) => rung.visits.some((visit) => inOrder(visit).length + visit.scores.length > 0))
			.map((wrap) => ({ wrap, score: scoreOf(wrap), ...wrap }))
			.map(
				({
					wrap,
					score,
					student,
					ladder,
					rung,
					name,
					tries,
					good,
					variationTries,
					longestRun,
					met,
					checks,
					visits,
				}) => ({
					...(checks.length > 0 ? { checks } : {}),
					student,
					ladder,
					rung,
					name,
					tries,
					good,
					tried: tries + variationTries,
					met,
					...(wrap.easedBy ? { eased: true as const } : {}),
					...(wrap.under ? { under: wrap.under } : {}),
					longestRun: tellsRuns(wrap) ? longestRun : null,
					...(score.of === "rung" ? {} : { instead: { ...score, of: score.of } }),
					marks: visits.map((visit) => marksOf(visit)).join(""),
					...passOf(view, visits),
					...resultIn(wrap),
					ways: waysIn(visits),
				}),
			),
		moves: movesIn(lesson, day, view),
		...easingsIn(view),
		last: lastVisits(view, rungs),
	};
}

const resultIn = (rung: RungWrap): { result?: string } => {
	const result = resultOf(rung);
	return result ? { result } : {};
};

function waysIn(visits: readonly Visit[]): Record<string, number> {
	const ways: Record<string, number> = {};
	for (const item of visits.flatMap(own))
		if (item.kind === "try") {
			const way = wayOf(item.good, item.body.result);
			ways[way] = (ways[way] ?? 0) + 1;
		}
	return ways;
}

function easingsIn(view: LessonView): Pick<LessonDigest, "easings"> {
	const easings = view.easings.flatMap(({ ladder, rung, body, localDay, lamport, device, dseq }): EasingDigest[] =>
		ladder && rung ? [{ ladder, rung, ...body, day: localDay, lamport, device, dseq }] : [],
	);
	return easings.length > 0 ? { easings } : {};
}

const movesIn = (lesson: string, day: string, view: LessonView): MoveDigest[] =>
	view.moves.flatMap((move) =>
		move.ladder
			? [
					{
						id: move.id,
						ladder: move.ladder,
						lesson,
						day,
						from: move.body.from,
						to: move.body.to,
						reason: move.body.reason,
						unfounded: view.unfounded.has(move.id),
						lamport: move.lamport,
						device: move.device,
						dseq: move.dseq,
					},
				]
			: [],
	);

/** The latest pass of a rung that no move of its ladder followed. */
function passOf(view: LessonView, visits: readonly Visit[]): { pass?: PassDigest } {
	const visit = visits.findLast(
		({ verdict, placing, elsewhere }) => verdict.metBy !== null && placing.reEarn === null && elsewhere !== "re-check",
	);
	const metBy = visit?.verdict.metBy;
	if (!visit?.ladder || !metBy) return {};
	const at = view.events.findIndex(({ id }) => id === metBy);
	const met = view.events[at];
	if (!met) return {};
	const after = view.events.slice(at + 1).filter(({ ladder }) => ladder === visit.ladder);
	if (after.some(({ kind }) => kind === "peg.moved")) return {};
	const answers = after.flatMap((event) =>
		event.kind === "pass.answered" && event.body.rung === visit.rung
			? [event.body.answer]
			: event.kind === "advice.overruled" && event.body.line === "step-up"
				? ["stay" as const]
				: [],
	);
	const { lamport, device, dseq } = met;
	const elsewhere = visit.elsewhere ? { elsewhere: true as const } : {};
	return { pass: { metBy, answer: answers.at(-1) ?? null, ...elsewhere, seen: view.seen, lamport, device, dseq } };
}

function lastVisits(view: LessonView, rungs: readonly RungWrap[]): LastVisit[] {
	const worked = view.visits.filter((visit) => visit.ladder && inOrder(visit).some(({ counted }) => counted));
	return [...new Set(worked.map((visit) => visit.ladder as string))].map((ladder) => {
		const visits = worked.filter((visit) => visit.ladder === ladder);
		// What was worked at the peg is gone on with, not what was done beside it; a try or two there at the end are no work yet.
		const atPeg = visits.filter(({ elsewhere }) => !elsewhere);
		const enough = atPeg.findLast((one) => countedIn(inOrder(one)) >= ENOUGH_TO_GO_BY);
		const visit = (enough ?? atPeg.at(-1) ?? visits.at(-1)) as Visit;
		const cue = visits
			.flatMap((v) => v.entries)
			.flatMap(({ event }) =>
				event.kind === "feedback" && event.body.type !== "confirmation" && event.body.cue && !isShown(event.body.cue)
					? [event.body.cue.text]
					: [],
			)
			.at(-1);
		const own = [...marksOf(visit)];
		// Worked on a variation only: its tries, not none.
		const marks = own.length > 0 ? own : [...marksOf(visit, anyForm)];
		return {
			ladder,
			rung: own.length > 0 ? visit.placing.settings.name : `${visit.placing.settings.name}, on a variation`,
			good: marks.filter((mark) => readMark(mark).good).length,
			tries: marks.length,
			...(own.length > 0 ? resultOn(rungs, visit) : {}),
			...(own.length > 0 && visit.placing.easedBy ? { eased: true as const } : {}),
			cue: cue ?? null,
			...practiseOn(view, ladder),
		};
	});
}

/** The result of the rung that a visit was on, all its visits of the lesson together. */
function resultOn(rungs: readonly RungWrap[], { student, ladder, rung, placing }: Visit): { result?: string } {
	const on = rungs.find(
		(one) =>
			one.student === student &&
			one.ladder === ladder &&
			one.rung === rung &&
			one.easedBy === (placing.easedBy ?? null) &&
			one.tries > 0,
	);
	return on ? resultIn(on) : {};
}

function practiseOn(view: LessonView, ladder: string): { practise?: string } {
	const whose = view.visits.find((visit) => visit.ladder === ladder)?.student ?? null;
	const words = practiseIn(partingOf(view, whose))
		.filter((one) => one.ladder === ladder)
		.map(({ name, much }) => (much ? `${name}, ${much}` : name));
	return words.length > 0 ? { practise: words.join("; ") } : {};
}
