import Form from "react-bootstrap/Form";
import type { FieldError } from "react-hook-form";

/** A labelled control with its refusal under it, tied together for those who do not see them side by side. */
export function FormRow({
	id,
	label,
	hint,
	error,
	children,
	className = "mb-2",
}: {
	id: string;
	label: string;
	hint?: string;
	error?: FieldError | { message?: string } | undefined;
	children: React.ReactNode;
	className?: string;
}) {
	return (
		<Form.Group controlId={id} className={className}>
			<Form.Label>{label}</Form.Label>
			{children}
			{hint && <div className="hint">{hint}</div>}
			<Complaint error={error} />
		</Form.Group>
	);
}

/** What is wrong, in words, under what it is about. */
export const Complaint = ({ error }: { error?: { message?: string | undefined } | undefined }) =>
	error?.message ? (
		<div className="asks" role="alert" dir="auto">
			{error.message}
		</div>
	) : null;
