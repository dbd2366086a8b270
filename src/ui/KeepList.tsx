"use client";

import { type ReactNode, useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Drafts } from "@/core/commands/drafts";
import { park } from "@/core/commands/inLesson";
import { keepPromise, makePromise, unpark } from "@/core/commands/said";
import type { Reminder } from "@/core/log/reminders";
import { dayWords, fromToday, today } from "./dates";
import css from "./keep.module.css";
import { PromiseForm } from "./PromiseForm";
import { useRecord } from "./useRecord";
import { useReversible } from "./useReversible";
import { useStaying } from "./useStaying";

interface Props {
	studio: string;
	student: string | null;
	entries: readonly Reminder[];
	/** Names beside the lines, where more than one student is on the page. */
	names?: Readonly<Record<string, string>> | undefined;
}

interface LinesProps extends Pick<Props, "entries" | "names"> {
	/** Said where there is no line. */
	none: string;
	/** What stands on a line's button, and what a screen reader says of it before the line's words. */
	word: string;
	said: string;
	when: (one: Reminder, isDone: boolean) => ReactNode;
	dealWith: (one: Reminder) => Drafts;
	write: (command: Drafts) => Promise<boolean>;
}

const idOf = ({ id }: Reminder) => id;

/** Lines that a press deals with; a slip is taken back where it was made. */
function Lines({ entries, none, ...rest }: LinesProps) {
	const { lines, stay } = useStaying(entries, idOf);
	return (
		<>
			{lines.length === 0 && <p className="mute m-0">{none}</p>}
			<ul>
				{lines.map((one) => (
					<Line key={one.id} one={one} onPress={() => stay(one)} {...rest} />
				))}
			</ul>
		</>
	);
}

function Line({
	one,
	onPress,
	names,
	word,
	said,
	when,
	dealWith,
	write,
}: Omit<LinesProps, "entries" | "none"> & { one: Reminder; onPress: () => void }) {
	const { done, press, takeBack } = useReversible(write, onPress);
	const isDone = done !== null;
	const name = names?.[one.student ?? ""];
	return (
		<li>
			<span dir="auto" className={isDone ? css.done : undefined}>
				{name && <b>{name}: </b>}
				{one.text} {when(one, isDone)}
			</span>
			<Button
				variant={isDone ? "link" : "outline-primary"}
				size="sm"
				aria-label={isDone ? `Undo: ${said} ${one.text}` : `${said} ${one.text}`}
				onClick={isDone ? takeBack : () => press(dealWith(one))}
			>
				{isDone ? "undo" : word}
			</Button>
		</li>
	);
}

/** What the coach said they would do, by a day. */
export function Promises({ studio, student, entries, names }: Props) {
	const { write, note } = useRecord(studio);
	const id = useId();
	return (
		<section className={css.keep} aria-labelledby={id}>
			<h2 id={id}>Promised</h2>
			<Lines
				entries={entries}
				names={names}
				none="No promises."
				word="done"
				said="Done:"
				when={({ due }, isDone) => (
					<small className={!isDone && (due ?? "") <= today() ? "asks" : "mute"}>
						{due && `${dayWords(due)}, ${fromToday(due)}`}
					</small>
				)}
				dealWith={({ id: promise, student: whose }) => keepPromise(whose, promise)}
				write={write}
			/>
			{student && (
				<PromiseForm
					placeholder="what was promised"
					onPromise={(text, due) => write(makePromise(student, text, due))}
				/>
			)}
			{note && <p role="status">{note}</p>}
		</section>
	);
}

/** Noticed, and left alone for now. */
export function Parked({ studio, student, entries, names }: Props) {
	const { write, note } = useRecord(studio);
	const [text, setText] = useState("");
	const id = useId();
	return (
		<section className={css.keep} aria-labelledby={id}>
			<h2 id={id}>Parked</h2>
			<Lines
				entries={entries}
				names={names}
				none="Nothing parked."
				word="done"
				said="Done with:"
				when={({ day }) => <small className="mute">{dayWords(day)}</small>}
				dealWith={({ id: parked, student: whose }) => unpark(whose, parked)}
				write={write}
			/>
			{student && (
				<Form
					onSubmit={async (event) => {
						event.preventDefault();
						if (await write(park(student, text.trim()))) setText("");
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
