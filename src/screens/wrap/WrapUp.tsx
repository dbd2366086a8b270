"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { Fragment, useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { closeSet } from "@/core/acts/acts";
import { ownWords } from "@/core/acts/atTheEnd";
import { dayOf } from "@/core/log/lesson";
import { noteFor } from "@/core/log/noteFor";
import { wrapUp } from "@/core/log/wrap";
import type { Pack } from "@/core/pack/pack";
import { cutText } from "@/core/words/text";
import type { LessonOnDevice, LessonState } from "@/device/lesson";
import { useMarks } from "@/screens/live/useLesson";
import { Bench } from "@/ui/Bench";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { PegMoves } from "@/ui/PegMoves";
import { Row } from "@/ui/Row";
import { RungFacts } from "@/ui/RungFacts";
import { useKept } from "@/ui/useKept";
import { AskThem, HoldTheFinish } from "./AskThem";
import { FeltBetter } from "./FeltBetter";
import { KeepForLadder } from "./KeepForLadder";
import { Practise, type Practised } from "./Practise";
import { Unclaimed } from "./Unclaimed";
import { WrapMargin } from "./WrapMargin";

/** What improved, in numbers; what was said; what to send; when next. */
export function WrapUp({ lesson, state, pack }: { lesson: LessonOnDevice; state: LessonState; pack: Pack }) {
	const router = useRouter();
	const { view } = state;
	const rungs = useMemo(() => wrapUp(view), [view]);
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
			...{ remark: cutText(remark, 4000), next: next || null },
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

	const unplaced = rungs.some((rung) => rung.ladder === null);
	return (
		<Bench
			margin={
				<WrapMargin
					lesson={lesson}
					view={view}
					students={students}
					nameOf={nameOf}
					wish={view.opened?.body.wish ?? ""}
				/>
			}
		>
			<h1 dir="auto">{students.map(nameOf).join(", ") || "Quick count"}</h1>
			<p className="mute">
				Wrap-up of {day && dayWords(day)}
				{view.closed && ", closed before; saving changes what was written"}
				{" · "}
				<Link href={`/live?lesson=${lesson.lesson}`}>back into the lesson</Link>
			</p>
			{unplaced && (
				<p className="asks">
					Some tries are for nobody yet. <Link href={`/live?lesson=${lesson.lesson}`}>Say for whom</Link> before you
					close.
				</p>
			)}
			{rungs.length === 0 && <p>Nothing was counted.</p>}
			{rungs.map((rung) => (
				<Fragment key={`${rung.student}${rung.ladder}${rung.rung}`}>
					<RungFacts
						rung={rung}
						who={students.length > 1 ? nameOf(rung.student) : undefined}
						onWords={(cue, text, kind) => lesson.write(ownWords(lesson.snapshot().view, cue, { text, kind }))}
						before={pack.ladders.find(({ id }) => id === rung.ladder)?.holes.find((hole) => hole.rung === rung.rung)}
					/>
					<FeltBetter lesson={lesson} view={view} rung={rung} />
				</Fragment>
			))}
			<PegMoves view={view} nameOf={students.length > 1 ? nameOf : undefined} />
			<KeepForLadder view={view} pack={pack} />
			<Unclaimed lesson={lesson} view={view} pack={pack} nameOf={nameOf} named={students.length > 1} />
			{students.map((student) => {
				const of = { lesson, view, student, name: nameOf(student) ?? "", named: students.length > 1 };
				return (
					<div key={student}>
						<HoldTheFinish {...of} />
						<AskThem {...of} pack={pack} wish={view.opened?.student === student ? view.opened.body.wish : ""} />
					</div>
				);
			})}
			<Practise
				view={view}
				pack={pack}
				value={practise}
				nameOf={students.length > 1 ? nameOf : undefined}
				onChange={(value) => setPractise(JSON.stringify(value))}
			/>
			<Form onSubmit={(event) => event.preventDefault()} className="mt-3">
				<Row id="remark" label="Remark, for you">
					<Form.Control
						as="textarea"
						rows={2}
						maxLength={4000}
						value={remark}
						onChange={(e) => setRemark(e.target.value)}
						dir="auto"
					/>
				</Row>
				{notes.map((note) => (
					<Note key={note.student ?? ""} {...note} />
				))}
				<div className="d-flex gap-3 align-items-end flex-wrap">
					<Row id="next" label="Next lesson" className="">
						<DayField least={day} value={next} onChange={setNext} />
					</Row>
					<Button onClick={close} disabled={closing}>
						{view.closed ? "save the wrap-up" : "close the lesson"}
					</Button>
				</div>
				<HowFar lesson={lesson} />
			</Form>
		</Bench>
	);
}

function Note({
	student,
	label,
	text,
	write,
}: {
	student: string | null;
	label: string;
	text: string;
	write: (text: string) => void;
}) {
	const [copied, setCopied] = useState(false);
	return (
		<div className="mb-3">
			<Row id={`note-${student ?? "one"}`} label={label} hint="Written from the count; change it as you like.">
				<Form.Control
					as="textarea"
					rows={6}
					maxLength={4000}
					value={text}
					onChange={(event) => {
						setCopied(false);
						write(event.target.value);
					}}
					dir="auto"
				/>
			</Row>
			<Button
				variant="outline-primary"
				onClick={async () => {
					await navigator.clipboard.writeText(text);
					setCopied(true);
				}}
			>
				{copied ? "copied" : "copy the note"}
				<span className="visually-hidden">: {label}</span>
			</Button>
		</div>
	);
}

function HowFar({ lesson }: { lesson: LessonOnDevice }) {
	const { unkept, unsent } = useMarks(lesson);
	return (
		<p className="hint mt-2" role="status">
			{unkept > 0 ? `keeping ${unkept}` : "all kept"} · {unsent > 0 ? `${unsent} to send` : "all sent"}
		</p>
	);
}
