"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { NoteTemplate } from "@/core/coach/noteTemplate";
import { ownMarksIn } from "@/core/commands/atTheEnd";
import { closeLesson } from "@/core/commands/said";
import { type NoteLine, noteLines, noteText } from "@/core/log/noteFor";
import { dayOf, type LessonView } from "@/core/log/view";
import type { RungWrap } from "@/core/log/wrap";
import type { Pack } from "@/core/pack/pack";
import { cutText } from "@/core/text/fields";
import type { LessonOnDevice } from "@/device/lesson";
import { dayWords } from "@/ui/dates";
import { useKept } from "@/ui/useKept";
import type { Practised } from "./Practise";

/** One note: to whom it goes, and what it says. */
export interface Note {
	student: string | null;
	label: string;
	text: string;
	write: (text: string) => void;
	/** The lines it is written from, as long as nobody has written it otherwise. */
	lines: readonly NoteLine[];
	/** Lines of those that are left out. */
	leftOut: readonly string[];
	leave: (line: string, out: boolean) => void;
	/** It was changed by hand: back to what the count says. */
	again: (() => void) | null;
}

/** The notes of a lesson: to each student, or to nobody yet. Nothing of one stands in another's. */
function useNotes(
	lesson: LessonOnDevice,
	view: LessonView,
	students: readonly string[],
	nameOf: (id: string | null) => string | undefined,
	linesFor: (student: string) => NoteLine[],
) {
	const closed = view.closed?.body;
	const [ownText, setOwn, forgetOwn] = useKept(
		`notes ${lesson.lesson}`,
		JSON.stringify(Object.fromEntries((closed?.notes ?? []).map(({ student, text }) => [student, text]))),
	);
	const own = JSON.parse(ownText) as Record<string, string>;
	const [ownNote, setNote, forgetNote] = useKept(`note ${lesson.lesson}`, closed?.note ?? "");
	const [leftText, setLeft, forgetLeft] = useKept(`left out ${lesson.lesson}`, "{}");
	const left = JSON.parse(leftText) as Record<string, string[]>;
	const notes = (students.length > 0 ? students : [null]).map((student): Note => {
		const several = students.length > 1 && student !== null;
		const leftOut = left[student ?? ""] ?? [];
		const lines = student ? linesFor(student) : [];
		const written = several ? own[student] : ownNote;
		const write = (text: string) => (several ? setOwn(JSON.stringify({ ...own, [student]: text })) : setNote(text));
		return {
			student,
			label: several
				? `Note for ${nameOf(student) ?? "somebody"}, to copy and send`
				: "Note for the student, to copy and send",
			text: written || noteText(lines, leftOut),
			write,
			lines: written ? [] : lines,
			leftOut,
			leave: (line, out) =>
				setLeft(
					JSON.stringify({
						...left,
						[student ?? ""]: out ? [...leftOut, line] : leftOut.filter((one) => one !== line),
					}),
				),
			again: written && student ? () => write("") : null,
		};
	});
	const forget = () => {
		forgetOwn();
		forgetNote();
		forgetLeft();
	};
	return { notes, forget };
}

/** What is written at the wrap-up, kept on this device until the lesson is closed. */
export function useWrapUp(lesson: LessonOnDevice, view: LessonView, pack: Pack, rungs: readonly RungWrap[]) {
	const router = useRouter();
	const nameOf = (id: string | null) => pack.students.find((s) => s.id === id)?.student.name;
	const students = [...new Set(rungs.map((rung) => rung.student).filter((id): id is string => id !== null))];
	const day = dayOf(view);
	const closed = view.closed?.body;
	const [remark, setRemark, forgetRemark] = useKept(`remark ${lesson.lesson}`, closed?.remark ?? "");
	const [next, setNext, forgetNext] = useKept(`next ${lesson.lesson}`, closed?.next ?? "");
	const [practiseText, setPractise, forgetPractise] = useKept(
		`practise ${lesson.lesson}`,
		JSON.stringify(closed?.practise ?? []),
	);
	const practise = JSON.parse(practiseText) as Practised;
	const isTheirs = (student: string, ladder: string) =>
		pack.ladders.some((one) => one.id === ladder && one.student === student);
	const { notes, forget } = useNotes(lesson, view, students, nameOf, (student) =>
		noteLines(
			nameOf(student) ?? "",
			dayWords(day),
			rungs.filter((rung) => rung.student === student),
			{
				before: (rung) => holeOf(pack, rung),
				dayWords,
				marks: ownMarksIn(view, student),
				practise: practise.filter((one) => isTheirs(student, one.ladder)),
				next: next ? dayWords(next) : null,
				...templateIn(pack),
			},
		),
	);
	const [closing, setClosing] = useState(false);

	const close = async () => {
		setClosing(true);
		const body = {
			remark: cutText(remark, 4000),
			next: next || null,
			...notesBody(notes),
			...(practise.length > 0 ? { practise } : {}),
		};
		const student = view.opened?.student ?? students[0] ?? null;
		lesson.write(closeLesson(view, student, body));
		await lesson.settled();
		forgetRemark();
		forget();
		forgetNext();
		forgetPractise();
		router.push("/");
		router.refresh();
	};

	return { students, nameOf, day, remark, setRemark, next, setNext, practise, setPractise, notes, closing, close };
}

/** What the pack knows of a rung from before this lesson. */
export const holeOf = ({ ladders }: Pack, { ladder, rung }: Pick<RungWrap, "ladder" | "rung">) =>
	ladders.find(({ id }) => id === ladder)?.holes.find((hole) => hole.rung === rung);

/** The coach's own way of writing a note; the usual one where there is none, or none that can be read. */
function templateIn({ note }: Pack): { template?: NoteTemplate } {
	const read = NoteTemplate.safeParse(note);
	return read.success ? { template: read.data } : {};
}

/** One note as the note; each of several as its student's. */
const notesBody = (notes: readonly Note[]) =>
	notes.length === 1
		? { note: cutText(notes[0]?.text ?? "", 4000) }
		: {
				note: "",
				notes: notes.flatMap(({ student, text }) => (student ? [{ student, text: cutText(text, 4000) }] : [])),
			};
