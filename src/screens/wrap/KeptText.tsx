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
	const isKept = touched && text.trim() === written && written !== "";
	return (
		<Form.Group controlId={id} className="mb-2">
			<div className="d-flex gap-2 justify-content-between">
				<Form.Label dir="auto">{label}</Form.Label>
				{/* Its place is kept: what appears when a line is left must not push away what is being pressed. */}
				<span className="hint" style={{ flex: "none", visibility: isKept ? undefined : "hidden" }}>
					saved
				</span>
			</div>
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
		</Form.Group>
	);
}
