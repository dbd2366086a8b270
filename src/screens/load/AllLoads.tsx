"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Coach } from "@/core/coach/coach";
import { loadOn } from "@/core/load/load";
import { bodyParts } from "@/core/people/body";
import { capital } from "@/core/text/wording";
import type { AllLoadsProps } from "@/server/readLoad";
import { adding } from "@/ui/adding";
import { BenchPage } from "@/ui/BenchPage";
import { COACH_DRAFT, coachDocument } from "@/ui/coachDocument";
import { FormRow } from "@/ui/FormRow";
import { InForce } from "@/ui/InForce";
import Link from "@/ui/Link";
import { UndoRedo } from "@/ui/UndoRedo";
import { useDocument } from "@/ui/useDocument";
import { LoadLine } from "./LoadLine";
import css from "./load.module.css";

type AgeRow = NonNullable<Coach["loadByAge"]>[number];
const freshRow: AgeRow = { under: 14, part: "shoulder", day: 60, week: 240 };

/** Who is how near to a limit, limits by age, and what feeding puts on the coach. */
export function AllLoads({ day, from, against, own, coach, at }: AllLoadsProps) {
	const { values: now, editor, steps, inForce } = useDocument(COACH_DRAFT, at, coach, coachDocument);
	const rows = now.loadByAge ?? [];
	const keep = (next: AgeRow[], what: string) => {
		const { loadByAge: _, ...rest } = now;
		editor.edit(next.length > 0 ? { ...rest, loadByAge: next } : rest, what);
	};
	const parts = bodyParts.filter((part) => own.some((one) => (one.parts[part] ?? 0) > 0));
	return (
		<BenchPage keys={[{ keys: ["Ctrl Z"], does: "undo" }]}>
			<div className="d-flex justify-content-between align-items-end gap-3 flex-wrap">
				<h1>Training load: all students</h1>
				<UndoRedo {...steps} />
			</div>
			<InForce {...inForce} />
			{against.length === 0 ? (
				<p>No limits yet. Set one on a student’s load page, or for an age group below.</p>
			) : (
				<table className={css.against} aria-label="Load against each limit, fullest first">
					<tbody>
						{against.map(({ id, name, part, of, load, limit }) => (
							<tr key={`${id} ${part} ${of}`}>
								<th scope="row" dir="auto">
									<Link href={`/students/${id}/load`}>{name}</Link>
								</th>
								<td>{part}</td>
								<td className={load >= limit ? "asks" : undefined}>
									<b>{Math.round(load)}</b> of {limit} {of === "day" ? "today" : "in seven days"}
									{load >= limit && ", enough"}
								</td>
							</tr>
						))}
					</tbody>
				</table>
			)}
			<h2 className="mt-4">Limits by age</h2>
			<p className="mute m-0">
				Used where a student has no limit of their own for that part. The narrowest age group wins.
			</p>
			{rows.map((row, i) => (
				<AgeFields
					// biome-ignore lint/suspicious/noArrayIndexKey: a row is its place in the list
					key={i}
					index={i}
					row={row}
					onChange={(next, what) =>
						keep(
							rows.map((one, n) => (n === i ? next : one)),
							`${i} ${what}`,
						)
					}
					onOut={() =>
						keep(
							rows.filter((_, n) => n !== i),
							"",
						)
					}
				/>
			))}
			<Button
				variant="outline-primary"
				size="sm"
				className="mt-2"
				onClick={adding(() => keep([...rows, freshRow], ""))}
			>
				add a limit for an age
			</Button>
			<h2 className="mt-4">Your own load as feeder</h2>
			{parts.length === 0 && (
				<p>No rung has a load for the feeder yet. Set “load on the feeder” on a rung. Feeding counts from then on.</p>
			)}
			{parts.map((part) => (
				<section key={part} aria-label={`Your own ${part}`}>
					<p className={css.now}>
						<b>{Math.round(loadOn(own, part, day).week)}</b>
						<span>
							{part}, in seven days
							<br />
							<span className="mute">{Math.round(loadOn(own, part, day).day)} today</span>
						</span>
					</p>
					<LoadLine days={own} part={part} from={from} day={day} limit={null} />
				</section>
			))}
			<p className="hint mt-4">
				You set the limits. Your sport’s governing body, the venue and licensed professionals come first.
			</p>
		</BenchPage>
	);
}

function AgeFields({
	index,
	row,
	onChange,
	onOut,
}: {
	index: number;
	row: AgeRow;
	onChange: (row: AgeRow, what: string) => void;
	onOut: () => void;
}) {
	const number = (name: "under" | "day" | "week", label: string) => (
		<FormRow id={`age-${index}-${name}`} label={label} className="">
			<Form.Control
				type="number"
				inputMode="numeric"
				min={1}
				value={row[name] === null || Number.isNaN(row[name]) ? "" : row[name]}
				onChange={(event) => {
					const typed = event.target.value;
					onChange({ ...row, [name]: typed === "" ? (name === "under" ? Number.NaN : null) : Number(typed) }, name);
				}}
			/>
		</FormRow>
	);
	return (
		<fieldset className={css.limits} aria-label={`Limit by age ${index + 1}`}>
			{number("under", "Younger than")}
			<FormRow id={`age-${index}-part`} label="Part" className="">
				<Form.Select
					value={row.part}
					onChange={(event) => onChange({ ...row, part: event.target.value as AgeRow["part"] }, "part")}
				>
					{bodyParts.map((part) => (
						<option key={part} value={part}>
							{capital(part)}
						</option>
					))}
				</Form.Select>
			</FormRow>
			{number("day", "Limit a day")}
			{number("week", "Limit in seven days")}
			<Button variant="link" size="sm" onClick={onOut}>
				remove<span className="visually-hidden"> limit by age {index + 1}</span>
			</Button>
		</fieldset>
	);
}
