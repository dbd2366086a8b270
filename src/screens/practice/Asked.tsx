"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { type PracticeItem, warmUpItem, weekdays } from "@/core/practice/assignment";
import { plural } from "@/core/text/lists";
import { drillFor } from "@/server/practice";
import type { HomeRung } from "@/server/readPractice";
import { adding } from "@/ui/adding";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { Sortable, SortableRow } from "@/ui/Sortable";
import { useRefusals } from "@/ui/useRefusals";
import css from "./practice.module.css";
import type { usePracticeBench } from "./usePracticeBench";

type Bench = ReturnType<typeof usePracticeBench>;
const MOST = 8;

/** The drills, each in its row; and the rungs that may be added, or why they may not. */
export function Asked({ bench, rungs, student }: { bench: Bench; rungs: readonly HomeRung[]; student: string }) {
	const { assignment, edit, editItem } = bench;
	const { refused, ask } = useRefusals();
	const add = async (at: { ladder: string; rung: string } | null) => {
		const outcome = await ask(drillFor(student, at));
		if (outcome.ok) edit({ items: [...assignment.items, outcome.value] });
	};
	const taken = new Set(assignment.items.map(({ ladder, rung }) => `${ladder}/${rung}`));
	const open = rungs.filter(({ ladder, rung }) => !taken.has(`${ladder}/${rung}`));
	const full = assignment.items.length >= MOST;
	return (
		<>
			<FormRow id="practice-note" label="Message at the top of their page">
				<Form.Control
					value={assignment.note}
					maxLength={1000}
					dir="auto"
					onChange={(event) => edit({ note: event.target.value }, "note")}
				/>
			</FormRow>
			<Sortable
				ids={assignment.items.map(({ id }) => id)}
				onMove={(from, to) => edit({ items: moved(assignment.items, from, to) })}
				onStart={() => {}}
			>
				{assignment.items.map((item) => (
					<DrillRow
						key={item.id}
						item={item}
						onEdit={(part, what) => editItem(item.id, part, what)}
						onRemove={() => edit({ items: assignment.items.filter(({ id }) => id !== item.id) })}
					/>
				))}
			</Sortable>
			<div className={css.add}>
				<h3>Add</h3>
				{open
					.filter(({ why }) => why === null)
					.map((one) => (
						<Button
							key={`${one.ladder}/${one.rung}`}
							variant="outline-primary"
							disabled={full}
							onClick={adding(() => add({ ladder: one.ladder, rung: one.rung }))}
						>
							{one.name}
							{one.peg && " (the peg)"}
							<span className="visually-hidden"> of {one.called}</span>
						</Button>
					))}
				<Button variant="outline-primary" disabled={full} onClick={adding(() => add(null))}>
					add your own drill
				</Button>
				{!assignment.items.some(({ warmUp }) => warmUp) && (
					<Button
						variant="outline-primary"
						disabled={full}
						onClick={adding(() => edit({ items: [warmUpItem(uuid()), ...assignment.items] }))}
					>
						add a warm-up
					</Button>
				)}
				{open
					.filter(({ why }) => why !== null)
					.map((one) => (
						<p key={`${one.ladder}/${one.rung}`} className="mute m-0" dir="auto">
							{one.name}. {one.why}
						</p>
					))}
				{full && <p className="mute m-0">Eight drills is the most. Remove one first.</p>}
			</div>
			<Refusals refusals={refused} />
		</>
	);
}

function moved<T>(list: readonly T[], from: number, to: number): T[] {
	const rest = list.filter((_, i) => i !== from);
	const one = list[from];
	return one === undefined ? rest : [...rest.slice(0, to), one, ...rest.slice(to)];
}

const whole = (typed: string): number => Math.round(Number(typed)) || 0;

