"use client";

import { useRouter } from "next/navigation";
import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import type { EventDraft } from "@/core/log/event";
import type { Reminder } from "@/core/log/reminders";
import { record } from "@/device/record";
import { dayWords, fromToday, today } from "./dates";
import css from "./keep.module.css";
import { PromiseForm } from "./PromiseForm";

interface Props {
	studio: string;
	student: string | null;
	entries: readonly Reminder[];
	/** Names beside the lines, where more than one student is on the page. */
	names?: Readonly<Record<string, string>>;
}

function useRecord(studio: string) {
	const router = useRouter();
	const [note, setNote] = useState("");
	return {
		note,
		async write(draft: EventDraft) {
			const { sent } = await record(studio, [draft]);
			setNote(sent ? "" : "Kept on this device; it goes out when the server answers.");
			router.refresh();
		},
	};
}

/** A line that was pressed: where it stood, and the event that dealt with it, unless that was taken back. */
interface Pressed {
	one: Reminder;
	at: number;
	by: string | null;
}

/**
 * Lines that a press deals with. What was pressed stays in its place until the page is left,
 * so that nothing moves under the finger and a slip is taken back where it was made.
 */
function useLines(
	entries: readonly Reminder[],
	write: (draft: EventDraft) => Promise<void>,
	dealWith: (one: Reminder) => EventDraft,
) {
	const [pressed, setPressed] = useState<readonly Pressed[]>([]);
	const lines = [...entries];
	for (const { one, at } of pressed) if (!lines.some(({ id }) => id === one.id)) lines.splice(at, 0, one);
	const set = (one: Reminder, at: number, by: string | null) =>
		setPressed((now) =>
			[...now.filter((other) => other.one.id !== one.id), { one, at, by }].sort((a, b) => a.at - b.at),
		);
	return lines.map((one, at) => {
		const by = pressed.find((other) => other.one.id === one.id)?.by ?? null;
		return {
			one,
			isDone: by !== null,
			press: () => {
				if (by !== null) {
					set(one, at, null);
					return write({ kind: "void", student: one.student, body: { targets: [by] } });
				}
				const id = uuid();
				set(one, at, id);
				return write({ ...dealWith(one), id });
			},
		};
	});
}

/** The button of a line; pressed, it is the way back. */
function DealWith({ line, word, said }: { line: ReturnType<typeof useLines>[number]; word: string; said: string }) {
	const { one, isDone, press } = line;
	return (
		<Button
			variant={isDone ? "link" : "outline-primary"}
			size="sm"
			aria-label={isDone ? `Take back: ${said} ${one.text}` : `${said} ${one.text}`}
			onClick={() => void press()}
		>
			{isDone ? "take it back" : word}
		</Button>
	);
}

/** What the coach said they would do, by a day. */
export function Promises({ studio, student, entries, names }: Props) {
	const { write, note } = useRecord(studio);
	const lines = useLines(entries, write, (one) => ({
		kind: "promise.kept",
		student: one.student,
		body: { promise: one.id },
	}));
	const id = useId();
	return (
		<section className={css.keep} aria-labelledby={id}>
			<h2 id={id}>Promised</h2>
			{lines.length === 0 && <p className="mute m-0">Nothing is promised.</p>}
			<ul>
				{lines.map((line) => {
					const { one, isDone } = line;
					return (
						<li key={one.id}>
							<span dir="auto" className={isDone ? css.done : undefined}>
								{names?.[one.student ?? ""] && <b>{names[one.student ?? ""]}: </b>}
								{one.text}
								<small className={!isDone && (one.due ?? "") <= today() ? "asks" : "mute"}>
									{" "}
									{one.due && `${dayWords(one.due)}, ${fromToday(one.due)}`}
								</small>
							</span>
							<DealWith line={line} word="kept" said="Kept:" />
						</li>
					);
				})}
			</ul>
			{student && (
				<PromiseForm
					placeholder="what was promised"
					onPromise={(text, due) => write({ kind: "promise", student, body: { text, due } })}
				/>
			)}
			{note && <p role="status">{note}</p>}
		</section>
	);
}

/** Noticed, and left alone for now. */
export function Parked({ studio, student, entries, names }: Props) {
	const { write, note } = useRecord(studio);
	const lines = useLines(entries, write, (one) => ({
		kind: "unparked",
		student: one.student,
		body: { parked: one.id },
	}));
	const [text, setText] = useState("");
	const id = useId();
	return (
		<section className={css.keep} aria-labelledby={id}>
			<h2 id={id}>Parked</h2>
			{lines.length === 0 && <p className="mute m-0">Nothing is parked.</p>}
			<ul>
				{lines.map((line) => {
					const { one, isDone } = line;
					return (
						<li key={one.id}>
							<span dir="auto" className={isDone ? css.done : undefined}>
								{names?.[one.student ?? ""] && <b>{names[one.student ?? ""]}: </b>}
								{one.text} <small className="mute">{dayWords(one.day)}</small>
							</span>
							<DealWith line={line} word="done" said="Done with:" />
						</li>
					);
				})}
			</ul>
			{student && (
				<Form
					onSubmit={async (event) => {
						event.preventDefault();
						await write({ kind: "parked", student, body: { text: text.trim() } });
						setText("");
					}}
				>
					<Form.Control
						required
						maxLength={1000}
						aria-label="Parked observation"
						placeholder="noticed, not said"
						value={text}
						onChange={(e) => setText(e.target.value)}
						dir="auto"
					/>
					<Button type="submit" variant="outline-primary" disabled={!text.trim()}>
						park
					</Button>
				</Form>
			)}
			{note && <p role="status">{note}</p>}
		</section>
	);
}
