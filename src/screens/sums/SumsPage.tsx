"use client";

import { useEffect, useState } from "react";
import Form from "react-bootstrap/Form";
import { sums, work } from "@/core/sums";
import type { Sum, SumField, SumValues } from "@/core/sums/sum";
import { fromUnits, inUnits, tell, tellAlso, tellWords, type Units, unitWords } from "@/core/sums/units";
import { keepJson, readKeptJson } from "@/device/localKeep";
import { usePackHere } from "@/device/usePackHere";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import { useHash } from "@/ui/useHash";
import { PutSum } from "./PutSum";
import { SumDrawing } from "./SumDrawing";
import css from "./sums.module.css";

const UNITS = "peg-ladder sums units";
const kept = (sum: Sum) => `peg-ladder sum ${sum.id}`;

const isValues = (value: unknown): SumValues | null =>
	typeof value === "object" && value !== null && !Array.isArray(value) ? (value as SumValues) : null;

/** The sum that the address names behind its #; the first where it names none. */
function useOpen(): [Sum, (sum: Sum) => void] {
	const [hash, setHash] = useHash();
	const open = sums.find((sum) => sum.id === hash) ?? (sums[0] as Sum);
	return [open, ({ id }) => setHash(id)];
}

/** What is worked out on the back of a hand: each with its drawing, its formula and what it assumes; with or without a signal. */
export function SumsPage() {
	const [open, setOpen] = useOpen();
	const pack = usePackHere();
	const [chosen, setChosen] = useState<Units | null>(null);
	useEffect(
		() => setChosen(readKeptJson(UNITS, (value) => (value === "metric" || value === "imperial" ? value : null))),
		[],
	);
	const units = chosen ?? (pack?.ladders.some(({ unit }) => unit === "ft") ? "imperial" : "metric");
	return (
		<BenchPage
			margin={
				<nav aria-label="Calculators">
					<h2>Calculators</h2>
					<ul className={css.list}>
						{sums.map((sum) => (
							<li key={sum.id}>
								<button type="button" aria-current={sum.id === open.id || undefined} onClick={() => setOpen(sum)}>
									{sum.title}
								</button>
							</li>
						))}
					</ul>
					<FormRow id="units" label="Units" className="mt-3">
						<Form.Select
							value={units}
							style={{ width: "auto" }}
							onChange={(event) => {
								const next: Units = event.target.value === "imperial" ? "imperial" : "metric";
								keepJson(UNITS, next);
								setChosen(next);
							}}
						>
							<option value="metric">metres and kilograms</option>
							<option value="imperial">feet and pounds</option>
						</Form.Select>
					</FormRow>
				</nav>
			}
		>
			<Form.Select
				className={css.choice}
				aria-label="Calculator"
				value={open.id}
				onChange={(event) => setOpen(sums.find(({ id }) => id === event.target.value) ?? open)}
			>
				{sums.map(({ id, title }) => (
					<option key={id} value={id}>
						{title}
					</option>
				))}
			</Form.Select>
			<OneSum key={open.id} sum={open} units={units} pack={pack} />
		</BenchPage>
	);
}

function OneSum({ sum, units, pack }: { sum: Sum; units: Units; pack: ReturnType<typeof usePackHere> }) {
	const [values, setValues] = useState<SumValues>(sum.fresh);
	useEffect(() => {
		const before = readKeptJson(kept(sum), isValues);
		if (before) setValues({ ...sum.fresh, ...before });
	}, [sum]);
	const outcome = work(sum, values, units);
	const put = (key: string, value: SumValues[string]) => {
		const next = { ...values, [key]: value };
		setValues(next);
		keepJson(kept(sum), next);
	};
	const refusal = (key: string) => (outcome.ok ? null : outcome.refusals.find(({ path }) => path === key)?.sentence);
	return (
		<>
			<h1>{sum.title}</h1>
			<p className="mute m-0">Tells you {sum.asks}.</p>
			<div className={css.fields}>
				{sum.fields.map((field) => (
					<SumInput
						key={`${field.key} ${units}`}
						field={field}
						value={values[field.key] ?? null}
						units={units}
						error={refusal(field.key) ?? null}
						onChange={(value) => put(field.key, value)}
					/>
				))}
			</div>
			{outcome.ok && (
				<>
					<p className={css.large} role="status">
						<b data-testid="result">{tell(outcome.value.large, units)}</b> {outcome.value.large.words}
					</p>
					<SumDrawing drawing={outcome.value.drawing} units={units} words={tellWords(outcome.value.line, units)} />
					{outcome.value.says.map((words) => {
						const said = tellWords(words, units);
						return (
							<p key={said} className="m-0">
								{said}
							</p>
						);
					})}
				</>
			)}
			<dl className={css.about}>
				<dt>Formula</dt>
				<dd>{sum.formula}</dd>
				<dt>Assumes</dt>
				<dd>{sum.assumes}</dd>
				{sum.caution && (
					<>
						<dt>Caution</dt>
						<dd>
							<b>{sum.caution}</b>
						</dd>
					</>
				)}
			</dl>
			{outcome.ok && (
				<PutSum pack={pack} sum={sum.id} worked={outcome.value} line={tellWords(outcome.value.line, units)} />
			)}
		</>
	);
}

/** What is typed stays as it is typed; what it says is read from it. */
function SumInput({
	field,
	value,
	units,
	error,
	onChange,
}: {
	field: SumField;
	value: SumValues[string] | null;
	units: Units;
	error: string | null;
	onChange: (value: SumValues[string]) => void;
}) {
	const told = (one: number) => (Number.isFinite(one) ? String(Number(inUnits(one, field.of, units).toFixed(4))) : "");
	const shown = Array.isArray(value) ? value.map(told).join(" ") : typeof value === "number" ? told(value) : "";
	const [typed, setTyped] = useState<string | null>(null);
	const read = (words: string): SumValues[string] => {
		const numbers = (field.many === undefined ? [words.trim()] : words.split(/[\s;]+/))
			.filter(Boolean)
			.map((one) => fromUnits(Number(one.replace(",", ".")), field.of, units));
		if (field.many !== undefined) return numbers;
		return numbers[0] ?? (field.optional ? null : Number.NaN);
	};
	const id = `sum-${field.key}`;
	const hint = field.hint
		? tellWords(field.hint, units)
		: typeof value === "number" && Number.isFinite(value) && tellAlso({ value, of: field.of }, units);
	return (
		<FormRow
			id={id}
			label={field.name}
			className=""
			{...(hint ? { hint } : {})}
			{...(error ? { error: { message: error } } : {})}
		>
			<SumBox
				unit={unitWords(field.of, units)}
				value={typed ?? shown}
				onBlur={() => setTyped(null)}
				onChange={(words) => {
					setTyped(words);
					onChange(read(words));
				}}
			/>
		</FormRow>
	);
}

const SumBox = ({
	unit,
	value,
	onChange,
	onBlur,
	...rest
}: {
	unit: string;
	value: string;
	onChange: (words: string) => void;
	onBlur: () => void;
	id?: string;
}) => (
	<span className={css.typed}>
		<Form.Control
			{...rest}
			inputMode="decimal"
			autoComplete="off"
			value={value}
			onBlur={onBlur}
			onChange={(event) => onChange(event.target.value)}
		/>
		{unit && <span className="mute">{unit}</span>}
	</span>
);
