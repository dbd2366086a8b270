"use client";

import { createContext, memo, useContext } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Path } from "@/core/editing/paths";
import { type SideMark, sideMarks, sideTokens, withTokens } from "@/core/skill/sides";
import { measures, type Tolerance, usualUnit } from "@/core/skill/tolerance";
import { Complaint, FormRow } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";
import own from "./skills.module.css";
import { useEdit, useRefusal } from "./useSkill";

/** The side that texts are read out for. */
export const SideContext = createContext<"left" | "right">("right");

const idOf = (path: Path) => `at-${path.join("-")}`;

/** A line of words that breaks where it is long, and grows: nothing of it is hidden. It holds no line breaks of its own. */
export function Line({
	value,
	invalid = false,
	onChange,
	...rest
}: {
	value: string;
	invalid?: boolean;
	onChange: (words: string) => void;
} & Pick<React.ComponentProps<"textarea">, "aria-label" | "placeholder" | "maxLength" | "className">) {
	return (
		<Form.Control
			as="textarea"
			rows={1}
			{...rest}
			className={`${own.grows} ${rest.className ?? ""}`}
			value={value}
			dir="auto"
			isInvalid={invalid}
			onKeyDown={(event) => event.key === "Enter" && event.preventDefault()}
			onChange={(event) => onChange(event.target.value.replaceAll("\n", " "))}
		/>
	);
}

/** One line of words at a place in the skill. */
export const Words = memo(function Words({
	at,
	label,
	value,
	className = css.half,
	hint,
	optional = false,
}: {
	/** The place, its names joined by points. */
	at: string;
	label: string;
	value: string | undefined;
	className?: string | undefined;
	hint?: string;
	/** Emptied, the field goes away altogether. */
	optional?: boolean;
}) {
	const edit = useEdit();
	const path = pathOf(at);
	const error = useRefusal(path);
	return (
		<FormRow id={idOf(path)} label={label} error={error} className={className ?? ""} {...(hint ? { hint } : {})}>
			<Line
				value={value ?? ""}
				invalid={Boolean(error)}
				onChange={(words) => edit(path, optional && words === "" ? undefined : words)}
			/>
			<SideHint text={value ?? ""} onMend={(mended) => edit(path, mended, "")} />
		</FormRow>
	);
});

/** The place that a string of names and numbers stands for. */
export const pathOf = (at: string): Path => at.split(".").map((key) => (/^\d+$/.test(key) ? Number(key) : key));

/** What is amiss with the sides in a text, and how to mend it. */
export function SideHint({ text, onMend }: { text: string; onMend: (text: string) => void }) {
	const side = useContext(SideContext);
	const marks = text.includes("{") || /left|right/i.test(text) ? sideMarks(text) : [];
	if (marks.length === 0) return null;
	const of = (what: SideMark["what"]) => marks.filter((mark) => mark.what === what).map((mark) => mark.word);
	return (
		<div className="hint">
			{of("unknown").length > 0 &&
				`${of("unknown").join(", ")} is not a side. Use ${sideTokens.map((token) => `{${token}}`).join(", ")}. `}
			{of("missing").length > 0 && (
				<>
					“{of("missing")[0]}” fits one side only.{" "}
					<Button variant="link" size="sm" onClick={() => onMend(withTokens(text, side))}>
						make the text follow the side
					</Button>
				</>
			)}
		</div>
	);
}

/** A number at a place; empty takes it out. */
export function Amount({
	at,
	label,
	value,
	step = 1,
	className = css.third,
	hidden = false,
}: {
	at: string;
	label: string;
	value: number | undefined;
	step?: number;
	className?: string | undefined;
	/** The label is for those who do not see where it stands. */
	hidden?: boolean;
}) {
	const edit = useEdit();
	const path = pathOf(at);
	const error = useRefusal(path);
	const control = (
		<Form.Control
			type="number"
			inputMode="decimal"
			step={step}
			{...(hidden ? { "aria-label": label } : {})}
			value={value === undefined || Number.isNaN(value) ? "" : value}
			isInvalid={Boolean(error)}
			onChange={(event) => edit(path, event.target.value === "" ? undefined : Number(event.target.value))}
		/>
	);
	if (hidden) return control;
	return (
		<FormRow id={idOf(path)} label={label} error={error} className={className ?? ""}>
			{control}
		</FormRow>
	);
}

/** Within what it still counts: a range of a measure, or words. */
export function ToleranceFields({ at, value }: { at: string; value: Tolerance | undefined }) {
	const edit = useEdit();
	const path = pathOf(at);
	const error = useRefusal(path);
	const kind = value === undefined ? "" : value.by === "words" ? "words" : value.of;
	const choose = (chosen: string) => {
		const of = measures.find((measure) => measure === chosen);
		const low = value?.by === "range" ? value.low : 0;
		const high = value?.by === "range" ? value.high : 0;
		edit(
			path,
			chosen === "" ? undefined : of ? { by: "range", of, unit: usualUnit[of], low, high } : { by: "words", words: "" },
			"",
		);
	};
	return (
		<fieldset className={`${css.full} ${own.tolerance}`}>
			<legend className="form-label m-0">Tolerance</legend>
			<Form.Select aria-label="Tolerance by" value={kind} onChange={(event) => choose(event.target.value)}>
				<option value="">none</option>
				{measures.map((measure) => (
					<option key={measure} value={measure}>
						{measure === "angle" ? "an angle" : measure === "distance" ? "a distance" : measure}
					</option>
				))}
				<option value="words">in words</option>
			</Form.Select>
			{value?.by === "range" && (
				<>
					<Amount hidden at={`${at}.low`} label="Tolerance from" value={value.low} step={0.1} />
					<span>to</span>
					<Amount hidden at={`${at}.high`} label="Tolerance to" value={value.high} step={0.1} />
					<Form.Control
						aria-label="Unit"
						value={value.unit}
						onChange={(event) => edit([...path, "unit"], event.target.value)}
					/>
				</>
			)}
			{value?.by === "words" && (
				<Line
					aria-label="Tolerance in words"
					className={own.grow ?? ""}
					value={value.words}
					onChange={(words) => edit([...path, "words"], words)}
				/>
			)}
			<Complaint error={error} />
		</fieldset>
	);
}

export function Choose<T extends string>({
	at,
	label,
	value,
	options,
	className = css.third,
	hidden = false,
}: {
	at: string;
	label: string;
	value: T | null;
	/** Value and words; the empty value stands for none. */
	options: readonly (readonly [T | "", string])[];
	className?: string | undefined;
	hidden?: boolean;
}) {
	const edit = useEdit();
	const path = pathOf(at);
	const error = useRefusal(path);
	const select = (
		<Form.Select
			{...(hidden ? { "aria-label": label } : {})}
			value={value ?? ""}
			isInvalid={Boolean(error)}
			onChange={(event) => edit(path, event.target.value || null, "")}
		>
			{options.map(([key, words]) => (
				<option key={key} value={key}>
					{words}
				</option>
			))}
		</Form.Select>
	);
	if (hidden) return select;
	return (
		<FormRow id={idOf(path)} label={label} error={error} className={className ?? ""}>
			{select}
		</FormRow>
	);
}
