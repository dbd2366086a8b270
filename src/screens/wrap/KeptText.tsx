"use client";

import { useState } from "react";
import Form from "react-bootstrap/Form";
import { useKept } from "@/ui/useKept";

/** A line that is kept while it is typed, and written into the lesson when it is left. */
export function KeptText({
	draft,
	id,
	label,
	written,
	onWrite,
}: {
	draft: string;
	id: string;
	label: React.ReactNode;
	written: string;
	onWrite: (text: string) => void;
}) {
	const [text, setText, forget] = useKept(draft, written);
	const [touched, setTouched] = useState(false);
	return (
		<Form.Group controlId={id} className="mb-2">
			<Form.Label dir="auto">{label}</Form.Label>
			<Form.Control
				as="textarea"
				rows={1}
				maxLength={400}
				value={text}
				dir="auto"
				onChange={(event) => {
					setTouched(true);
					setText(event.target.value);
				}}
				onBlur={() => {
					onWrite(text);
					forget();
				}}
			/>
			{touched && text.trim() === written && written !== "" && <span className="hint">kept</span>}
		</Form.Group>
	);
}
