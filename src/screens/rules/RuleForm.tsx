"use client";

import { memo, useCallback, useId, useRef } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { MAX_DEPTH, machineOf, type Rule, ruleKinds } from "@/core/rules";
import type { RuleField } from "@/core/rules/kind";
import type { Scale } from "@/core/rules/scale";
import { splitWords } from "@/core/text/fields";
import { Complaint, FormRow } from "@/ui/FormRow";
import { useRowKeys } from "@/ui/useRowKeys";
import css from "./rules.module.css";

/** Refusals inside a rule, as a form library nests them: by field, parts by their number. */
export interface RuleErrors {
	message?: string;
	[field: string]: unknown;
}

interface Props {
	rule: Rule;
	onChange: (rule: Rule) => void;
	errors?: RuleErrors | undefined;
	/** Outcomes that points are given for. */
	scale: Scale;
	/** Levels above this one. */
	depth?: number;
	label?: string;
}

type Values = Record<string, unknown>;

/** A rule by direct choice: its kind, its numbers, its parts. Drawn from the kind's own fields, whatever the kind. */
export function RuleForm({ rule, onChange, errors, scale, depth = 0, label = "Pass rule" }: Props) {
	const id = useId();
	const machine = machineOf(rule);
	const values = rule as Values;
	const set = (name: string, value: unknown) => {
		const next: Values = { ...values, [name]: value };
		if (value === undefined) delete next[name];
		onChange(next as Rule);
	};
	// The same function all along, so that a number is drawn anew only when it changes.
	const latest = useRef(set);
	latest.current = set;
	const setNumber = useCallback((name: string, value: number | undefined) => latest.current(name, value), []);
	const wrong = (name: string) => errors?.[name] as RuleErrors | undefined;
	return (
		<div className={depth === 0 ? css.rule : css.part} data-rule={rule.kind}>
			<Kind id={`${id}-kind`} label={label} kind={rule.kind} depth={depth} errors={errors} onChange={onChange} />
			{machine.fields.map((field) => (
				<FieldOf
					key={field.name}
					id={`${id}-${field.name}`}
					field={field}
					value={values[field.name]}
					error={wrong(field.name)}
					scale={scale}
					depth={depth}
					onNumber={setNumber}
					onChange={(value) => set(field.name, value)}
				/>
			))}
		</div>
	);
}

/** One setting of a rule, drawn by its type: no kind of rule has a form of its own. */
function FieldOf({
	id,
	field,
	value,
	error,
	scale,
	depth,
	onNumber,
	onChange,
}: {
	id: string;
	field: RuleField;
	value: unknown;
	error: RuleErrors | undefined;
	scale: Scale;
	depth: number;
	onNumber: (name: string, value: number | undefined) => void;
	onChange: (value: unknown) => void;
}) {
	switch (field.type) {
		case "number":
		case "optional number":
			return (
				<NumberField
					id={id}
					field={field}
					value={typeof value === "number" ? value : null}
					error={error}
					onChange={onNumber}
				/>
			);
		case "weights":
			return (
				<Weights
					weights={(value ?? {}) as Record<string, number>}
					scale={scale}
					label={field.label}
					error={error?.message}
					onChange={onChange}
				/>
			);
		case "optional points by name":
			return (
				<PointsByName
					id={id}
					label={field.label}
					points={(value ?? {}) as Record<string, number>}
					error={error}
					onChange={onChange}
				/>
			);
		case "words":
			return (
				<FormRow id={id} label={`${field.label}, separated by commas`} error={error} className={css.wide ?? ""}>
					<Form.Control
						defaultValue={((value ?? []) as string[]).join(", ")}
						isInvalid={Boolean(error)}
						onChange={(event) => onChange(splitWords(event.target.value))}
					/>
				</FormRow>
			);
		case "rule":
			return (
				<RuleForm
					rule={value as Rule}
					onChange={onChange}
					errors={error}
					scale={scale}
					depth={depth + 1}
					label={field.label}
				/>
			);
		default:
			return (
				<Parts parts={(value ?? []) as Rule[]} onChange={onChange} errors={error} scale={scale} depth={depth + 1} />
			);
	}
}

const Kind = memo(function Kind({
	id,
	label,
	kind,
	depth,
	errors,
	onChange,
}: {
	id: string;
	label: string;
	kind: Rule["kind"];
	depth: number;
	errors: RuleErrors | undefined;
	onChange: (rule: Rule) => void;
}) {
	// Parts may hold parts only while a level is left; several days stand outermost.
	const offered = ruleKinds.filter(
		(one) =>
			one.kind === kind ||
			(depth === 0 ? true : one.kind !== "days" && (one.needs !== "parts" || depth + 2 <= MAX_DEPTH)),
	);
	return (
		<FormRow id={id} label={label} error={errors} className={css.kind ?? ""}>
			<Form.Select
				value={kind}
				onChange={(event) => {
					const fresh = ruleKinds.find((one) => one.kind === event.target.value)?.fresh;
					if (fresh) onChange(structuredClone(fresh));
				}}
			>
				{offered.map((one) => (
					<option key={one.kind} value={one.kind}>
						{one.title}
					</option>
				))}
			</Form.Select>
		</FormRow>
	);
});

