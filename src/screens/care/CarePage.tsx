"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Coach } from "@/core/coach/coach";
import type { CarePageProps } from "@/server/readCare";
import { adding } from "@/ui/adding";
import { BenchPage } from "@/ui/BenchPage";
import { COACH_DRAFT, coachDocument } from "@/ui/coachDocument";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { InForce } from "@/ui/InForce";
import Link from "@/ui/Link";
import { UndoRedo } from "@/ui/UndoRedo";
import { useDocument } from "@/ui/useDocument";
import css from "./care.module.css";

type Check = NonNullable<Coach["checks"]>[number];
type Remind = NonNullable<Coach["remind"]>[number];

/** What is worth a line on a list, for whoever begins one. */
const usualItems = ["spotter", "mat", "height", "warmed up", "path clear", "nothing loose", "distance between people"];

const linesOf = (typed: string) =>
	typed
		.split("\n")
		.map((line) => line.trim())
		.filter(Boolean);

/** What is checked and said so that nobody comes to harm, and who agreed to what. */
export function CarePage({ at, coach, students, kits, day }: CarePageProps) {
	const { values: now, editor, steps, inForce } = useDocument(COACH_DRAFT, at, coach, coachDocument);
	const keep = <K extends "checks" | "remind">(name: K, all: NonNullable<Coach[K]>, what: string) => {
		const { [name]: _, ...rest } = now;
		editor.edit((all.length > 0 ? { ...rest, [name]: all } : rest) as Coach, what);
	};
	const checks = now.checks ?? [];
	const remind = now.remind ?? [];
	const unlisted = kits.filter((kit) => !checks.some((one) => one.kit.toLowerCase() === kit.toLowerCase()));
	return (
		<BenchPage keys={[{ keys: ["Ctrl Z"], does: "undo" }]} margin={<Agreed students={students} day={day} />}>
			<div className="d-flex justify-content-between align-items-end gap-3 flex-wrap">
				<h1>Safety</h1>
				<UndoRedo {...steps} />
			</div>
			<InForce {...inForce} />
			<h2>Checklists by kit</h2>
			<p className="mute">
				You confirm these once a day, before the first try on a rung with that kit. A rung’s own list comes on top.
			</p>
			{checks.map((check, i) => (
				<CheckFields
					// biome-ignore lint/suspicious/noArrayIndexKey: a list is its place
					key={i}
					index={i}
					check={check}
					onChange={(next, what) =>
						keep(
							"checks",
							checks.map((one, n) => (n === i ? next : one)),
							`check ${i} ${what}`,
						)
					}
					onOut={() =>
						keep(
							"checks",
							checks.filter((_, n) => n !== i),
							"",
						)
					}
				/>
			))}
			<Button
				variant="outline-primary"
				size="sm"
				onClick={adding(() =>
					keep("checks", [...checks, { kit: unlisted[0] ?? "apparatus", items: usualItems.slice(0, 3) }], ""),
				)}
			>
				add a list
			</Button>
			<h2 className="mt-4">Reminders</h2>
			<p className="mute">For lessons without a plan. A plan has its own reminders.</p>
			{remind.map((one, i) => (
				<RemindFields
					// biome-ignore lint/suspicious/noArrayIndexKey: a reminder is its place
					key={i}
					index={i}
					remind={one}
					onChange={(next, what) =>
						keep(
							"remind",
							remind.map((other, n) => (n === i ? next : other)),
							`remind ${i} ${what}`,
						)
					}
					onOut={() =>
						keep(
							"remind",
							remind.filter((_, n) => n !== i),
							"",
						)
					}
				/>
			))}
			{remind.length < 4 && (
				<Button
					variant="outline-primary"
					size="sm"
					onClick={adding(() =>
						keep(
							"remind",
							[...remind, remind.length === 0 ? { words: "drink", every: 15 } : { words: "rest", every: 25 }],
							"",
						),
					)}
				>
					add a reminder
				</Button>
			)}
			<p className="hint mt-4">
				You set all of this. Your sport’s governing body, the venue and licensed professionals come first.
			</p>
		</BenchPage>
	);
}

function CheckFields({
	index,
	check,
	onChange,
	onOut,
}: {
	index: number;
	check: Check;
	onChange: (check: Check, what: string) => void;
	onOut: () => void;
}) {
	return (
		<fieldset className={css.row} aria-label={`List ${index + 1}`}>
			<FormRow id={`check-${index}-kit`} label="Kit, as rungs name it" className="">
				<Form.Control
					dir="auto"
					maxLength={60}
					value={check.kit}
					onChange={(event) => onChange({ ...check, kit: event.target.value }, "kit")}
				/>
			</FormRow>
			<FormRow id={`check-${index}-items`} label="Check, one per line" className="">
				<Form.Control
					as="textarea"
					rows={4}
					dir="auto"
					defaultValue={check.items.join("\n")}
					onChange={(event) => onChange({ ...check, items: linesOf(event.target.value) }, "items")}
				/>
			</FormRow>
			<Button variant="link" size="sm" onClick={onOut}>
				remove<span className="visually-hidden"> list {index + 1}</span>
			</Button>
		</fieldset>
	);
}

function RemindFields({
	index,
	remind,
	onChange,
	onOut,
}: {
	index: number;
	remind: Remind;
	onChange: (remind: Remind, what: string) => void;
	onOut: () => void;
}) {
	return (
		<fieldset className={css.row} aria-label={`Reminder ${index + 1}`}>
			<FormRow id={`remind-${index}-words`} label="Words" className="">
				<Form.Control
					dir="auto"
					maxLength={80}
					value={remind.words}
					onChange={(event) => onChange({ ...remind, words: event.target.value }, "words")}
				/>
			</FormRow>
			<FormRow id={`remind-${index}-every`} label="Every how many minutes" className="">
				<Form.Control
					type="number"
					inputMode="numeric"
					min={1}
					max={240}
					value={Number.isNaN(remind.every) ? "" : remind.every}
					onChange={(event) =>
						onChange({ ...remind, every: event.target.value === "" ? Number.NaN : Number(event.target.value) }, "every")
					}
				/>
			</FormRow>
			<Button variant="link" size="sm" onClick={onOut}>
				remove<span className="visually-hidden"> reminder {index + 1}</span>
			</Button>
		</fieldset>
	);
}

/** Who agreed to what, and when; whoever is young and has nobody named is said first. */
function Agreed({ students, day }: Pick<CarePageProps, "students" | "day">) {
	const on = (agreed: string | undefined) => (agreed ? dayWords(agreed, day) : "not agreed");
	return (
		<section aria-label="Consent">
			<h2>Consent</h2>
			{students.length === 0 && <p className="mute">No students yet.</p>}
			{students.map(({ id, name, young, guardian, touch, filmed, withAdult }) => (
				<p key={id} dir="auto" className="mb-2">
					<Link href={`/students/${id}`}>{name}</Link>
					{withAdult && ", with another adult"}
					<br />
					{young && !guardian && <span className="asks">Under eighteen, and no guardian is named here. </span>}
					<span className="mute">
						{guardian && `${guardian.name}, ${dayWords(guardian.day, day)}. `}
						Touch: {on(touch)}. Film: {on(filmed)}.
					</span>
				</p>
			))}
		</section>
	);
}
