"use client";

import { useEffect, useId, useState } from "react";
import Form from "react-bootstrap/Form";
import { keepText, readKept } from "@/device/localKeep";

const AUTHOR = "peg-ladder author";

/** A skill or a ladder as a file for another coach, with one's own name on it and no student in it. */
export function HandOn({ of, id }: { of: "skill" | "ladder"; id: string }) {
	const [author, setAuthor] = useState("");
	const field = useId();
	useEffect(() => setAuthor(readKept(AUTHOR) ?? ""), []);
	const named = author.trim();
	return (
		<details>
			<summary>share with another coach</summary>
			<Form.Label htmlFor={field} className="mt-2">
				Your name, shown as the author
			</Form.Label>
			<span className="d-flex flex-wrap gap-2">
				<Form.Control
					id={field}
					dir="auto"
					maxLength={80}
					style={{ width: 220 }}
					value={author}
					onChange={(event) => {
						setAuthor(event.target.value);
						keepText(AUTHOR, event.target.value);
					}}
				/>
				{named ? (
					<a
						className="btn btn-outline-primary"
						href={`/api/hand-on?${of}=${id}&author=${encodeURIComponent(named)}`}
						download
					>
						download the file
					</a>
				) : (
					<span className="mute align-self-center">Add your name first.</span>
				)}
			</span>
		</details>
	);
}
