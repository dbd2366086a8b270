"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { Ladder } from "@/core/ladder/ladder";
import type { Rule } from "@/core/rules";
import { withRenamed } from "@/core/rules/outcomes";
import { codeFor, MOST_OUTCOMES, type Scale } from "@/core/rules/scale";
import { Complaint } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import { useRowKeys } from "@/ui/useRowKeys";

type ScaleOutcome = Scale[number];

/** The coach's own outcomes: what each is called, what it earns, and whether it counts as a success. */
export function OwnOutcomes({ index, scale }: { index: number; scale: Scale }) {
	const { control, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const rule = useWatch({ control, name: `${path}.rule` }) as Rule;
	const keys = useRowKeys(scale.length);
	const errors = formState.errors.rungs?.[index]?.settings?.scale as
		| ({ message?: string } & Record<number, { label?: { message?: string }; points?: { message?: string } }>)
		| undefined;
	const keep = (next: ScaleOutcome[]) => setValue(`${path}.scale`, next as never, { shouldDirty: true });
	const change = (i: number, to: Partial<ScaleOutcome>) =>
		keep(scale.map((one, n) => (n === i ? { ...one, ...to } : one)));
	const setRule = (next: Rule) => setValue(`${path}.rule`, next as never, { shouldDirty: true });
	const rename = (i: number, label: string) => {
		const was = (scale[i] as ScaleOutcome).code;
		const code = codeFor(
			label,
			scale.filter((_, n) => n !== i).map((one) => one.code),
		);
		change(i, { label, code });
		setRule(withRenamed(rule, was, code));
	};
	const codes = scale.map(({ code }) => code);
	return (
		<fieldset className={css.full}>
			<legend className="form-label m-0">Outcomes, best first. The first gets the large button.</legend>
			{scale.map((one, i) => (
				<div key={keys.keyAt(i)} className="d-flex flex-wrap gap-2 mb-1 align-items-center">
					<Form.Control
						aria-label={`Outcome ${i + 1}`}
						style={{ flex: "1 1 8rem", width: "8rem" }}
						value={one.label}
						maxLength={24}
						dir="auto"
						isInvalid={Boolean(errors?.[i]?.label)}
						onChange={(event) => rename(i, event.target.value)}
					/>
					<Form.Control
						aria-label={`Points of outcome ${i + 1}`}
						type="number"
						inputMode="numeric"
						style={{ flex: "0 0 5rem", width: "5rem" }}
						value={Number.isFinite(one.points) ? one.points : ""}
						isInvalid={Boolean(errors?.[i]?.points)}
						onChange={(event) =>
							change(i, { points: event.target.value === "" ? Number.NaN : Number(event.target.value) })
						}
					/>
					<Form.Check
						id={`rung-${index}-success-${keys.keyAt(i)}`}
						type="checkbox"
						label={
							<>
								a success<span className="visually-hidden">, outcome {i + 1}</span>
							</>
						}
						checked={one.success}
						onChange={(event) => change(i, { success: event.target.checked })}
					/>
					<Button
						variant="link"
						size="sm"
						disabled={scale.length <= 2}
						onClick={() => {
							keys.removed(i);
							keep(scale.filter((_, n) => n !== i));
						}}
					>
						remove<span className="visually-hidden"> outcome {i + 1}</span>
					</Button>
					<Complaint error={errors?.[i]?.label ?? errors?.[i]?.points} />
				</div>
			))}
			<Complaint error={errors} />
			{scale.length < MOST_OUTCOMES && (
				<Button
					variant="link"
					size="sm"
					onClick={() => {
						keys.added();
						keep([...scale, { code: codeFor("", codes), label: "", points: 0, success: false }]);
					}}
				>
					add an outcome
				</Button>
			)}
		</fieldset>
	);
}
