import type { MessageId } from "@/core/languages/english";
import type { Say } from "@/core/languages/locale";
import { amountWords } from "@/core/practice/amount";
import type { Body } from "./kinds";
import type { LessonView } from "./view";

/** What one student goes home with. */
export type Parting = Body<"parting">;
/** Something to practise and how much of it, in words. */
export interface PractiseWords {
	name: string;
	much: string;
	/** Whose rung it is; null for a drill of its own. */
	ladder: string | null;
}

/** What a student was asked to practise, in words: by the drills of their page, or as lessons of before said it. */
export const practiseIn = (
	parting: Pick<Parting, "practise" | "drills"> | null,
	say?: Say<MessageId>,
): PractiseWords[] =>
	parting?.drills
		? parting.drills.map((drill) => ({ name: drill.name, much: amountWords(drill, say), ladder: drill.ladder }))
		: (parting?.practise ?? []);

type Seen = Pick<LessonView, "closed" | "events" | "visits">;

/** The event in which it was said, where it was said for this student alone. */
export const partingEvent = ({ events }: Pick<LessonView, "events">, student: string) =>
	events.findLast((event) => event.kind === "parting" && event.student === student) ?? null;

/**
 * What a student was left with at the end of a lesson: the note, the next day, what to practise.
 * Lessons closed by older builds said it of everybody in one: the day was everybody's, the note
 * the one student's, practice went by whose ladder it was on. Null where the lesson is not closed.
 */
export function partingOf(view: Seen, student: string | null): Parting | null {
	if (!view.closed) return null;
	const own = student === null ? null : partingEvent(view, student);
	if (own?.kind === "parting") return own.body;
	const { note, notes, next, time, practise = [] } = view.closed.body;
	const isTheirs = (ladder: string) => {
		const whose = view.visits.find((visit) => visit.ladder === ladder)?.student;
		return whose === undefined || whose === student;
	};
	const theirs = practise.filter(({ ladder }) => isTheirs(ladder));
	return {
		note: notes ? (notes.find((one) => one.student === student)?.text ?? "") : note,
		next,
		...(time ? { time } : {}),
		...(theirs.length > 0 ? { practise: theirs } : {}),
	};
}
