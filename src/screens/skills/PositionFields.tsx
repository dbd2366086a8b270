"use client";

import { useEffect } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFieldArray, useFormContext } from "react-hook-form";
import { cueKinds, type KeyPosition, type Skill } from "@/core/skill/skill";
import { Row } from "@/ui/Row";
import css from "@/ui/rows.module.scss";

/** The details of a key position, open under its row. */
export function PositionFields({
	index,
	earlier,
	onRemove,
}: {
	index: number;
	earlier: readonly KeyPosition[];
	onRemove: () => void;
}) {
	const { register, control, formState, setFocus, getValues } = useFormContext<Skill>();
	const cues = useFieldArray({ control, name: `positions.${index}.cues`, keyName: "row" });
	const errors = formState.errors.positions?.[index];
	const id = (field: string) => `position-${index}-${field}`;
	useEffect(() => {
		if (getValues(`positions.${index}.name`) === "") setFocus(`positions.${index}.name`);
	}, [index, setFocus, getValues]);
	return (
		<div className={css.details}>
			<Row id={id("name")} label="Key position" error={errors?.name} className={css.half ?? ""}>
				<Form.Control {...register(`positions.${index}.name`)} dir="auto" isInvalid={Boolean(errors?.name)} />
			</Row>
			<Row id={id("short")} label="Short name, ten letters" error={errors?.short} className={css.half ?? ""}>
				<Form.Control {...register(`positions.${index}.short`)} dir="auto" isInvalid={Boolean(errors?.short)} />
			</Row>
			<Row
				id={id("tell")}
				label="Tell: how one sees, feels or hears it"
				error={errors?.tell}
				className={css.full ?? ""}
			>
				<Form.Control {...register(`positions.${index}.tell`)} dir="auto" isInvalid={Boolean(errors?.tell)} />
			</Row>
			<fieldset className={css.full}>
				<legend className="form-label m-0">Cues, the first one first</legend>
				{cues.fields.map((cue, i) => (
					<div key={cue.row} className={css.cue}>
						<Form.Control
							{...register(`positions.${index}.cues.${i}.text`)}
							aria-label={`Cue ${i + 1}`}
							dir="auto"
							isInvalid={Boolean(errors?.cues?.[i]?.text)}
						/>
						<Form.Select {...register(`positions.${index}.cues.${i}.kind`)} aria-label={`Kind of cue ${i + 1}`}>
							{cueKinds.map((kind) => (
								<option key={kind}>{kind}</option>
							))}
						</Form.Select>
						<Button variant="link" onClick={() => cues.remove(i)}>
							take out<span className="visually-hidden"> cue {i + 1}</span>
						</Button>
						{errors?.cues?.[i]?.text?.message && (
							<div className="asks" role="alert">
								{errors.cues[i]?.text?.message}
							</div>
						)}
					</div>
				))}
				<Button variant="link" onClick={() => cues.append({ text: "", kind: "outside" })}>
					add a cue
				</Button>
			</fieldset>
			<Row id={id("fault")} label="Fault" error={errors?.fault} className={css.half ?? ""}>
				<Form.Control {...register(`positions.${index}.fault`)} dir="auto" isInvalid={Boolean(errors?.fault)} />
			</Row>
			<Row id={id("origin")} label="It usually comes from" error={errors?.origin} className={css.half ?? ""}>
				<Form.Select {...register(`positions.${index}.origin`, { setValueAs: (v) => v || null })}>
					<option value="">nothing earlier</option>
					{earlier.map((position) => (
						<option key={position.id} value={position.id}>
							{position.short || position.name}
						</option>
					))}
				</Form.Select>
			</Row>
			<div className={css.full}>
				<Button variant="link" onClick={onRemove}>
					take this position out
				</Button>
			</div>
		</div>
	);
}
