"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { answer, answersIn, finishHeld, remarkOn } from "@/core/commands/atTheEnd";
import type { LessonView } from "@/core/log/view";
import type { Pack } from "@/core/pack/pack";
import { cutText } from "@/core/text/fields";
import type { LessonOnDevice } from "@/device/lesson";
import css from "@/ui/facts.module.css";
import { useKept } from "@/ui/useKept";
import { KeptText } from "./KeptText";
import { KeyCues } from "./KeyCues";
import { NamedOrTold } from "./NamedOrTold";
import { OwnMark } from "./OwnMark";

interface Props {
	lesson: LessonOnDevice;
	view: LessonView;
	student: string;
	name: string;
	/** More than one student was here. */
	named: boolean;
	wish: string;
}

const questions = [
	"Which try felt better, and why?",
	"Which key positions can you name?",
	"What will you look for alone?",
];

/** What the student says of it, kept word for word. */
export function AskThem({ lesson, view, pack, student, name, named, wish }: Props & { pack: Pack }) {
	const [own, setOwn] = useState("");
	const answers = answersIn(view, student);
	const asked = [
		...(wish ? [`You wanted today: ${cutText(wish, 150)}. Did it come?`] : []),
		...questions,
		...answers.map((one) => one.question),
	];
	const [addedText, setAdded] = useKept(`questions ${lesson.lesson} ${student}`, "[]");
	const added = JSON.parse(addedText) as string[];
	return (
		<section className={css.rung} aria-label={named ? `Ask ${name}` : "Ask them"}>
			<h2>
				Ask <span dir="auto">{name}</span>
			</h2>
			{[...new Set([...asked, ...added])].map((question, i) => (
				<KeptText
					key={question}
					id={`asked-${student}-${i}`}
					draft={`asked ${lesson.lesson} ${student} ${question}`}
					label={question}
					written={answers.findLast((one) => one.question === question)?.answer ?? ""}
					onWrite={(text) => {
						const written = answer(lesson.snapshot().view, student, question, text);
						if (written.length > 0) lesson.write(written);
					}}
				/>
			))}
			<OwnMark lesson={lesson} view={view} pack={pack} student={student} />
			<KeyCues lesson={lesson} view={view} pack={pack} student={student} />
			<NamedOrTold lesson={lesson} view={view} pack={pack} student={student} />
			<Form
				className="d-flex gap-2 mt-2"
				onSubmit={(event) => {
					event.preventDefault();
					const question = own.trim();
					if (question) setAdded(JSON.stringify([...added, question]));
					setOwn("");
				}}
			>
				<Form.Control
					aria-label={named ? `Your own question for ${name}` : "Your own question"}
					placeholder="your own question"
					maxLength={200}
					value={own}
					dir="auto"
					onChange={(event) => setOwn(event.target.value)}
				/>
				<Button variant="outline-primary" type="submit" disabled={!own.trim()}>
					ask
				</Button>
			</Form>
		</section>
	);
}

/** Hold one finish, and look at it together: a remark for each key position that was watched. */
export function HoldTheFinish({ lesson, view, student, name, named }: Omit<Props, "wish">) {
	const watched = view.visits.filter((visit) => visit.student === student).flatMap((visit) => visit.placing.positions);
	const positions = [...new Map(watched.map((position) => [position.id, position])).values()];
	if (positions.length === 0) return null;
	const on = view.visits.findLast((visit) => visit.student === student && visit.placing.positions.length > 0);
	return (
		<section className={css.rung} aria-label={named ? `${name} holds the finish` : "Hold the finish"}>
			<h2>
				{named && <span dir="auto">{name}: </span>}
				Hold one finish and look at it together
			</h2>
			<p className="m-0">
				<a
					href={`/position?lesson=${lesson.lesson}&ladder=${on?.ladder ?? ""}&rung=${on?.rung ?? ""}&position=${positions[0]?.id ?? ""}`}
				>
					check the finish on a picture
				</a>
			</p>
			{positions.map((position) => (
				<KeptText
					key={position.id}
					id={`finish-${student}-${position.id}`}
					draft={`finish ${lesson.lesson} ${student} ${position.id}`}
					label={position.name}
					written={remarkOn(view, student, position.id)}
					onWrite={(text) => {
						const written = finishHeld(lesson.snapshot().view, student, position, text);
						if (written.length > 0) lesson.write(written);
					}}
				/>
			))}
		</section>
	);
}
