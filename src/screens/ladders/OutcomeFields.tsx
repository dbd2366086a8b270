"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { Ladder } from "@/core/ladder/ladder";
import { type DecisionTable, type Scale, scales } from "@/core/ladder/scale";
import { type Rule, usesRule } from "@/core/rules";
import { splitWords } from "@/core/words/text";
import { Complaint, Row } from "@/ui/Row";
import css from "@/ui/rows.module.scss";
import { useRowKeys } from "@/ui/useRowKeys";

const HIT = "hit or miss";
const names = Object.keys(scales) as (keyof typeof scales)[];
const nameOf = (scale: Scale | undefined): string =>
	scale ? (names.find((name) => JSON.stringify(scales[name]) === JSON.stringify(scale)) ?? "its own") : HIT;

/** How a try comes out, and what the rule looks at besides: a unit, a table of decisions. */
export function OutcomeFields({ index }: { index: number }) {
	const { control, register, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const scale = useWatch({ control, name: `${path}.scale` }) as Scale | undefined;
	const rule = useWatch({ control, name: `${path}.rule` }) as Rule;
	const errors = formState.errors.rungs?.[index]?.settings;
	const id = (field: string) => `rung-${index}-${field}`;
	const own = nameOf(scale);
	return (
		<>
			<Row
				id={id("scale")}
				label="A try comes out as"
				error={errors?.scale as { message?: string }}
				className={css.third ?? ""}
			>
				<Form.Select
					value={own}
					onChange={(event) => {
						const chosen = names.find((name) => name === event.target.value);
						setValue(
							`${path}.scale`,
							(chosen === HIT ? undefined : chosen && structuredClone(scales[chosen])) as never,
							{
								shouldDirty: true,
							},
						);
					}}
				>
					{names.map((name) => (
						<option key={name}>{name}</option>
					))}
					{own === "its own" && <option>its own</option>}
				</Form.Select>
			</Row>
			{usesRule(rule, "within") && (
				<Row id={id("unit")} label="Unit of the measure" error={errors?.unit} className={css.third ?? ""}>
					<Form.Control
						{...register(`${path}.unit`, { setValueAs: (words: string | undefined) => words?.trim() || undefined })}
						maxLength={16}
						placeholder="cm"
					/>
				</Row>
			)}
			{usesRule(rule, "decision") && <Decisions index={index} />}
		</>
	);
}

type Situation = DecisionTable[number];

/** What is called, and which answers to it are right. */
function Decisions({ index }: { index: number }) {
	const { control, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings.decisions` as const;
	const table = (useWatch({ control, name: path }) ?? []) as DecisionTable;
	const keys = useRowKeys(table.length);
	const error = formState.errors.rungs?.[index]?.settings?.decisions as { message?: string } | undefined;
	const keep = (next: Situation[]) => setValue(path, next as never, { shouldDirty: true });
	const change = (i: number, to: Partial<Situation>) =>
		keep(table.map((row, n) => (n === i ? { ...row, ...to } : row)));
	return (
		<fieldset className={css.full}>
			<legend className="form-label m-0">Decisions: what is called, and the right answers, with commas between</legend>
			{table.map((row, i) => (
				<div key={keys.keyAt(i)} className="d-flex gap-2 mb-1">
					<Form.Control
						aria-label={`Called, ${i + 1}`}
						value={row.situation}
						onChange={(event) => change(i, { situation: event.target.value })}
					/>
					<Form.Control
						aria-label={`Right answers, ${i + 1}`}
						defaultValue={row.right.map((one) => one.answer).join(", ")}
						onChange={(event) =>
							change(i, {
								right: splitWords(event.target.value).map((answer) => ({
									answer,
									reason: row.right.find((one) => one.answer === answer)?.reason ?? "",
								})),
							})
						}
					/>
					<Button
						variant="link"
						size="sm"
						onClick={() => {
							keys.removed(i);
							keep(table.filter((_, n) => n !== i));
						}}
					>
						take out<span className="visually-hidden"> decision {i + 1}</span>
					</Button>
				</div>
			))}
			<Complaint error={error} />
			<Button
				variant="link"
				size="sm"
				onClick={() => {
					keys.added();
					keep([...table, { situation: "", right: [] }]);
				}}
			>
				one more decision
			</Button>
		</fieldset>
	);
}
