"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { closeSet } from "@/core/commands/sets";
import { noteFor } from "@/core/log/noteFor";
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
	const [ownText, setOwn, forgetOwn] = useKept(
		`notes ${lesson.lesson}`,
		JSON.stringify(Object.fromEntries((closed?.notes ?? []).map(({ student, text }) => [student, text]))),
	);
	const own = JSON.parse(ownText) as Record<string, string>;
	const [ownNote, setNote, forgetNote] = useKept(`note ${lesson.lesson}`, closed?.note ?? "");
	/** Who a note goes to: each student, or nobody yet. Nothing of one stands in another's. */
	const notes = (students.length > 0 ? students : [null]).map((student) => {
		const drafted = student
			? noteFor(
					nameOf(student) ?? "",
					dayWords(day),
					rungs.filter((rung) => rung.student === student),
					next ? dayWords(next) : null,
					practise.filter((one) =>
						pack.ladders.some((ladder) => ladder.id === one.ladder && ladder.student === student),
					),
				)
			: "";
		const several = students.length > 1 && student !== null;
		return {
			student,
			label: several
				? `Note for ${nameOf(student) ?? "somebody"}, to copy and send`
				: "Note for the student, to copy and send",
			text: (several ? own[student] : ownNote) || drafted,
			write: (text: string) => (several ? setOwn(JSON.stringify({ ...own, [student]: text })) : setNote(text)),
		};
	});
	const [closing, setClosing] = useState(false);

	const close = async () => {
		setClosing(true);
		const body = {
			remark: cutText(remark, 4000),
			next: next || null,
			note: students.length > 1 ? "" : cutText(notes[0]?.text ?? "", 4000),
			...(students.length > 1
				? { notes: notes.flatMap(({ student, text }) => (student ? [{ student, text: cutText(text, 4000) }] : [])) }
				: {}),
			...(practise.length > 0 ? { practise } : {}),
		};
		const student = view.opened?.student ?? students[0] ?? null;
		lesson.write(
			view.closed
				? [{ kind: "amend", student, body: { target: view.closed.id, body } }]
				: [
						...view.sets.filter((set) => set.open).map((set) => closeSet(set, "lesson over")),
						{ kind: "lesson.closed", student, body },
					],
		);
		await lesson.settled();
		forgetRemark();
		forgetNote();
		forgetOwn();
		forgetNext();
		forgetPractise();
		router.push("/");
		router.refresh();
	};

	return { students, nameOf, day, remark, setRemark, next, setNext, practise, setPractise, notes, closing, close };
}
