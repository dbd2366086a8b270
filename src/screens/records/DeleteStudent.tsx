"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import { askErasing, erase, type RecordsPage, type ToErase } from "@/server/records";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";

/** Deletes a student with everything, after an export was offered and what will be lost was named. */
export function DeleteStudent({ students }: Pick<RecordsPage, "students">) {
	const router = useRouter();
	const [who, setWho] = useState("");
	const [takes, setTakes] = useState<ToErase | null>(null);
	const [done, setDone] = useState("");
	const { refused, setRefused, askPlainly } = useRefusals();
	const name = students.find((student) => student.id === who)?.name ?? "";
	return (
		<div>
			<Form.Group controlId="delete-student" style={{ maxWidth: 480 }}>
				<Form.Label>Delete a student and all their data</Form.Label>
				<Form.Select
					value={who}
					onChange={async (event) => {
						const id = event.target.value;
						setWho(id);
						setTakes(null);
						setDone("");
						setRefused([]);
						if (!id) return;
						const outcome = await askPlainly(askErasing(id));
						if (outcome.ok) setTakes(outcome.value);
					}}
				>
					<option value="">choose a student</option>
					{students.map((student) => (
						<option key={student.id} value={student.id}>
							{student.name}
						</option>
					))}
				</Form.Select>
				<Form.Text>If a student only takes a break, archive them on their own page. Their counts stay.</Form.Text>
			</Form.Group>
			{who && takes && (
				<div className="mt-2">
					<p>
						This deletes <b dir="auto">{name}</b> with {plural(takes.ladders, "ladder")},{" "}
						{plural(takes.lessons, "lesson")} and {plural(takes.events, "event")}
						{takes.aside > 0 && `, and ${plural(takes.aside, "event")} under Problems`}. Older backups still contain
						them.
					</p>
					<p className="d-flex gap-2 flex-wrap">
						<a className="btn btn-primary" href={`/api/workbook?of=student&id=${who}`} download>
							first, download a workbook of them
						</a>
						<Button
							variant="outline-primary"
							onClick={async () => {
								const outcome = await askPlainly(erase(who));
								if (!outcome.ok) return;
								setDone(`${name} is deleted.`);
								setWho("");
								setTakes(null);
								router.refresh();
							}}
						>
							delete <span dir="auto">{name}</span> for good
						</Button>
					</p>
				</div>
			)}
			<Refusals refusals={refused} />
			<p role="status">{done}</p>
		</div>
	);
}