/** A number with a step down and a step up beside it; empty is no number. Drawn anew only for itself. */
const NumberField = memo(function NumberField({
	id,
	field: { name, label, type, low = Number.MIN_SAFE_INTEGER, high = Number.MAX_SAFE_INTEGER },
	value,
	error,
	onChange,
}: {
	id: string;
	field: RuleField;
	value: number | null;
	error: RuleErrors | undefined;
	onChange: (name: string, value: number | undefined) => void;
}) {
	const change = (n: number | null) => onChange(name, n ?? (type === "number" ? Number.NaN : undefined));
	const known = value !== null && Number.isFinite(value);
	const step = (by: number) => change(Math.min(high, Math.max(low, (known ? value : Math.max(low, 0)) + by)));
	return (
		<FormRow id={id} label={label} error={error} className={css.number ?? ""}>
			<div className={css.stepper}>
				<button type="button" onClick={() => step(-1)}>
					<span aria-hidden="true">−</span>
					<span className="visually-hidden">one less: {label}</span>
				</button>
				<Form.Control
					type="number"
					inputMode="numeric"
					min={low}
					max={high}
					value={known ? value : ""}
					isInvalid={Boolean(error)}
					onChange={(event) => change(event.target.value === "" ? null : Number(event.target.value))}
				/>
				<button type="button" onClick={() => step(1)}>
					<span aria-hidden="true">+</span>
					<span className="visually-hidden">one more: {label}</span>
				</button>
			</div>
		</FormRow>
	);
});

function Weights({
	weights,
	scale,
	label,
	error,
	onChange,
}: {
	weights: Record<string, number>;
	scale: Scale;
	label: string;
	error: string | undefined;
	onChange: (weights: Record<string, number>) => void;
}) {
	const id = useId();
	// What the rule names and the scale lacks is shown as well: nothing weighs unseen.
	const codes = [
		...scale,
		...Object.keys(weights)
			.filter((code) => !scale.some((one) => one.code === code))
			.map((code) => ({ code, label: code })),
	];
	return (
		<fieldset className={css.weights}>
			<legend className="form-label m-0">{label}</legend>
			{codes.map(({ code, label: words }) => (
				<Form.Group key={code} controlId={`${id}-${code}`}>
					<Form.Label>{words}</Form.Label>
					<Form.Control
						type="number"
						inputMode="numeric"
						value={Number.isFinite(weights[code] ?? Number.NaN) ? weights[code] : ""}
						onChange={(event) => {
							const { [code]: _, ...rest } = weights;
							onChange(event.target.value === "" ? rest : { ...rest, [code]: Number(event.target.value) });
						}}
					/>
				</Form.Group>
			))}
			<Complaint error={{ message: error }} />
		</fieldset>
	);
}

/** Names with their points, typed in one line: "near 1, far 3". A name alone is worth one. */
function PointsByName({
	id,
	label,
	points,
	error,
	onChange,
}: {
	id: string;
	label: string;
	points: Readonly<Record<string, number>>;
	error: RuleErrors | undefined;
	onChange: (points: Record<string, number> | undefined) => void;
}) {
	const read = (typed: string) => {
		const named = splitWords(typed).map((words) => {
			const [, name = words, n] = /^(.*\S)\s+(\d+)$/.exec(words) ?? [];
			return [name, n === undefined ? 1 : Number(n)] as const;
		});
		onChange(named.length > 0 ? Object.fromEntries(named) : undefined);
	};
	return (
		<FormRow
			id={id}
			label={label}
			hint="Such as: near 1, far 3. Leave empty to count the outcome alone."
			error={error}
			className={css.wide ?? ""}
		>
			<Form.Control
				defaultValue={Object.entries(points)
					.map(([name, n]) => `${name} ${n}`)
					.join(", ")}
				isInvalid={Boolean(error)}
				onChange={(event) => read(event.target.value)}
				dir="auto"
			/>
		</FormRow>
	);
}

const MOST_PARTS = 6;

function Parts({
	parts,
	onChange,
	errors,
	scale,
	depth,
}: {
	parts: Rule[];
	onChange: (parts: Rule[]) => void;
	errors: RuleErrors | undefined;
	scale: Scale;
	depth: number;
}) {
	const keys = useRowKeys(parts.length);
	return (
		<div className={css.wide}>
			{parts.map((part, i) => (
				<div key={keys.keyAt(i)}>
					<RuleForm
						rule={part}
						onChange={(changed) => onChange(parts.map((one, n) => (n === i ? changed : one)))}
						errors={errors?.[i] as RuleErrors | undefined}
						scale={scale}
						depth={depth}
						label={`Part ${i + 1}`}
					/>
					{parts.length > 2 && (
						<Button
							variant="link"
							size="sm"
							onClick={() => {
								keys.removed(i);
								onChange(parts.filter((_, n) => n !== i));
							}}
						>
							remove part {i + 1}
						</Button>
					)}
				</div>
			))}
			<Complaint error={errors} />
			{parts.length < MOST_PARTS && (
				<Button
					variant="link"
					size="sm"
					onClick={() => {
						keys.added();
						onChange([...parts, { kind: "streak", r: 3 }]);
					}}
				>
					add a part
				</Button>
			)}
		</div>
	);
}
