"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Outcome, Refusal } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";
import type { HandedOn } from "@/server/handOn";
import { BenchPage } from "@/ui/BenchPage";
import { DifferenceList } from "@/ui/DifferenceList";
import { FormRow } from "@/ui/FormRow";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";

/** Sends the file, and reads what was said to it; throws where nobody answers. */
async function send<T>(query: string, text: string): Promise<Outcome<T>> {
	const response = await fetch(`/api/hand-on?${query}`, { method: "POST", body: text });
	const said = (await response.json()) as T & { refusals?: Refusal[] };
	return response.ok ? { ok: true, value: said } : { ok: false, refusals: said.refusals ?? [] };
}

/** A skill or a ladder from another coach: what is in it, what differs from what is here, then one press. */
export function BringHandOn({ students }: { students: readonly { id: string; name: string }[] }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [file, setFile] = useState<{ text: string; says: HandedOn } | null>(null);
	const [student, setStudent] = useState("");
	const [busy, setBusy] = useState(false);
	const look = async (chosen: File | undefined) => {
		setFile(null);
		if (!chosen) return;
		const text = await chosen.text();
		const outcome = await ask(send<HandedOn>("look", text));
		if (outcome.ok) setFile({ text, says: outcome.value });
	};
	const take = async () => {
		if (!file) return;
		setBusy(true);
		const outcome = await ask(send<{ href: string }>(`take&student=${student}`, file.text));
		setBusy(false);
		if (!outcome.ok) return;
		router.push(outcome.value.href);
		router.refresh();
	};
	const says = file?.says;
	return (
		<BenchPage
			margin={
				<p className="mute">
					Such a file has no students in it. The author’s name stays with the skill, even when you share it again.
				</p>
			}
		>
			<h1>Import from another coach</h1>
			<FormRow id="handed-on" label="File from the other coach">
				<Form.Control
					type="file"
					accept=".json,application/json"
					onChange={(event) => void look((event.target as HTMLInputElement).files?.[0])}
				/>
			</FormRow>
			<Refusals refusals={refused} />
			{says && (
				<section aria-label="What is in it">
					<p dir="auto">
						<b>{says.skill}</b>, {plural(says.positions, "key position")}
						{says.rungs && `, with a ladder of ${plural(says.rungs.length, "rung")}`}
						{says.pictures > 0 && `, ${plural(says.pictures, "picture")}`}. By {says.author}, {says.day}.
					</p>
					{says.rungs && (
						<ol>
							{says.rungs.map((name, i) => (
								// biome-ignore lint/suspicious/noArrayIndexKey: two rungs may share a name
								<li key={i} dir="auto">
									{name}
								</li>
							))}
						</ol>
					)}
					{says.here && (
						<p className="m-0">
							{says.here.differs
								? "You have a different skill with this name. It stays. The new one is added beside it. Differences:"
								: "You already have this skill. It is not added again."}
						</p>
					)}
					{says.here?.differs && <DifferenceList says={says.here.differs} />}
					{says.rungs && (
						<FormRow id="handed-to" label="Student for the ladder">
							<Form.Select value={student} onChange={(event) => setStudent(event.target.value)}>
								<option value="">choose a student</option>
								{students.map(({ id, name }) => (
									<option key={id} value={id}>
										{name}
									</option>
								))}
							</Form.Select>
						</FormRow>
					)}
					<Button disabled={busy || (says.rungs === null && says.here?.differs === null)} onClick={() => void take()}>
						import the file
					</Button>
				</section>
			)}
		</BenchPage>
	);
}
