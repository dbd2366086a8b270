"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { CueGiven } from "@/core/log/wrap";
import { type CueKind, cueKinds } from "@/core/skill/cue";

/** What was said in the coach's own words, written down afterwards: then it counts among the cues like any other. */
export function OwnWords({
	cue,
	onWords,
}: {
	cue: CueGiven;
	onWords: (cue: string, words: string, kind: CueKind) => void;
}) {
	const [words, setWords] = useState("");
	const [kind, setKind] = useState<CueKind>("outside");
	const about = `${cue.type === "question" ? "asked" : "cue"}, ${cue.words}`;
	return (
		<Form
			className="d-flex gap-2 flex-wrap my-1"
			onSubmit={(event) => {
				event.preventDefault();
				if (words.trim()) onWords(cue.id, words.trim(), kind);
			}}
		>
			<Form.Control
				size="sm"
				style={{ width: "16rem" }}
				aria-label={`In your words (${about})`}
				placeholder="what you said, in your words"
				maxLength={120}
				value={words}
				onChange={(event) => setWords(event.target.value)}
				dir="auto"
			/>
			<Form.Select
				size="sm"
				style={{ width: "auto" }}
				aria-label={`Kind (${about})`}
				value={kind}
				onChange={(event) => setKind(cueKinds.find((one) => one === event.target.value) ?? "outside")}
			>
				{cueKinds.map((one) => (
					<option key={one}>{one}</option>
				))}
			</Form.Select>
			<Button size="sm" variant="outline-primary" type="submit" disabled={!words.trim()}>
				save the cue
			</Button>
		</Form>
	);
}
