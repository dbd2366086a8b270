"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Coach } from "@/core/coach/coach";
import { filled, type NotePart, type NoteTemplate, notePartWords, orderOf, usualNote } from "@/core/coach/noteTemplate";
import { moveItem } from "@/core/editing/paths";
import { BenchPage } from "@/ui/BenchPage";
import { COACH_DRAFT, coachDocument } from "@/ui/coachDocument";
import { FormRow } from "@/ui/FormRow";
import { InForce } from "@/ui/InForce";
import { UndoRedo } from "@/ui/UndoRedo";
import { useDocument } from "@/ui/useDocument";
import css from "./note.module.css";

/** What each part would say of a made-up lesson. */
const example = (part: NotePart, note: NoteTemplate): string =>
	({
		head: "Ida, lesson of Sat 3 Oct",
		rungs: "Three balls, six catches: 7 of 9 tries good. Best score so far. Before: 5 of 9 on Sat 26 Sep.",
		cue: filled(note.cue, { cue: "post it under the bridge", name: "Ida" }),
		marks: "Your own mark: 6 of 10.",
		practise: `${filled(note.practise, { name: "Ida" })}\n- Two balls, throw throw stop: 7 of 9, five days a week`,
		next: filled(note.next, { day: "Sat 10 Oct", name: "Ida" }),
	})[part];

/** How a note to the student is written: its greeting, what stands in which order, what is left out, the words around it. */
export function NoteBench({ at, coach }: { at: { id: string; rev: number }; coach: Coach }) {
	const { values: now, editor, steps, inForce } = useDocument(COACH_DRAFT, at, coach, coachDocument);
	const note = now.note ?? usualNote;
	const edit = (change: Partial<NoteTemplate>, what: string) =>
		editor.edit({ ...now, note: { ...note, ...change } }, what);
	const order = orderOf(note);
	const words = (key: "greeting" | "cue" | "practise" | "next" | "end", label: string, hint?: string) => (
		<FormRow id={`note-${key}`} label={label} {...(hint ? { hint } : {})}>
			<Form.Control
				dir="auto"
				maxLength={key === "end" ? 600 : 300}
				value={note[key]}
				onChange={(event) => edit({ [key]: event.target.value }, key)}
			/>
		</FormRow>
	);
	const shown = [
		filled(note.greeting, { name: "Ida" }),
		...order.filter((part) => !note.leftOut.includes(part)).map((part) => example(part, note)),
		note.end,
	].filter(Boolean);
	return (
		<BenchPage
			keys={[{ keys: ["Ctrl Z"], does: "undo" }]}
			margin={
				<section aria-label="Preview">
					<h2>Preview</h2>
					<p className={css.example} dir="auto">
						{shown.join("\n\n")}
					</p>
				</section>
			}
		>
			<div className={css.head}>
				<h1>Note template</h1>
				<UndoRedo {...steps} />
			</div>
			<p className="mute">
				Counts are filled in for you. You write the words around them, in any language. You can edit each note before
				you send it.
			</p>
			<InForce {...inForce} />
			{words("greeting", "Greeting", "{name} is the student")}
			<ul className={css.parts} aria-label="Parts of the note, in order">
				{order.map((part, i) => (
					<li key={part}>
						<Form.Check
							id={`note-part-${part}`}
							label={notePartWords[part]}
							checked={!note.leftOut.includes(part)}
							onChange={(event) =>
								edit(
									{
										leftOut: event.target.checked
											? note.leftOut.filter((one) => one !== part)
											: [...note.leftOut, part],
									},
									"",
								)
							}
						/>
						<span>
							<Button
								variant="link"
								disabled={i === 0}
								onClick={() => edit({ order: moveItem(order, i, i - 1) }, "")}
								aria-label={`up: ${notePartWords[part]}`}
							>
								up
							</Button>
							<Button
								variant="link"
								disabled={i === order.length - 1}
								onClick={() => edit({ order: moveItem(order, i, i + 1) }, "")}
								aria-label={`down: ${notePartWords[part]}`}
							>
								down
							</Button>
						</span>
					</li>
				))}
			</ul>
			{words("cue", "Words for the cue", "{cue} is the most used cue")}
			{words("practise", "Words above the practice")}
			{words("next", "Words for the next lesson", "{day} is the day")}
			{words("end", "Last words")}
			<Button variant="link" onClick={() => editor.edit({ ...now, note: usualNote }, "")}>
				reset the note
			</Button>
		</BenchPage>
	);
}
