"use client";

import { useRouter } from "next/navigation";
import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
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

/** What the coach said they would do, by a day. */
export function Promises({ studio, student, entries, names }: Props) {
	const { write, note } = useRecord(studio);
	const id = useId();
	return (
		<section className={css.keep} aria-labelledby={id}>
			<h2 id={id}>Promised</h2>
			{entries.length === 0 && <p className="mute m-0">Nothing is promised.</p>}
			<ul>
				{entries.map((one) => (
					<li key={one.id}>
						<span dir="auto">
							{names?.[one.student ?? ""] && <b>{names[one.student ?? ""]}: </b>}
							{one.text}
							<small className={(one.due ?? "") <= today() ? "asks" : "mute"}>
								{" "}
								{one.due && `${dayWords(one.due)}, ${fromToday(one.due)}`}
							</small>
						</span>
						<Button
							variant="outline-primary"
							size="sm"
							aria-label={`Kept: ${one.text}`}
							onClick={() => write({ kind: "promise.kept", student: one.student, body: { promise: one.id } })}
						>
							kept
						</Button>
					</li>
				))}
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
	const [text, setText] = useState("");
	const id = useId();
	return (
		<section className={css.keep} aria-labelledby={id}>
			<h2 id={id}>Parked</h2>
			{entries.length === 0 && <p className="mute m-0">Nothing is parked.</p>}
			<ul>
				{entries.map((one) => (
					<li key={one.id}>
						<span dir="auto">
							{names?.[one.student ?? ""] && <b>{names[one.student ?? ""]}: </b>}
							{one.text} <small className="mute">{dayWords(one.day)}</small>
						</span>
						<Button
							variant="outline-primary"
							size="sm"
							aria-label={`Done with: ${one.text}`}
							onClick={() => write({ kind: "unparked", student: one.student, body: { parked: one.id } })}
						>
							done
						</Button>
					</li>
				))}
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
