"use client";

import { type ReactNode, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type PracticeItem, weekdays } from "@/core/practice/assignment";
import { plural } from "@/core/text/lists";
import { FormRow } from "@/ui/FormRow";
import { SortableRow } from "@/ui/Sortable";
import css from "./practice.module.css";

type Edit = (part: Partial<PracticeItem>, what: string) => void;

/** One drill of a page: how much of it, on which days, and all that is said of it when it is opened. */
export function DrillRow({ item, onEdit, onRemove }: { item: PracticeItem; onEdit: Edit; onRemove: () => void }) {
	const [open, setOpen] = useState(item.name === "");
	const named = item.name || "new drill";
	return (
		<SortableRow id={item.id} label={named}>
			{(grip) => (
				<article className={css.asked} aria-label={named}>
					<Head item={item} named={named} grip={grip} open={open} onOpen={() => setOpen(!open)} onRemove={onRemove} />
					<Numbers item={item} named={named} onEdit={onEdit} />
					{open && <Texts item={item} onEdit={onEdit} />}
				</article>
			)}
		</SortableRow>
	);
}

function Head({
	item,
	named,
	grip,
	open,
	onOpen,
	onRemove,
}: {
	item: PracticeItem;
	named: string;
	grip: ReactNode;
	open: boolean;
	onOpen: () => void;
	onRemove: () => void;
}) {
	return (
		<div className={css.title}>
			<h3 dir="auto">
				{grip} {named}
				{item.warmUp && <span className="mute">, not counted</span>}
			</h3>
			<span>
				<Button variant="link" aria-expanded={open} onClick={onOpen}>
					{open ? "hide details" : "details"}
					<span className="visually-hidden">: {named}</span>
				</Button>
				<Button variant="link" onClick={onRemove}>
					remove<span className="visually-hidden">: {named}</span>
				</Button>
			</span>
		</div>
	);
}

const numbers = [
	["dose", "tries a day"],
	["target", "good of them"],
	["minutes", "minutes a day"],
	["step", "step"],
] as const;

const whole = (typed: string): number => Math.round(Number(typed)) || 0;

/** How much, and on which days. A warm-up has minutes only. */
function Numbers({ item, named, onEdit }: { item: PracticeItem; named: string; onEdit: Edit }) {
	return (
		<div className={css.numbers}>
			{numbers
				.filter(([name]) => !item.warmUp || name === "minutes")
				.map(([name, label]) => (
					<FormRow key={name} id={`${item.id}-${name}`} label={label} className="">
						<Form.Control
							type="number"
							inputMode="numeric"
							aria-label={`${label}: ${named}`}
							value={item[name] || ""}
							onChange={(event) => onEdit({ [name]: whole(event.target.value) }, name)}
						/>
					</FormRow>
				))}
			<fieldset aria-label={`Days of the week: ${named}`}>
				{weekdays.map((day, i) => (
					<Form.Check
						key={day}
						inline
						id={`${item.id}-${day}`}
						label={day}
						checked={item.days.includes(i)}
						onChange={(event) =>
							onEdit(
								{ days: event.target.checked ? [...item.days, i].sort() : item.days.filter((one) => one !== i) },
								`day ${day}`,
							)
						}
					/>
				))}
			</fieldset>
		</div>
	);
}

/** What is said of a drill: one text each, or as many lines as may be. */
const texts = [
	{ name: "name", label: "Name", most: 80 },
	{ name: "drill", label: "What to do (a web address becomes a link)", most: 2000, rows: 2 },
	{ name: "counts", label: "Counts when, one per line", lines: 16 },
	{ name: "help", label: "For a helper, one per line", lines: 4 },
	{ name: "cues", label: "Cues, one per line", lines: 6 },
	{ name: "feel", label: "What to feel for", most: 300 },
	{ name: "check", label: "One question to answer with yes or no", most: 200 },
	{ name: "caution", label: "Caution", most: 400 },
	{ name: "home", label: "What to use instead at home, one per line", lines: 24 },
] as const;

function Texts({ item, onEdit }: { item: PracticeItem; onEdit: Edit }) {
	return (
		<>
			{texts
				.filter(({ name }) => name !== "name" || item.rung === null)
				.map((field) => (
					<FormRow key={field.name} id={`${item.id}-${field.name}`} label={field.label}>
						<Form.Control
							as={"lines" in field || "rows" in field ? "textarea" : "input"}
							{...("lines" in field || "rows" in field ? { rows: 2 } : {})}
							{...("most" in field ? { maxLength: field.most } : {})}
							value={"lines" in field ? (item[field.name] ?? []).join("\n") : item[field.name]}
							dir="auto"
							onChange={({ target: { value } }) =>
								onEdit({ [field.name]: "lines" in field ? value.split("\n").slice(0, field.lines) : value }, field.name)
							}
						/>
					</FormRow>
				))}
			{item.pictures.length > 0 && (
				<Added
					words={`With ${plural(item.pictures.length, "picture")} of the finish.`}
					onRemove={() => onEdit({ pictures: [] }, "")}
				/>
			)}
			{item.rhythm && (
				<Added
					words={`With the rhythm, ${item.rhythm.seconds.toFixed(1)} s.`}
					onRemove={() => onEdit({ rhythm: null }, "")}
				/>
			)}
			{item.sketch && (
				<Added words="With a drawing of the set-up." onRemove={() => onEdit({ sketch: undefined }, "")} />
			)}
		</>
	);
}

const Added = ({ words, onRemove }: { words: string; onRemove: () => void }) => (
	<p className="mute">
		{words}{" "}
		<Button variant="link" onClick={onRemove}>
			remove<span className="visually-hidden">: {words}</span>
		</Button>
	</p>
);
