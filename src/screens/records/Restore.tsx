"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import type { ClosedKind, ClosedSince } from "@/server/jobs";
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
	const [reopen, setReopen] = useState<ClosedKind[]>([]);
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
					<ClosedList closed={found.backup.closed} reopen={reopen} onReopen={setReopen} />
					<p>Everything here now is replaced; a backup of it is made first.</p>
					<p className="d-flex gap-2">
						<Button onClick={() => handle.act({ act: "restore", reopen })}>bring it back</Button>
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

const kinds: readonly [ClosedKind, string, string][] = [
	["links", "Practice links that were switched off", "switch these links on again"],
	["feeds", "Calendar links that were switched off", "switch these calendar links on again"],
	["students", "Students who were deleted", "bring these students back"],
];

/** What the backup has open and was closed here since: it stays closed unless one says otherwise. */
function ClosedList({
	closed,
	reopen,
	onReopen,
}: {
	closed: ClosedSince;
	reopen: readonly ClosedKind[];
	onReopen: (reopen: ClosedKind[]) => void;
}) {
	const some = kinds.filter(([kind]) => closed[kind].length > 0);
	if (some.length === 0) return null;
	return (
		<section aria-label="Closed since this backup">
			<p className="m-0">Closed here since this backup was made. It stays closed:</p>
			<ul className="ps-3">
				{some.map(([kind, what, again]) => (
					<li key={kind}>
						{what}: {closed[kind].map(({ name }) => name || "without a name").join(", ")}
						<Form.Check
							id={`reopen-${kind}`}
							label={again}
							checked={reopen.includes(kind)}
							onChange={(event) =>
								onReopen(event.target.checked ? [...reopen, kind] : reopen.filter((one) => one !== kind))
							}
						/>
					</li>
				))}
			</ul>
		</section>
	);
}
