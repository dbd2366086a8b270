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
				<Form.Label>Restore a backup</Form.Label>
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
					The backup is checked first. Afterwards each phone sends its last 30 days of counts again.
				</Form.Text>
			</Form.Group>
			<Progress handle={handle} doing="Restoring" />
			{found && found.refused.length > 0 && (
				<ul role="alert" className="asks ps-3">
					{found.refused.map((sentence) => (
						<li key={sentence}>{sentence}</li>
					))}
				</ul>
			)}
			{found?.backup && (
				<section aria-label="Contents of the backup">
					<p className="m-0">
						The backup is complete: {plural(found.backup.students, "student")}, {plural(found.backup.ladders, "ladder")}
						, {plural(found.backup.attempts, "try")}
						{found.backup.lastDay && `, up to ${dayWords(found.backup.lastDay)}`}.
					</p>
					<Remarks remarks={found.backup.remarks} />
					<ClosedList closed={found.backup.closed} reopen={reopen} onReopen={setReopen} />
					<p>Everything here now is replaced. A backup of it is made first.</p>
					<p className="d-flex gap-2">
						<Button onClick={() => handle.act({ act: "restore", reopen })}>restore the backup</Button>
						<Button
							variant="outline-primary"
							onClick={() => {
								handle.letGo();
								if (input.current) input.current.value = "";
							}}
						>
							cancel
						</Button>
					</p>
				</section>
			)}
			{restored && (
				<p role="status">
					<b>Restored.</b> A copy of the old data is in the studio’s files. Its name starts with “before-restore”.
				</p>
			)}
		</div>
	);
}

const kinds: readonly [ClosedKind, string, string][] = [
	["links", "Practice links that were switched off", "switch these links on again"],
	["feeds", "Calendar links that were switched off", "switch these calendar links on again"],
	["students", "Students who were deleted", "restore these students"],
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
		<section aria-label="Switched off since this backup">
			<p className="m-0">Switched off or deleted here since this backup. It stays so:</p>
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
