import Form from "react-bootstrap/Form";
import { FormRow } from "./FormRow";

/** Tries a lesson may take; nothing in it while it is being typed is 0. */
export function LimitField({
	id,
	label,
	value,
	small = false,
	onChange,
}: {
	id: string;
	label: string;
	value: number;
	small?: boolean;
	onChange: (limit: number) => void;
}) {
	return (
		<FormRow id={id} label={label} className="">
			<Form.Control
				{...(small ? { size: "sm" as const } : {})}
				type="number"
				inputMode="numeric"
				min={1}
				max={500}
				value={value || ""}
				onChange={(event) => onChange(Number(event.target.value))}
			/>
		</FormRow>
	);
}
