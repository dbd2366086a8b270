"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { dateLesson } from "@/core/commands/said";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { useRecord } from "@/ui/useRecord";
import { useReversible } from "@/ui/useReversible";

interface Props {
	studio: string;
	lesson: string;
	day: string;
	today: string;
	/** Far from today, and nobody has said that it is right. */
	isDoubtful: boolean;
}

/** A lesson on a day nobody can believe: its tries count, its day decides nothing until the coach says which it was. */
export function LessonDay({ studio, lesson, day, today, isDoubtful }: Props) {
	const { note, write } = useRecord(studio);
	const { done, press, takeBack } = useReversible(write);
	const say = (said: string) => press(dateLesson(lesson, said));
	const dated = done?.[0];
	if (dated?.kind === "lesson.dated")
		return (
			<p className="mb-3">
				<span role="status">You said it was on {dayWords(dated.body.day, today)}. It counts for that day.</span>{" "}
				<Button variant="link" onClick={takeBack}>
					undo
				</Button>
				{note && <span role="status"> {note}</span>}
			</p>
		);
	if (!isDoubtful) return null;
	return (
		<section aria-label="Which day was it?" className="mb-3">
			<p className="m-0">
				<b className="asks">{dayWords(day, today)} is far from today.</b> Its tries count, but not for “last time” or
				for rules on several days. Which day was it?
			</p>
			<OtherDay onSay={say} />
			<span className="d-flex gap-2 flex-wrap mt-2">
				<Button variant="outline-primary" onClick={() => say(today)}>
					it was today
				</Button>
				<Button variant="outline-primary" onClick={() => say(day)}>
					{dayWords(day, today)} is right
				</Button>
			</span>
			{note && <p role="status">{note}</p>}
		</section>
	);
}

function OtherDay({ onSay }: { onSay: (day: string) => void }) {
	const [other, setOther] = useState("");
	return (
		<Form
			className="d-flex gap-2 align-items-start flex-wrap mt-2"
			onSubmit={(event) => {
				event.preventDefault();
				if (other) onSay(other);
			}}
		>
			<div>
				<DayField aria-label="Day of the lesson" value={other} onChange={setOther} />
			</div>
			<Button type="submit" disabled={!other}>
				use this day
			</Button>
		</Form>
	);
}
