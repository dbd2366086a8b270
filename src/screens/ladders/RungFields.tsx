"use client";

import { useEffect } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { LengthUnit } from "@/core/coach/lengths";
import type { Difficulty } from "@/core/difficulty/difficulty";
import { gateWords } from "@/core/ladder/labels";
import type { Ladder } from "@/core/ladder/ladder";
import { gates, MAX_WATCHED } from "@/core/ladder/rung";
import type { Rule } from "@/core/rules";
import { type Scale, scales } from "@/core/rules/scale";
import type { KeyPosition } from "@/core/skill/skill";
import { type RuleErrors, RuleForm } from "@/screens/rules/RuleForm";
import { Complaint, FormRow } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import { NumberField, WordsField } from "./RungField";
import { RungGroups } from "./RungGroups";
import { readRule } from "./readRule";
import { RungSums } from "./SetUpFields";
import { SketchFields } from "./SketchFields";

interface Props {
	index: number;
	positions: readonly KeyPosition[];
	/** What its notches are counted on. */
	difficulties: readonly Difficulty[];
	unit: LengthUnit;
	onAbove: () => void;
	onCopy: () => void;
	onSplit: () => void;
	/** Null on the lowest rung. */
	onMerge: (() => void) | null;
	onRemove: () => void;
}

/**
 * A rung's settings, open under its row: words, rule, limit, what makes a try good, what is watched and the picture. The
 * rest is in groups that say what is set in them. The rule reads itself out while it is edited.
 */
export function RungFields({ index, positions, difficulties, unit, ...does }: Props) {
	const { register, control, setValue, setFocus, getValues, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const settings = useWatch({ control, name: path });
	const errors = formState.errors.rungs?.[index]?.settings;
	const id = (field: string) => `rung-${index}-${field}`;
	useEffect(() => {
		if (getValues(`${path}.name`) === "") setFocus(`${path}.name`);
	}, [path, getValues, setFocus]);
	if (!settings) return null;
	return (
		<div className={css.details}>
			<FormRow id={id("name")} label="Rung" error={errors?.name} className={css.full ?? ""}>
				<Form.Control {...register(`${path}.name`)} dir="auto" isInvalid={Boolean(errors?.name)} />
			</FormRow>
			<WordsField index={index} field="drill" label="Drill: who is where, what you do" className={css.full} />
			<p className={`${css.full} ${css.sentence} m-0 mt-1`} aria-live="polite">
				{readRule(settings)}, at most {settings.limit || "?"} tries a day
			</p>
			<div className={css.full}>
				<RuleForm
					key={settings.rule.kind}
					rule={settings.rule as Rule}
					onChange={(rule) =>
						setValue(`${path}.rule`, rule as never, { shouldDirty: true, shouldValidate: formState.isSubmitted })
					}
					errors={errors?.rule as RuleErrors | undefined}
					scale={(settings.scale as Scale | undefined) ?? scales["hit or miss"]}
				/>
			</div>
			<NumberField index={index} field="limit" label="Limit: tries a day" />
			<FormRow id={id("gate")} label="A try is good when" className={css.twoThirds ?? ""}>
				<Form.Select {...register(`${path}.gate`)} className={css.long}>
					{gates.map((gate) => (
						<option key={gate} value={gate}>
							{gateWords[gate]}
						</option>
					))}
				</Form.Select>
			</FormRow>
			<WatchFields index={index} positions={positions} />
			<div className={css.full}>
				<SketchFields index={index} unit={unit} />
			</div>
			<RungSums index={index} />
			<RungGroups index={index} positions={positions} difficulties={difficulties} />
			<RungButtons {...does} />
		</div>
	);
}

/** What is watched on the rung, and what no good try may lack. */
function WatchFields({ index, positions }: Pick<Props, "index" | "positions">) {
	const { control, setValue, formState } = useFormContext<Ladder>();
	const path = `rungs.${index}.settings` as const;
	const settings = useWatch({ control, name: path });
	const errors = formState.errors.rungs?.[index]?.settings;
	const id = (field: string) => `rung-${index}-${field}`;
	const watched = positions.filter((position) => settings.watch.includes(position.id));
	const musts = (settings.musts ?? []).filter((one) => settings.watch.includes(one));
	return (
		<>
			<fieldset className={css.full}>
				<legend className="form-label m-0">Watch, at most {MAX_WATCHED}</legend>
				{positions.length === 0 && <span className="mute">The skill has no key positions yet.</span>}
				{positions.map((position) => (
					<Form.Check
						inline
						key={position.id}
						id={id(`watch-${position.id}`)}
						type="checkbox"
						label={position.short}
						checked={settings.watch.includes(position.id)}
						onChange={(event) =>
							// A list also where there is one position only: a lone box of its name would give a yes or a no.
							setValue(
								`${path}.watch`,
								event.target.checked
									? [...settings.watch, position.id]
									: settings.watch.filter((one) => one !== position.id),
								{ shouldDirty: true },
							)
						}
					/>
				))}
				<Complaint error={errors?.watch as { message?: string } | undefined} />
			</fieldset>
			{watched.length > 0 && (
				<fieldset className={css.full}>
					<legend className="form-label m-0">Must be right for a try to be good</legend>
					{watched.map((position) => (
						<Form.Check
							inline
							key={position.id}
							id={id(`must-${position.id}`)}
							type="checkbox"
							label={
								<>
									{position.short}
									<span className="visually-hidden"> is a must</span>
									{position.must && <span className="mute"> (set by the skill)</span>}
								</>
							}
							checked={position.must === true || musts.includes(position.id)}
							disabled={position.must === true}
							onChange={(event) =>
								setValue(
									`${path}.musts`,
									event.target.checked ? [...musts, position.id] : musts.filter((one) => one !== position.id),
									{ shouldDirty: true },
								)
							}
						/>
					))}
				</fieldset>
			)}
		</>
	);
}

/** What is done with the rung as a whole. */
const RungButtons = (does: Omit<Props, "index" | "positions" | "difficulties" | "unit">) => (
	<div className={css.full}>
		<Button variant="link" onClick={does.onAbove}>
			add a rung above
		</Button>
		<Button variant="link" onClick={does.onCopy}>
			copy the rung
		</Button>
		<Button variant="link" onClick={does.onSplit}>
			split the rung in two
		</Button>
		{does.onMerge && (
			<Button variant="link" onClick={does.onMerge}>
				merge with the rung below
			</Button>
		)}
		<Button variant="link" onClick={does.onRemove}>
			remove this rung
		</Button>
	</div>
);
