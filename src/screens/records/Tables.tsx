"use client";

import { useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { type TableName, tableNames } from "@/core/formats/tables";
import { sum } from "@/core/statistics/sums";
import { FormRow } from "@/ui/FormRow";
import { offer } from "@/ui/offer";

const words: Record<TableName, string> = {
	attempts: "tries, one per line",
	lessons: "lessons",
	rungs: "rungs, as they are now",
	practice: "practice",
	load: "load by day",
};

const LINE_END = 10;
const figure = new Intl.NumberFormat("en-GB");

/** Lines that end in these bytes; a line end within a cell is one more, which only a progress is told by. */
const linesIn = (bytes: Uint8Array) => sum(bytes, (byte) => Number(byte === LINE_END));

/** A table as CSV, for a spreadsheet: read as it comes, with how far it is, and stopped by a press. */
export function Tables({ students }: { students: readonly { id: string; name: string }[] }) {
	const [of, setOf] = useState<TableName>("attempts");
	const [student, setStudent] = useState("");
	const [at, setAt] = useState<{ lines: number; all: number | null } | null>(null);
	const [said, setSaid] = useState("");
	const stop = useRef<AbortController | null>(null);
	const take = async () => {
		setSaid("");
		const control = new AbortController();
		stop.current = control;
		setAt({ lines: 0, all: null });
		try {
			const address = `/api/table?of=${of}${student ? `&student=${student}` : ""}`;
			const response = await fetch(address, { signal: control.signal });
			if (!response.ok || !response.body) throw new Error("The table cannot be downloaded now. Try again.");
			const all = Number(response.headers.get("x-rows")) || null;
			const pieces: Blob[] = [];
			let lines = -1;
			for await (const bytes of read(response.body)) {
				pieces.push(new Blob([bytes]));
				lines += linesIn(bytes);
				setAt({ lines: Math.max(0, lines), all });
			}
			offer(`peg-ladder-${of}.csv`, new Blob(pieces, { type: "text/csv" }));
			setSaid(`${figure.format(Math.max(0, lines))} lines downloaded.`);
		} catch (error) {
			setSaid(
				control.signal.aborted
					? "Stopped. Nothing was downloaded."
					: error instanceof Error && error.message.startsWith("The table")
						? error.message
						: "The server does not answer. Nothing was downloaded. Try again.",
			);
		}
		setAt(null);
	};
	return (
		<>
			<div className="d-flex flex-wrap gap-3 align-items-end mt-3">
				<FormRow id="table-of" label="A table for a spreadsheet, CSV" className="">
					<Form.Select
						value={of}
						onChange={(event) => setOf(tableNames.find((name) => name === event.target.value) ?? "attempts")}
					>
						{tableNames.map((name) => (
							<option key={name} value={name}>
								{words[name]}
							</option>
						))}
					</Form.Select>
				</FormRow>
				<FormRow id="table-student" label="of" className="">
					<Form.Select value={student} onChange={(event) => setStudent(event.target.value)}>
						<option value="">all students</option>
						{students.map(({ id, name }) => (
							<option key={id} value={id}>
								{name}
							</option>
						))}
					</Form.Select>
				</FormRow>
				{at ? (
					<Button variant="outline-primary" onClick={() => stop.current?.abort()}>
						stop
					</Button>
				) : (
					<Button variant="outline-primary" onClick={() => void take()}>
						download the table
					</Button>
				)}
			</div>
			<p role="status" className="m-0">
				{at
					? at.all
						? `${figure.format(at.lines)} lines, of about ${figure.format(at.all)}`
						: `${figure.format(at.lines)} lines`
					: said}
			</p>
		</>
	);
}

async function* read(body: ReadableStream<Uint8Array<ArrayBuffer>>): AsyncGenerator<Uint8Array<ArrayBuffer>> {
	const reader = body.getReader();
	for (;;) {
		const { done, value } = await reader.read();
		if (done) return;
		yield value;
	}
}
