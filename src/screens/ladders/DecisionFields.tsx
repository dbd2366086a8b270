"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { Ladder } from "@/core/ladder/ladder";
import type { DecisionTable } from "@/core/rules/scale";
import { splitWords } from "@/core/text/fields";
import { Complaint } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import { useRowKeys } from "@/ui/useRowKeys";

type Situation = DecisionTable[number];

/** What is called, and which answers to it are right. */
export function DecisionFields({ index }: { index: number }) {
	const { control, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings.decisions` as const;
	const settings = `rungs.${index}.settings` as const;
	const free = useWatch({ control, name: `${settings}.freeChoice` }) === true;
	const choiceOnly = useWatch({ control, name: `${settings}.choiceOnly` }) === true;
	// Left out where it is not so: an unticked box says nothing new of a rung that never had one.
	const tick = (name: "freeChoice" | "choiceOnly", on: boolean) =>
		setValue(`${settings}.${name}`, on ? true : (undefined as never), { shouldDirty: true });
	const table = (useWatch({ control, name: path }) ?? []) as DecisionTable;
	const keys = useRowKeys(table.length);
	const error = formState.errors.rungs?.[index]?.settings?.decisions as { message?: string } | undefined;
	const keep = (next: Situation[]) => setValue(path, next as never, { shouldDirty: true });
	const change = (i: number, to: Partial<Situation>) =>
		keep(table.map((row, n) => (n === i ? { ...row, ...to } : row)));
	return (
		<fieldset className={css.full}>
			<legend className="form-label m-0">
				{free ? "Decisions" : "Decisions: calls and right answers, separated by commas"}
			</legend>
			<Form.Check
				id={`rung-${index}-free`}
				type="checkbox"
				label="no calls: the student chooses, you say if it was right"
				checked={free}
				onChange={(event) => tick("freeChoice", event.target.checked)}
			/>
			<Form.Check
				id={`rung-${index}-choice-only`}
				type="checkbox"
				label="judge the choice only, not the result"
				checked={choiceOnly}
				onChange={(event) => tick("choiceOnly", event.target.checked)}
			/>
			{(free ? [] : table).map((row, i) => (
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
						remove<span className="visually-hidden"> decision {i + 1}</span>
					</Button>
				</div>
			))}
			<Complaint error={error} />
			{!free && (
				<Button
					variant="link"
					size="sm"
					onClick={() => {
						keys.added();
						keep([...table, { situation: "", right: [] }]);
					}}
				>
					add a decision
				</Button>
			)}
		</fieldset>
	);
}
