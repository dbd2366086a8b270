import Form from "react-bootstrap/Form";
import { useFormContext } from "react-hook-form";
import type { Ladder } from "@/core/ladder/ladder";
import { FormRow } from "@/ui/FormRow";
import css from "@/ui/rows.module.css";

/** A whole number of a rung. */
export function NumberField({
	index,
	field,
	label,
}: {
	index: number;
	field: "triesPerSet" | "limit" | "correctAfter" | "adjust";
	label: string;
}) {
	const { register, formState } = useFormContext<Ladder>();
	const error = formState.errors.rungs?.[index]?.settings?.[field];
	return (
		<FormRow id={`rung-${index}-${field}`} label={label} error={error} className={css.third ?? ""}>
			<Form.Control
				type="number"
				inputMode="numeric"
				{...register(`rungs.${index}.settings.${field}`, { valueAsNumber: true })}
				isInvalid={Boolean(error)}
			/>
		</FormRow>
	);
}

/** A line of words of a rung. */
export function WordsField({
	index,
	field,
	label,
	className = css.half,
}: {
	index: number;
	field: "drill" | "easier" | "harder";
	label: string;
	className?: string | undefined;
}) {
	const { register, formState } = useFormContext<Ladder>();
	const error = formState.errors.rungs?.[index]?.settings?.[field];
	return (
		<FormRow id={`rung-${index}-${field}`} label={label} error={error} className={className ?? ""}>
			<Form.Control {...register(`rungs.${index}.settings.${field}`)} dir="auto" isInvalid={Boolean(error)} />
		</FormRow>
	);
}
