"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { useRecord } from "@/ui/useRecord";

/** A lesson on a day nobody can believe: its tries count, its day decides nothing until the coach says which it was. */
export function LessonDay({
	studio,
	lesson,
	day,
	today,
}: {
	studio: string;
	lesson: string;
	day: string;
	today: string;
}) {
	const [other, setOther] = useState("");
	const { note, write } = useRecord(studio);
	const say = (said: string) => write({ kind: "lesson.dated", lesson, body: { day: said } });
	return (
		<section aria-label="On which day was it?" className="mb-3">
			<p className="m-0">
				<b className="asks">{dayWords(day)} is far from today.</b> Its tries count; as a day it counts for nothing, not
				for last time and not for a rule on several days, until you say which day it was.
			</p>
			<Form
				className="d-flex gap-2 align-items-start flex-wrap mt-2"
				onSubmit={(event) => {
					event.preventDefault();
					if (other) void say(other);
				}}
			>
				<div>
					<DayField aria-label="It was on" value={other} onChange={setOther} />
				</div>
				<Button type="submit" disabled={!other}>
					it was on that day
				</Button>
				<Button variant="outline-primary" onClick={() => say(today)}>
					it was today
				</Button>
				<Button variant="outline-primary" onClick={() => say(day)}>
					{dayWords(day)} is right
				</Button>
			</Form>
			{note && <p role="status">{note}</p>}
		</section>
	);
}
