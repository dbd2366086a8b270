"use client";

import { useState } from "react";
import Form from "react-bootstrap/Form";
import { makePromise } from "@/core/commands/said";
import type { LessonView } from "@/core/log/view";
import type { LessonOnDevice } from "@/device/lesson";
import { dayWords } from "@/ui/dates";
import css from "@/ui/keep.module.css";
import { PromiseForm } from "@/ui/PromiseForm";

interface Props {
	lesson: LessonOnDevice;
	view: LessonView;
	students: readonly string[];
	nameOf: (id: string | null) => string | undefined;
	wishes: readonly { student: string | null; wish: string }[];
}

/** What was parked in the lesson, and what is promised now. */
export function WrapMargin({ lesson, view, students, nameOf, wishes }: Props) {
	const [chosen, setWho] = useState("");
	const who = students.includes(chosen) ? chosen : (students[0] ?? "");
	// Of one person at a time only what is theirs, and what is nobody's.
	const isShown = (student: string | null) => student === null || students.length === 0 || students.includes(student);
	const parked = view.events.flatMap((event) => (event.kind === "parked" && isShown(event.student) ? [event] : []));
	const promised = view.events.flatMap((event) => (event.kind === "promise" && isShown(event.student) ? [event] : []));
	const named = (student: string | null) => students.length > 1 && student && <b>{nameOf(student)}: </b>;
	return (
		<>
			{wishes.length > 0 && (
				<section className={css.keep} aria-label="Wish">
					<h2>Wish for today</h2>
					{wishes.map(({ student, wish }) => (
						<p key={student ?? ""} className="m-0" dir="auto">
							{students.length > 1 && <b>{nameOf(student)}: </b>}
							{wish}
						</p>
					))}
				</section>
			)}
			<section className={css.keep} aria-label="Parked">
				<h2>Parked in this lesson</h2>
				{parked.length === 0 && <p className="mute m-0">Nothing parked.</p>}
				<ul>
					{parked.map((event) => (
						<li key={event.id} dir="auto">
							{named(event.student)}
							{event.body.text}
						</li>
					))}
				</ul>
			</section>
			<section id="promised" className={css.keep} aria-label="Promised">
				<h2>Promised</h2>
				{promised.length === 0 && <p className="mute m-0">No promises yet.</p>}
				<ul>
					{promised.map((event) => (
						<li key={event.id} dir="auto">
							{named(event.student)}
							{event.body.text} <small className="mute">{dayWords(event.body.due)}</small>
						</li>
					))}
				</ul>
				{students.length > 0 && (
					<PromiseForm
						placeholder="what you will do"
						onPromise={(text, due) => {
							lesson.write(makePromise(who, text, due));
							return true;
						}}
					>
						{students.length > 1 && (
							<Form.Select aria-label="To whom" value={who} onChange={(event) => setWho(event.target.value)}>
								{students.map((id) => (
									<option key={id} value={id}>
										{nameOf(id)}
									</option>
								))}
							</Form.Select>
						)}
					</PromiseForm>
				)}
			</section>
		</>
	);
}
