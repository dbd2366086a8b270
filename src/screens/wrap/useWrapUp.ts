"use client";

import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { NoteTemplate } from "@/core/coach/noteTemplate";
import { ownMarksIn } from "@/core/commands/atTheEnd";
import { closeLesson } from "@/core/commands/said";
import { Spoken } from "@/core/languages/spoken";
import { type WholeLocale, wholeLocaleOf } from "@/core/languages/wholeLocale";
import { type NoteLine, noteLines, noteText } from "@/core/log/noteFor";
import { partingOf, practiseIn } from "@/core/log/parting";
import { dayOf, type LessonView } from "@/core/log/view";
import type { RungWrap } from "@/core/log/wrap";
import type { Pack } from "@/core/pack/pack";
import type { AskedDrill } from "@/core/practice/asked";
import { cutText } from "@/core/text/fields";
import type { LessonOnDevice } from "@/device/lesson";
import { today } from "@/ui/dates";
import { useKept } from "@/ui/useKept";

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
	const [ownText, setOwn, forgetOwn] = useKept(
		`notes ${lesson.lesson}`,
		JSON.stringify(Object.fromEntries(students.map((student) => [student, partingOf(view, student)?.note ?? ""]))),
	);
	const own = JSON.parse(ownText) as Record<string, string>;
	const [ownNote, setNote, forgetNote] = useKept(
		`note ${lesson.lesson}`,
		partingOf(view, students[0] ?? null)?.note ?? "",
	);
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

/** When each comes next, by the student: the day, and the hour where it is not the usual one; kept on this device. */
function useNextDays(lesson: string, view: LessonView, whose: readonly (string | null)[]) {
	const saidBefore = (what: "next" | "time") =>
		JSON.stringify(Object.fromEntries(whose.map((one) => [one ?? "", partingOf(view, one)?.[what] ?? ""])));
	const [nextText, setNextText, forgetDays] = useKept(`next days ${lesson}`, saidBefore("next"));
	const [timeText, setTimeText, forgetTimes] = useKept(`next times ${lesson}`, saidBefore("time"));
	const nexts = JSON.parse(nextText) as Record<string, string>;
	const times = JSON.parse(timeText) as Record<string, string>;
	return {
		nexts,
		times,
		/** The day of one student's next lesson, or of everybody's. */
		setNext: (days: Readonly<Record<string, string>>) => setNextText(JSON.stringify({ ...nexts, ...days })),
		setTime: (student: string, time: string) => setTimeText(JSON.stringify({ ...times, [student]: time })),
		forgetNext: () => {
			forgetDays();
			forgetTimes();
		},
	};
}

/** Home practice as a lesson of before said it goes on saying it. */
function saidBefore(view: LessonView, student: string | null) {
	const { practise } = partingOf(view, student) ?? {};
	return practise ? { practise } : {};
}

export type Drills = ReturnType<typeof useDrills>;

/** What each is to practise from now on, kept on this device; their page's own drills until something is changed. */
function useDrills(lesson: string, view: LessonView, pack: Pack, whose: readonly (string | null)[]) {
	const before = Object.fromEntries(
		whose.flatMap((one) => {
			const drills = one === null ? undefined : partingOf(view, one)?.drills;
			return drills ? [[one, drills]] : [];
		}),
	);
	const [text, setText, forget] = useKept(`drills ${lesson}`, JSON.stringify(before));
	const chosen = JSON.parse(text) as Record<string, AskedDrill[]>;
	const pageOf = (student: string) => pack.students.find(({ id }) => id === student)?.page;
	const drillsOf = (student: string): AskedDrill[] => chosen[student] ?? pageOf(student)?.drills ?? [];
	return {
		pageOf,
		drillsOf,
		/** What the wrap-up says of it; undefined where it leaves the page as it is. */
		changed: (student: string): AskedDrill[] | undefined => chosen[student],
		set: (student: string, drills: readonly AskedDrill[]) => setText(JSON.stringify({ ...chosen, [student]: drills })),
		/** The same in words, for the note. */
		said: (student: string, { say }: WholeLocale) =>
			practiseIn({ ...saidBefore(view, student), drills: drillsOf(student) }, say),
		forget,
	};
}

