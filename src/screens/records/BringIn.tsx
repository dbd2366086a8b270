"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { counted, plural } from "@/core/text/lists";
import { isUnsentFile, sendUnsentFile } from "@/device/unsentFile";
import type { Preview } from "@/server/jobs";
import { Progress } from "./Progress";
import { Remarks } from "./Remarks";
import css from "./records.module.css";
import { useJob } from "./useJob";

/** Takes a workbook in: looked at first, then merged or brought in whole, all of it or nothing. */
export function BringIn() {
	const router = useRouter();
	const handle = useJob();
	const { job } = handle;
	const input = useRef<HTMLInputElement>(null);
	const [mode, setMode] = useState<"merge" | "whole">("merge");
	const [differing, setDiffering] = useState<"keep" | "take">("keep");
	const taken = job?.kind === "take" && job.state === "done";
	useEffect(() => {
		if (taken) router.refresh();
	}, [taken, router]);
	const [unsent, setUnsent] = useState("");
	/** A workbook, or what a device that was left could not send. */
	const begin = async (file: File) => {
		setUnsent("");
		if (!(await isUnsentFile(file))) return handle.start("check", file);
		const sent = await sendUnsentFile(file);
		setUnsent(sent.ok ? `${plural(sent.value.events, "entry")} added.` : (sent.refusals[0]?.sentence ?? ""));
		if (sent.ok) router.refresh();
	};
	const preview = job?.kind === "check" && job.state === "done" ? job.preview : null;
	return (
		<div>
			<Form.Group controlId="workbook" className="mb-2" style={{ maxWidth: 480 }}>
				<Form.Label>Import a workbook</Form.Label>
				<Form.Control
					ref={input}
					type="file"
					accept=".json,application/json"
					onChange={() => {
						const file = input.current?.files?.[0];
						if (file) void begin(file);
					}}
				/>
				<Form.Text>The file is checked first. Nothing changes until you confirm.</Form.Text>
			</Form.Group>
			<p role="status">{unsent}</p>
			<Progress handle={handle} doing="Importing" />
			{preview && (
				<PreviewOf
					preview={preview}
					mode={mode}
					differing={differing}
					onMode={setMode}
					onDiffering={setDiffering}
					onTake={() => handle.act({ act: "take", mode, differing })}
					onLeave={() => {
						handle.letGo();
						if (input.current) input.current.value = "";
					}}
				/>
			)}
			{taken && (
				<p role="status">
					<b>Imported.</b>
					{mode === "whole" &&
						" A copy of the old data is in the studio’s files. Its name starts with “before-import”."}
				</p>
			)}
		</div>
	);
}

const sectionWords: Record<string, [string, string]> = {
	students: ["student", "students"],
	gone: ["deleted student", "deleted students"],
	skillVersions: ["version of a skill", "versions of skills"],
	skills: ["skill", "skills"],
	rungVersions: ["version of a rung", "versions of rungs"],
	ladderVersions: ["version of a ladder", "versions of ladders"],
	ladders: ["ladder", "ladders"],
	events: ["event of a lesson", "events of lessons"],
	setAside: ["entry with a problem", "entries with problems"],
};

function PreviewOf({
	preview,
	mode,
	differing,
	onMode,
	onDiffering,
	onTake,
	onLeave,
}: {
	preview: Preview;
	mode: "merge" | "whole";
	differing: "keep" | "take";
	onMode: (mode: "merge" | "whole") => void;
	onDiffering: (differing: "keep" | "take") => void;
	onTake: () => void;
	onLeave: () => void;
}) {
	const wrong = [...preview.refusals, ...preview[mode]];
	const differs = (["students", "skills", "ladders"] as const).some((name) => (preview.sections[name]?.other ?? 0) > 0);
	return (
		<section aria-label="Contents of the file" className="mt-2">
			{preview.scope && (
				<p className="m-0">
					{preview.scope.of === "studio"
						? "A whole studio."
						: `One ${preview.scope.of}, with everything that belongs to it.`}
				</p>
			)}
			<p className="mute m-0">
				Private links and calendar links still lead to the studio this file is from. Make new ones here.
			</p>
			<table className={css.preview}>
				<thead>
					<tr className="mute">
						<th scope="col">in the file</th>
						<th scope="col">new</th>
						<th scope="col">here already</th>
						<th scope="col">here, but different</th>
					</tr>
				</thead>
				<tbody>
					{Object.entries(preview.sections).map(([name, { fresh, same, other }]) => {
						const [one, many] = sectionWords[name] ?? [name, name];
						return (
							<tr key={name}>
								<th scope="row">{counted(fresh + same + other, one, many)}</th>
								<td>{fresh}</td>
								<td>{same}</td>
								<td>{other}</td>
							</tr>
						);
					})}
				</tbody>
			</table>
			{preview.back > 0 && (
				<p>
					{counted(preview.back, "student who was", "students who were")} deleted here would come back, with all
					lessons.
				</p>
			)}
			<Remarks remarks={preview.remarks} />
			<fieldset className="mb-2">
				<legend className="visually-hidden">How to import it</legend>
				<Form.Check
					type="radio"
					id="mode-merge"
					name="mode"
					label="Add to what is here"
					checked={mode === "merge"}
					onChange={() => onMode("merge")}
				/>
				<Form.Check
					type="radio"
					id="mode-whole"
					name="mode"
					label="Replace everything here (a backup is made first)"
					checked={mode === "whole"}
					onChange={() => onMode("whole")}
				/>
			</fieldset>
			{differs && mode === "merge" && (
				<fieldset className="mb-2">
					<legend className="form-label m-0">Where the two differ</legend>
					<Form.Check
						type="radio"
						id="differing-keep"
						name="differing"
						label="keep the version here"
						checked={differing === "keep"}
						onChange={() => onDiffering("keep")}
					/>
					<Form.Check
						type="radio"
						id="differing-take"
						name="differing"
						label="use the version in the file"
						checked={differing === "take"}
						onChange={() => onDiffering("take")}
					/>
				</fieldset>
			)}
			{wrong.length > 0 && (
				<div role="alert">
					<p className="asks m-0">
						<b>{plural(wrong.length + preview.more, "problem")}. Nothing can be imported until they are fixed.</b>
					</p>
					<ul className={css.wrong}>
						{wrong.map(({ path, sentence }) => (
							<li key={`${path}${sentence}`}>
								{path && <code>{path}</code>} {sentence}
							</li>
						))}
						{preview.more > 0 && <li>and {preview.more} more</li>}
					</ul>
				</div>
			)}
			<p className="d-flex gap-2">
				{wrong.length === 0 && (
					<Button onClick={onTake}>{mode === "merge" ? "import" : "replace everything with the file"}</Button>
				)}
				<Button variant="outline-primary" onClick={onLeave}>
					cancel
				</Button>
			</p>
		</section>
	);
}
