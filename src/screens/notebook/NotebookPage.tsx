"use client";

import { useMemo, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import type { Drafts } from "@/core/commands/drafts";
import { fromCard } from "@/core/commands/fromCard";
import {
	byDay,
	type Cells,
	cellsOf,
	type DayOrder,
	guessMapping,
	type Mapping,
	type NotebookLine,
	type NotebookRead,
	notebookColumns,
	readNotebook,
} from "@/core/formats/notebook";
import { hashOf } from "@/core/hash/hash";
import type { PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import type { Outcome, Refusal } from "@/core/refusals/refusals";
import { counted, list, plural } from "@/core/text/lists";
import { perform } from "@/device/perform";
import { whyFailed } from "@/device/studio";
import { fetchPack } from "@/device/sync";
import { usePackHere } from "@/device/usePackHere";
import { knownLessons } from "@/server/notebook";
import { BenchPage } from "@/ui/BenchPage";
import { today } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useKept } from "@/ui/useKept";
import css from "./notebook.module.css";

const orders: DayOrder[] = ["year first", "day first", "month first"];
const SHOWN = 12;

/** A day's lesson by what it says: the same lines of the same day are the same lesson. */
const lessonOf = (ladder: string, day: string, lines: readonly NotebookLine[]): string =>
	`book-${hashOf([ladder, day, lines.map(({ rung, good, tries, remark }) => [rung, good, tries, remark])]).slice(0, 40)}`;

/** Every day's lesson as it is written down: all of them, or none. */
function lessonsFrom(ladder: PackLadder, lines: readonly NotebookLine[]): Outcome<{ ids: string[]; drafts: Drafts }> {
	const ids: string[] = [];
	const drafts: Drafts = [];
	for (const [day, theirs] of byDay(lines)) {
		const id = lessonOf(ladder.id, day, theirs);
		const remark = list(theirs.flatMap(({ remark: words }) => words || []));
		const made = fromCard(uuid, id, ladder, theirs, remark, { practised: day, today: today() }, true);
		if (!made.ok) return made;
		ids.push(id);
		drafts.push(...made.value);
	}
	return { ok: true, value: { ids, drafts } };
}

/** Old scores from a notebook: pasted or from a file, looked at line by line, taken whole or not at all. */
export function NotebookPage({ ladder: id }: { ladder: string }) {
	const pack = usePackHere();
	const ladder = pack?.ladders.find((one) => one.id === id);
	const who = pack?.students.find((one) => one.id === ladder?.student)?.student.name;
	return (
		<BenchPage
			margin={
				<>
					<h2>The table</h2>
					<p className="mute">
						One line for each rung and day: date, rung (number or name), good tries, all tries, remark. With column
						names in the first line, any order works.
					</p>
					<p className="mute">
						Each day becomes a lesson with totals only. The order of tries is unknown, so a rule counts as met only if
						any order would meet it.
					</p>
				</>
			}
		>
			<h1>Old scores</h1>
			{pack && !ladder && (
				<p>
					This ladder is not in use any more. <Link href="/ladders">The ladders</Link>
				</p>
			)}
			{ladder && (
				<>
					<p dir="auto">
						For{" "}
						<Link href={`/ladders/${id}`}>
							{who}, {ladder.skill}
						</Link>
						.
					</p>
					<Table ladder={ladder} />
				</>
			)}
		</BenchPage>
	);
}

/** What was brought in last. */
interface Taken {
	lines: number;
	days: number;
	sent: boolean;
}

function Table({ ladder }: { ladder: PackLadder }) {
	// What was pasted is there again after a reload.
	const [text, setText] = useKept(`notebook ${ladder.id}`, "");
	const [order, setOrder] = useState<DayOrder>("year first");
	const [chosen, setChosen] = useState<Mapping | null>(null);
	const [taken, setTaken] = useState<Taken | null>(null);
	const cells = useMemo(() => cellsOf(text), [text]);
	const mapping = chosen ?? guessMapping(cells);
	const read = useMemo(
		() =>
			cells.trouble
				? null
				: readNotebook(cells, mapping, {
						rungs: ladder.rungs.map(({ id, settings }) => ({ id, name: readOn(ladder, settings.name) })),
						today: today(),
						order,
					}),
		[cells, mapping, ladder, order],
	);
	const change = (next: string) => {
		setChosen(null);
		setText(next);
	};
	return (
		<>
			<FormRow id="notebook-text" label="Paste or type the table">
				<Form.Control
					as="textarea"
					rows={6}
					dir="auto"
					spellCheck={false}
					value={text}
					onChange={(event) => change(event.target.value)}
				/>
			</FormRow>
			<FormRow id="notebook-file" label="Or choose a CSV file">
				<Form.Control
					type="file"
					accept=".csv,.tsv,.txt,text/csv,text/plain"
					onChange={async (event) => {
						const file = (event.target as HTMLInputElement).files?.[0];
						if (file) change(await file.text());
					}}
				/>
			</FormRow>
			{text !== "" && cells.trouble && (
				<p className="asks" role="alert">
					{cells.trouble}
				</p>
			)}
			{read && (
				<>
					<Columns cells={cells} mapping={mapping} onMapping={setChosen} order={order} onOrder={setOrder} />
					<Preview cells={cells} read={read} />
					<Take
						ladder={ladder}
						read={read}
						onTaken={(what) => {
							setTaken(what);
							change("");
						}}
					/>
				</>
			)}
			{taken && (
				<p role="status">
					{plural(taken.lines, "line")} of {plural(taken.days, "day")}{" "}
					{taken.sent ? "imported" : "saved on this device, sent when the server answers"}.{" "}
					<Link href={`/ladders/${ladder.id}`}>The ladder</Link>
				</p>
			)}
		</>
	);
}

function Columns({
	cells,
	mapping,
	onMapping,
	order,
	onOrder,
}: {
	cells: Cells;
	mapping: Mapping;
	onMapping: (mapping: Mapping) => void;
	order: DayOrder;
	onOrder: (order: DayOrder) => void;
}) {
	const width = Math.max(cells.head?.length ?? 0, ...cells.rows.map((row) => row.cells.length));
	return (
		<fieldset className={css.columns}>
			<legend className="form-label m-0">Columns</legend>
			{notebookColumns.map((column) => (
				<FormRow key={column} id={`column-${column}`} label={column} className="">
					<Form.Select
						size="sm"
						value={mapping[column] ?? ""}
						onChange={(event) =>
							onMapping({ ...mapping, [column]: event.target.value === "" ? null : Number(event.target.value) })
						}
					>
						<option value="">none</option>
						{Array.from({ length: width }, (_, i) => (
							// biome-ignore lint/suspicious/noArrayIndexKey: a column is its place in the table
							<option key={i} value={i}>
								{cells.head?.[i] || `column ${i + 1}`}
							</option>
						))}
					</Form.Select>
				</FormRow>
			))}
			<FormRow id="day-order" label="order of dates" className="">
				<Form.Select
					size="sm"
					value={order}
					onChange={(event) => onOrder(orders.find((one) => one === event.target.value) ?? "year first")}
				>
					{orders.map((one) => (
						<option key={one}>{one}</option>
					))}
				</Form.Select>
			</FormRow>
		</fieldset>
	);
}

/** The table with what is against each line beside it; those that are refused first. */
function Preview({ cells, read }: { cells: Cells; read: NotebookRead }) {
	const against = new Map<number, string[]>();
	for (const { line, sentence } of read.refusals) against.set(line, [...(against.get(line) ?? []), sentence]);
	const rows = [...cells.rows].sort((a, b) => Number(against.has(b.line)) - Number(against.has(a.line)));
	return (
		<div className={css.preview}>
			<table aria-label="The table as understood">
				<thead>
					<tr>
						<th scope="col">line</th>
						<th scope="col">content</th>
						<th scope="col">problem</th>
					</tr>
				</thead>
				<tbody>
					{rows.slice(0, SHOWN).map(({ line, cells: row }) => (
						<tr key={line}>
							<th scope="row">{line}</th>
							<td dir="auto">{row.filter(Boolean).join(" · ")}</td>
							<td className={against.has(line) ? "asks" : "mute"}>{against.get(line)?.join(" ") ?? "none"}</td>
						</tr>
					))}
				</tbody>
			</table>
			{rows.length > SHOWN && <p className="mute m-0">And {plural(rows.length - SHOWN, "line")} more.</p>}
		</div>
	);
}

function Take({ ladder, read, onTaken }: { ladder: PackLadder; read: NotebookRead; onTaken: (what: Taken) => void }) {
	const [refused, setRefused] = useState<Refusal[]>([]);
	const [busy, setBusy] = useState(false);
	const { lines, refusals } = read;
	const days = byDay(lines).length;
	const wrong = new Set(refusals.map(({ line }) => line)).size;
	const take = async () => {
		setRefused([]);
		setBusy(true);
		try {
			const pack = await fetchPack("notebook");
			const made = lessonsFrom(pack.ladders.find(({ id }) => id === ladder.id) ?? ladder, lines);
			if (!made.ok) return setRefused(made.refusals);
			const known = await knownLessons(made.value.ids);
			if (!known.ok) return setRefused(known.refusals);
			if (known.value.length > 0)
				return setRefused([
					{
						path: "",
						sentence: `${counted(known.value.length, "day was", "days were")} imported before. Remove ${known.value.length === 1 ? "that day" : "those days"} from the table. Nothing was imported.`,
					},
				]);
			const { sent } = await perform(pack.studio.id, made.value.drafts);
			onTaken({ lines: lines.length, days, sent });
		} catch (error) {
			const noAnswer = "The server does not answer. Nothing was imported. The table stays here. Try again.";
			setRefused([{ path: "", sentence: whyFailed(error, noAnswer) }]);
		} finally {
			setBusy(false);
		}
	};
	return (
		<>
			<p className="d-flex flex-wrap gap-3 align-items-center mt-2 mb-0">
				<Button disabled={busy || wrong > 0 || lines.length === 0} onClick={() => void take()}>
					{busy ? "importing" : `import ${plural(lines.length, "line")}, ${plural(days, "day")}`}
				</Button>
				{wrong > 0 && (
					<span className="asks">
						{plural(wrong, "line")} with errors. Fix {wrong === 1 ? "it" : "them"} first: all lines are imported, or
						none.
					</span>
				)}
			</p>
			<Refusals refusals={refused} />
		</>
	);
}