function DrillRow({
	item,
	onEdit,
	onRemove,
}: {
	item: PracticeItem;
	onEdit: (part: Partial<PracticeItem>, what: string) => void;
	onRemove: () => void;
}) {
	const [open, setOpen] = useState(item.name === "");
	const named = item.name || "new drill";
	const number = (name: "dose" | "target" | "minutes" | "step", label: string) => (
		<FormRow id={`${item.id}-${name}`} label={label} className="">
			<Form.Control
				type="number"
				inputMode="numeric"
				aria-label={`${label}: ${named}`}
				value={item[name] || ""}
				onChange={(event) => onEdit({ [name]: whole(event.target.value) }, name)}
			/>
		</FormRow>
	);
	const words = (name: "name" | "drill" | "feel" | "check" | "caution", label: string, most: number, rows = 1) => (
		<FormRow id={`${item.id}-${name}`} label={label}>
			<Form.Control
				as={rows > 1 ? "textarea" : "input"}
				{...(rows > 1 ? { rows } : {})}
				value={item[name]}
				maxLength={most}
				dir="auto"
				onChange={(event) => onEdit({ [name]: event.target.value }, name)}
			/>
		</FormRow>
	);
	return (
		<SortableRow id={item.id} label={named}>
			{(grip) => (
				<article className={css.asked} aria-label={named}>
					<div className={css.title}>
						<h3 dir="auto">
							{grip} {named}
							{item.warmUp && <span className="mute">, not counted</span>}
						</h3>
						<span>
							<Button variant="link" aria-expanded={open} onClick={() => setOpen(!open)}>
								{open ? "hide details" : "details"}
								<span className="visually-hidden">: {named}</span>
							</Button>
							<Button variant="link" onClick={onRemove}>
								remove<span className="visually-hidden">: {named}</span>
							</Button>
						</span>
					</div>
					<div className={css.numbers}>
						{!item.warmUp && number("dose", "tries a day")}
						{!item.warmUp && number("target", "good of them")}
						{number("minutes", "minutes a day")}
						{!item.warmUp && number("step", "step")}
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
					{open && (
						<>
							{item.rung === null && words("name", "Name", 80)}
							{words("drill", "What to do (a web address becomes a link)", 2000, 2)}
							<FormRow id={`${item.id}-counts`} label="Counts when, one per line">
								<Form.Control
									as="textarea"
									rows={2}
									value={(item.counts ?? []).join("\n")}
									dir="auto"
									onChange={(event) => onEdit({ counts: event.target.value.split("\n").slice(0, 16) }, "counts")}
								/>
							</FormRow>
							<FormRow id={`${item.id}-help`} label="For a helper, one per line">
								<Form.Control
									as="textarea"
									rows={2}
									value={(item.help ?? []).join("\n")}
									dir="auto"
									onChange={(event) => onEdit({ help: event.target.value.split("\n").slice(0, 4) }, "help")}
								/>
							</FormRow>
							<FormRow id={`${item.id}-cues`} label="Cues, one per line">
								<Form.Control
									as="textarea"
									rows={2}
									value={item.cues.join("\n")}
									dir="auto"
									onChange={(event) => onEdit({ cues: event.target.value.split("\n").slice(0, 6) }, "cues")}
								/>
							</FormRow>
							{words("feel", "What to feel for", 300)}
							{words("check", "One question to answer with yes or no", 200)}
							{words("caution", "Caution", 400)}
							<FormRow id={`${item.id}-home`} label="What to use instead at home, one per line">
								<Form.Control
									as="textarea"
									rows={2}
									value={item.home.join("\n")}
									dir="auto"
									onChange={(event) => onEdit({ home: event.target.value.split("\n").slice(0, 24) }, "home")}
								/>
							</FormRow>
							{item.pictures.length > 0 && (
								<p className="mute">
									With {plural(item.pictures.length, "picture")} of the finish.{" "}
									<Button variant="link" onClick={() => onEdit({ pictures: [] }, "")}>
										remove
									</Button>
								</p>
							)}
							{item.rhythm && (
								<p className="mute">
									With the rhythm, {item.rhythm.seconds.toFixed(1)} s.{" "}
									<Button variant="link" onClick={() => onEdit({ rhythm: null }, "")}>
										remove
									</Button>
								</p>
							)}
						</>
					)}
				</article>
			)}
		</SortableRow>
	);
}
