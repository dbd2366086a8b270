"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { DayField } from "./DayField";

/** What the coach will do, and by when. `children` stand between the two. */
export function PromiseForm({
	placeholder,
	onPromise,
	children,
}: {
	placeholder: string;
	/** False where it could not be kept: what was typed stays. */
	onPromise: (text: string, due: string) => boolean | Promise<boolean>;
	children?: React.ReactNode;
}) {
	const [text, setText] = useState("");
	const [due, setDue] = useState("");
	return (
		<Form
			onSubmit={async (event) => {
				event.preventDefault();
				if (!(await onPromise(text.trim(), due))) return;
				setText("");
				setDue("");
			}}
		>
			<Form.Control
				required
				maxLength={400}
				aria-label="Promise"
				placeholder={placeholder}
				value={text}
				onChange={(event) => setText(event.target.value)}
				dir="auto"
			/>
			{children}
			<DayField required aria-label="Due" value={due} onChange={setDue} />
			<Button type="submit" variant="outline-primary" disabled={!text.trim() || !due}>
				promise
			</Button>
		</Form>
	);
}