/** The language each student's note is written in, as the pack brings it: English where it brings none. */
function useLocales({ students, languages }: Pick<Pack, "students" | "languages">): (student: string) => WholeLocale {
	return useMemo(() => {
		const read = (languages ?? []).flatMap((one) => Spoken.safeParse(one).data ?? []);
		const locales = new Map(read.map((spoken) => [spoken.code, wholeLocaleOf(spoken)]));
		const english = wholeLocaleOf();
		return (student) => locales.get(students.find(({ id }) => id === student)?.student.language ?? "") ?? english;
	}, [students, languages]);
}

/** What is written at the wrap-up, kept on this device until the lesson is closed. */
export function useWrapUp(lesson: LessonOnDevice, view: LessonView, pack: Pack, rungs: readonly RungWrap[]) {
	const router = useRouter();
	const nameOf = (id: string | null) => pack.students.find((s) => s.id === id)?.student.name;
	const students = [...new Set(rungs.map((rung) => rung.student).filter((id): id is string => id !== null))];
	const day = dayOf(view);
	const closed = view.closed?.body;
	const localeFor = useLocales(pack);
	const [remark, setRemark, forgetRemark] = useKept(`remark ${lesson.lesson}`, closed?.remark ?? "");
	const whose = students.length > 0 ? students : [null];
	const { nexts, setNext, times, setTime, forgetNext } = useNextDays(lesson.lesson, view, whose);
	const drills = useDrills(lesson.lesson, view, pack, whose);
	const { notes, forget } = useNotes(lesson, view, students, nameOf, (student) =>
		noteLines(
			nameOf(student) ?? "",
			localeFor(student).day(day, today()),
			rungs.filter((rung) => rung.student === student),
			{
				before: (rung) => holeOf(pack, rung),
				dayWords: (on) => localeFor(student).day(on, today()),
				locale: localeFor(student),
				marks: ownMarksIn(view, student),
				practise: drills.said(student, localeFor(student)),
				next: nexts[student]
					? [localeFor(student).day(nexts[student], today()), times[student]].filter(Boolean).join(", ")
					: null,
				...templateIn(pack),
			},
		),
	);
	const [closing, setClosing] = useState(false);

	const close = async () => {
		setClosing(true);
		const partings = notes.map(({ student, text }) => {
			const time = nexts[student ?? ""] ? times[student ?? ""] : "";
			const asked = student === null ? undefined : drills.changed(student);
			return {
				student,
				parting: {
					note: cutText(text, 4000),
					next: nexts[student ?? ""] || null,
					...(time ? { time } : {}),
					...saidBefore(view, student),
					...(asked ? { drills: asked } : {}),
				},
			};
		});
		lesson.write(closeLesson(view, cutText(remark, 4000), partings));
		await lesson.settled();
		forgetRemark();
		forget();
		forgetNext();
		drills.forget();
		router.push("/");
		router.refresh();
	};

	return {
		students,
		nameOf,
		day,
		remark,
		setRemark,
		nexts,
		setNext,
		times,
		setTime,
		drills,
		notes,
		closing,
		close,
	};
}

/** What the pack knows of a rung from before this lesson. */
export const holeOf = ({ ladders }: Pack, { ladder, rung }: Pick<RungWrap, "ladder" | "rung">) =>
	ladders.find(({ id }) => id === ladder)?.holes.find((hole) => hole.rung === rung);

/** The coach's own way of writing a note; the usual one where there is none, or none that can be read. */
function templateIn({ note }: Pack): { template?: NoteTemplate } {
	const read = NoteTemplate.safeParse(note);
	return read.success ? { template: read.data } : {};
}
