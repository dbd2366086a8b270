"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { useFormContext, useWatch } from "react-hook-form";
import type { Ladder } from "@/core/ladder/ladder";
import { type Rule, usesRule } from "@/core/rules";
import { outcomesGone, outcomesNew, withNew, withoutGone } from "@/core/rules/outcomes";
import { type Scale, scales } from "@/core/rules/scale";
import { targetsOf } from "@/core/rules/targets";
import { difference } from "@/core/text/figures";
import { counted, list } from "@/core/text/lists";
import { FormRow } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import { DecisionFields } from "./DecisionFields";
import { OwnOutcomes } from "./OwnOutcomes";

const HIT = "hit or miss";
const OWN = "outcomes of your own";
const names = Object.keys(scales) as (keyof typeof scales)[];
const nameOf = (scale: Scale | undefined): string =>
	scale ? (names.find((name) => JSON.stringify(scales[name]) === JSON.stringify(scale)) ?? OWN) : HIT;
/** Begun from what was there, with one more to be named: it is no scale that ships from then on. */
const ownFrom = (scale: Scale | undefined): Scale => [
	...structuredClone(scale ?? scales[HIT]),
	{ code: "own-1", label: "", points: 0, success: false },
];

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
			<FormRow
				id={id("scale")}
				label="Outcomes of a try"
				error={errors?.scale as { message?: string }}
				className={css.third ?? ""}
			>
				<Form.Select
					value={own}
					onChange={(event) => {
						const chosen = names.find((name) => name === event.target.value);
						if (!chosen) {
							setValue(`${path}.scale`, ownFrom(scale) as never, { shouldDirty: true });
							return;
						}
						setValue(`${path}.scale`, (chosen === HIT ? undefined : structuredClone(scales[chosen])) as never, {
							shouldDirty: true,
						});
					}}
				>
					{names.map((name) => (
						<option key={name}>{name}</option>
					))}
					<option>{OWN}</option>
				</Form.Select>
			</FormRow>
			{usesRule(rule, "within") && (
				<FormRow id={id("unit")} label="Unit of the measure" error={errors?.unit} className={css.third ?? ""}>
					<Form.Control
						{...register(`${path}.unit`, { setValueAs: (words: string | undefined) => words?.trim() || undefined })}
						maxLength={16}
						placeholder="cm"
					/>
				</FormRow>
			)}
			{(usesRule(rule, "within") || usesRule(rule, "length")) && (
				<FormRow
					id={id("second")}
					label="Second measure"
					hint="You enter it after the first number. Rules do not use it."
					error={errors?.second}
					className={css.third ?? ""}
				>
					<Form.Control
						{...register(`${path}.second`, { setValueAs: (words: string | undefined) => words?.trim() || undefined })}
						maxLength={24}
						placeholder="height, cm"
						dir="auto"
					/>
				</FormRow>
			)}
			{own === OWN && scale && <OwnOutcomes index={index} scale={scale} />}
			<WeightsAsked
				rule={rule}
				scale={scale ?? scales[HIT]}
				onRule={(next) => setValue(`${path}.rule`, next as never, { shouldDirty: true })}
			/>
			{targetsOf(rule).length > 0 && (
				<FormRow
					id={id("callInTurn")}
					label="Tries at each target, in turn"
					hint="Leave empty for no fixed order."
					error={errors?.callInTurn}
					className={css.third ?? ""}
				>
					<Form.Control
						type="number"
						inputMode="numeric"
						min={1}
						max={20}
						{...register(`${path}.callInTurn`, {
							setValueAs: (typed: unknown) => (typed === "" || typed === undefined ? undefined : Number(typed)),
						})}
					/>
				</FormRow>
			)}
			{usesRule(rule, "decision") && <DecisionFields index={index} />}
		</>
	);
}

/** A points game and its scale came apart: what the rule names and the scale has not, and what is new to the rule. */
function WeightsAsked({ rule, scale, onRule }: { rule: Rule; scale: Scale; onRule: (rule: Rule) => void }) {
	const codes = scale.map(({ code }) => code);
	const gone = outcomesGone(rule, codes);
	const fresh = outcomesNew(rule, scale).filter(({ label, points }) => label && Number.isFinite(points));
	if (gone.length + fresh.length === 0) return null;
	return (
		<div className={`asks ${css.full}`} role="status">
			{gone.length > 0 && (
				<p className="m-0">
					The rule still gives points for {list(gone)}, which{" "}
					{gone.length === 1 ? "is no longer an outcome" : "are no longer outcomes"}.{" "}
					<Button variant="link" size="sm" onClick={() => onRule(withoutGone(rule, codes))}>
						remove {counted(gone.length, "outcome", "outcomes")} from the rule
					</Button>
				</p>
			)}
			{fresh.length > 0 && (
				<p className="m-0" dir="auto">
					New to the rule: {list(fresh.map(({ label, points }) => `${label} ${difference(points)}`))}. These points come
					from the scale. Change them under the rule.{" "}
					<Button variant="link" size="sm" onClick={() => onRule(withNew(rule, fresh))}>
						keep {counted(fresh.length, "outcome", "outcomes")} in the rule
					</Button>
				</p>
			)}
		</div>
	);
}
