"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { type Difficulty, freshDifficulty } from "@/core/difficulty/difficulty";
import { moveItem, removeItem } from "@/core/editing/paths";
import { adding } from "@/ui/adding";
import { Complaint } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import { Sortable, SortableRow } from "@/ui/Sortable";
import own from "./ladders.module.css";

/** Difficulties in the order in which they are raised: renamed, put in another order, added, taken out, reweighed. */
export function DifficultyList({
	value,
	onChange,
	refusal,
}: {
	value: readonly Difficulty[];
	/** `what` is the field that letters were typed into, or nothing for a step of its own. */
	onChange: (next: Difficulty[], what: string) => void;
	/** What was said of a place, its names joined by points. */
	refusal: (path: string) => string | undefined;
}) {
	const [open, setOpen] = useState<string | null>(null);
	const change = (i: number, to: Partial<Difficulty>, what: string) =>
		onChange(
			value.map((one, n) => (n === i ? { ...one, ...to } : one)),
			what && `${i} ${what}`,
		);
	return (
		<>
			<Sortable
				ids={value.map(({ id }) => id)}
				onStart={() => setOpen(null)}
				onMove={(from, to) => onChange(moveItem(value, from, to), "")}
			>
				{value.map((difficulty, i) => (
					<Row
						key={difficulty.id}
						i={i}
						difficulty={difficulty}
						isOpen={open === difficulty.id}
						refusal={refusal}
						onToggle={() => setOpen(open === difficulty.id ? null : difficulty.id)}
						onChange={(to, what) => change(i, to, what)}
						onRemove={() => onChange(removeItem(value, i), "")}
					/>
				))}
			</Sortable>
			<Button
				variant="outline-primary"
				className="mt-2"
				disabled={value.length >= 24}
				onClick={adding(() => {
					const made = freshDifficulty(uuid());
					onChange([...value, made], "");
					setOpen(made.id);
				})}
			>
				add a scale
			</Button>
		</>
	);
}

type Change = (to: Partial<Difficulty>, what: string) => void;

function Row({
	i,
	difficulty: { id, name, notches },
	isOpen,
	refusal,
	onToggle,
	onChange,
	onRemove,
}: {
	i: number;
	difficulty: Difficulty;
	isOpen: boolean;
	refusal: (path: string) => string | undefined;
	onToggle: () => void;
	onChange: Change;
	onRemove: () => void;
}) {
	const called = name || `difficulty ${i + 1}`;

	const said = [
		`${i}.name`,
		...notches.flatMap((_, n) => [`${i}.notches.${n}.name`, `${i}.notches.${n}.weight`]),
		`${i}.notches`,
	]
		.map(refusal)
		.find(Boolean);
	return (
		<SortableRow id={id} label={called} className={css.row}>
			{(grip) => (
				<div>
					<div className={`${css.summary} ${own.difficulty}`}>
						{grip}
						<span className={css.number}>{i + 1}</span>
						<Form.Control
							size="sm"
							aria-label={`Name of scale ${i + 1}`}
							placeholder="what gets harder"
							maxLength={40}
							value={name}
							dir="auto"
							onChange={(event) => onChange({ name: event.target.value }, "name")}
						/>
						<span className={`${css.cell} mute`} dir="auto">
							{notches.map((notch) => notch.name).join(" · ")}
						</span>
						<Button variant="link" size="sm" aria-expanded={isOpen} onClick={() => onToggle()}>
							{isOpen ? "hide notches" : "notches"}
							<span className="visually-hidden"> of {called}</span>
						</Button>
					</div>
					<Complaint error={said ? { message: said } : undefined} />
					{isOpen && <Notches called={called} notches={notches} onChange={onChange} onRemove={onRemove} />}
				</div>
			)}
		</SortableRow>
	);
}

/** The notches of a difficulty, the lowest first. */
function Notches({
	called,
	notches,
	onChange,
	onRemove,
}: {
	called: string;
	notches: Difficulty["notches"];
	onChange: Change;
	onRemove: () => void;
}) {
	const setNotch = (n: number, to: Partial<Difficulty["notches"][number]>, what: string) =>
		onChange({ notches: notches.map((notch, m) => (m === n ? { ...notch, ...to } : notch)) }, what);
	return (
		<ol className={own.notches}>
			{notches.map((notch, n) => (
				// biome-ignore lint/suspicious/noArrayIndexKey: a notch is its place in the list
				<li key={n}>
					<Form.Control
						size="sm"
						aria-label={`${called}, notch ${n + 1}`}
						maxLength={60}
						value={notch.name}
						dir="auto"
						onChange={(event) => setNotch(n, { name: event.target.value }, `${n} name`)}
					/>
					{n === 0 ? (
						<span className="mute">the lowest</span>
					) : (
						<Form.Control
							size="sm"
							type="number"
							inputMode="decimal"
							step={0.5}
							aria-label={`${called}, size of notch ${n + 1}`}
							value={Number.isFinite(notch.weight) ? notch.weight : ""}
							onChange={(event) =>
								setNotch(
									n,
									{ weight: event.target.value === "" ? Number.NaN : Number(event.target.value) },
									`${n} weight`,
								)
							}
						/>
					)}
					<Button
						variant="link"
						size="sm"
						disabled={n === 0}
						onClick={() => onChange({ notches: lowestFirst(moveItem(notches, n, n - 1)) }, "")}
					>
						lower<span className="visually-hidden">: notch {n + 1}</span>
					</Button>
					<Button
						variant="link"
						size="sm"
						disabled={notches.length <= 2}
						onClick={() => onChange({ notches: lowestFirst(removeItem(notches, n)) }, "")}
					>
						remove<span className="visually-hidden">: notch {n + 1}</span>
					</Button>
				</li>
			))}
			<li className={own.ends}>
				<Button
					variant="link"
					size="sm"
					disabled={notches.length >= 50}
					onClick={adding(() => onChange({ notches: [...notches, { name: "", weight: 1 }] }, ""))}
				>
					add a notch
				</Button>
				<Button variant="link" size="sm" onClick={() => onRemove()}>
					remove the scale
				</Button>
			</li>
		</ol>
	);
}

/** The lowest notch is no step up and weighs nothing; one that was it and is not any more weighs as much as is usual. */
const lowestFirst = (notches: Difficulty["notches"]): Difficulty["notches"] =>
	notches.map((notch, n) => ({ ...notch, weight: n === 0 ? 0 : notch.weight || 1 }));
