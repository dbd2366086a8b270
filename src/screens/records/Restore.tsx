"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import { dayWords } from "@/ui/dates";
import { Progress } from "./Progress";
import { Remarks } from "./Remarks";
import { useJob } from "./useJob";

/** Brings a backup back, after it was checked from end to end. */
export function Restore() {
	const router = useRouter();
	const handle = useJob();
	const { job } = handle;
	const input = useRef<HTMLInputElement>(null);
	const restored = job?.kind === "restore" && job.state === "done";
	useEffect(() => {
		if (restored) router.refresh();
	}, [restored, router]);
	const found = job?.kind === "checkBackup" && job.state === "done" ? job : null;
	return (
		<div>
			<Form.Group controlId="backup" className="mb-2" style={{ maxWidth: 480 }}>
				<Form.Label>Bring a backup back</Form.Label>
				<Form.Control
					ref={input}
					type="file"
					accept=".db"
					onChange={() => {
						const file = input.current?.files?.[0];
						if (file) handle.start("checkBackup", file);
					}}
				/>
				<Form.Text>
					It is checked from end to end first. Afterwards each phone sends again what it has counted in the last 30
					days.
				</Form.Text>
			</Form.Group>
			<Progress handle={handle} doing="Bringing back" />
			{found && found.refused.length > 0 && (
				<ul role="alert" className="asks ps-3">
					{found.refused.map((sentence) => (
						<li key={sentence}>{sentence}</li>
					))}
				</ul>
			)}
			{found?.backup && (
				<section aria-label="What the backup holds">
					<p className="m-0">
						The backup is sound: {plural(found.backup.students, "student", "students")},{" "}
						{plural(found.backup.ladders, "ladder", "ladders")}, {plural(found.backup.attempts, "attempt", "attempts")}
						{found.backup.lastDay && `, up to ${dayWords(found.backup.lastDay)}`}.
					</p>
					<Remarks remarks={found.backup.remarks} />
					<p>Everything here now is replaced; a backup of it is made first.</p>
					<p className="d-flex gap-2">
						<Button onClick={() => handle.act({ act: "restore" })}>bring it back</Button>
						<Button
							variant="outline-primary"
							onClick={() => {
								handle.letGo();
								if (input.current) input.current.value = "";
							}}
						>
							leave it
						</Button>
					</p>
				</section>
			)}
			{restored && (
				<p role="status">
					<b>Brought back.</b> What was here before is kept among this studio’s files, under a name that begins with
					“before-restore”.
				</p>
			)}
		</div>
	);
}
