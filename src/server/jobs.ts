import { type ChildProcess, spawn } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { createInterface } from "node:readline";
import { v7 as uuid } from "uuid";
import type { Outcome } from "@/core/refusals/refusals";
import type { BackupSays } from "@/store/bulk/backup";
import type { Preview } from "@/store/bulk/stage";
import type { TakeIn } from "@/store/bulk/takeIn";

export type { BackupSays } from "@/store/bulk/backup";
export type { Preview } from "@/store/bulk/stage";

/**
 * What takes long runs in a process of its own, one at a time; pages ask how far it
 * is. Nothing of a job is kept over a restart of the server, and none needs to be:
 * each either was done or left everything as it was.
 */

export type JobKind = "check" | "take" | "checkBackup" | "restore" | "backup" | "demo";

export interface Job {
	id: string;
	kind: JobKind;
	state: "running" | "done" | "failed" | "stopped";
	/** What it is at, and how far. */
	step: string;
	done: number;
	of: number;
	/** Why it failed. */
	sentence: string;
	/** What a check found. */
	preview: Preview | null;
	backup: BackupSays | null;
	refused: string[];
}

interface RunningJob extends Job {
	child: ChildProcess | null;
	/** Where its file lies, for the job that follows on it. */
	file: string;
}

const shared = globalThis as { pegLadderJobs?: Map<string, RunningJob>; pegLadderReceiving?: boolean };
const jobs = (): Map<string, RunningJob> => {
	shared.pegLadderJobs ??= new Map();
	return shared.pegLadderJobs;
};

const database = (): string => process.env.DATABASE_URL ?? "file:.data/studio.db";

/** Only a database in a file here can be copied, restored, and filled from beside it. */
export const isFile = (): boolean => database().startsWith("file:");
const here = (): string => database().slice("file:".length);

/** Whether a file may come in now: one at a time. */
export function beginReceiving(): boolean {
	if (shared.pegLadderReceiving) return false;
	shared.pegLadderReceiving = true;
	return true;
}
export function endReceiving(): void {
	shared.pegLadderReceiving = false;
}

const DAY_MS = 86_400_000;
/** Copies of what was there before it was replaced: the last ones are kept. */
const SAFETY_COPIES = 3;

/** Lets go of what no job will come back to: files in transit of another day, and all safety copies but the latest. */
export function tidyFiles(folder: string, now: number): void {
	const inTransit = join(folder, "work");
	for (const name of existsSync(inTransit) ? readdirSync(inTransit) : [])
		if (now - statSync(join(inTransit, name)).mtimeMs > DAY_MS) rmSync(join(inTransit, name), { force: true });
	const copies = readdirSync(folder).filter((name) => /^before-.+-\d{4}-\d{2}-\d{2}T\d{6}\.db$/.test(name));
	const byTime = copies.toSorted((a, b) => (a.slice(-20) < b.slice(-20) ? 1 : -1));
	for (const name of byTime.slice(SAFETY_COPIES)) rmSync(join(folder, name), { force: true });
}

/** A place for files in transit, beside the database. */
export function workFile(name: string): string {
	const folder = join(dirname(here()), "work");
	mkdirSync(folder, { recursive: true });
	tidyFiles(dirname(here()), Date.now());
	return join(folder, name);
}

/** A copy of what was here, made before it is replaced. */
const safetyFile = (what: string) =>
	join(dirname(here()), `before-${what}-${new Date().toISOString().slice(0, 19).replace(/:/g, "")}.db`);

export const busy = (): boolean => [...jobs().values()].some((job) => job.state === "running");

export const open = (kind: JobKind, file: string): RunningJob => {
	const id = uuid();
	const job: RunningJob = {
		id,
		kind,
		file,
		child: null,
		state: "running",
		step: "starting",
		done: 0,
		of: 0,
		sentence: "",
		preview: null,
		backup: null,
		refused: [],
	};
	jobs().set(id, job);
	return job;
};

function start(kind: JobKind, file: string, words: string[]): string {
	return run(open(kind, file), process.execPath, ["--import", "tsx", join("scripts", "records.ts"), kind, ...words]);
}

/** What no job may do is end the server, or keep it busy for ever: whatever comes of it is a sentence. */
export function run(job: RunningJob, command: string, words: string[]): string {
	const ended = (code: number | null, why: string) => {
		job.child = null;
		if (job.state !== "running") return;
		job.state = code === 0 ? "done" : "failed";
		if (code !== 0) job.sentence ||= `It ended before its time; nothing was changed. ${why}`.trim();
	};
	let child: ReturnType<typeof begin>;
	try {
		child = begin(command, words);
	} catch (error) {
		ended(null, sentenceOf(error));
		return job.id;
	}
	job.child = child;
	child.on("error", (error) => ended(null, sentenceOf(error)));
	let wrong = "";
	child.stderr.on("data", (chunk: Buffer) => {
		wrong = `${wrong}${chunk}`.slice(-2000);
	});
	createInterface({ input: child.stdout }).on("line", (line) => readProgress(job, line));
	child.on("close", (code) => ended(code, wrong.trim().split("\n").at(-1) ?? ""));
	return job.id;
}

const begin = (command: string, words: string[]) =>
	spawn(command, words, {
		cwd: process.cwd(),
		stdio: ["ignore", "pipe", "pipe"],
		env: { ...process.env, DATABASE_URL: database() },
	});

const sentenceOf = (error: unknown): string =>
	`The program for it could not be started: ${error instanceof Error ? error.message : String(error)}.`;

interface SaidLine {
	step?: string;
	done?: number;
	of?: number;
	outcome?: { ok: boolean; value?: unknown; sentence?: string };
}

/** What a job prints that is no line of ours (a warning of some package) is passed by. */
function lineOf(line: string): SaidLine | null {
	try {
		const said: unknown = JSON.parse(line);
		return typeof said === "object" && said !== null ? said : null;
	} catch {
		return null;
	}
}

/** A line the job says: how far it is, or what came of it. */
function readProgress(job: RunningJob, line: string): void {
	const said = lineOf(line);
	if (!said) return;
	if (!said.outcome) {
		Object.assign(job, { step: said.step ?? job.step, done: said.done ?? 0, of: said.of ?? 0 });
		return;
	}
	if (!said.outcome.ok) job.sentence = said.outcome.sentence ?? "";
	else if (job.kind === "check") job.preview = said.outcome.value as Preview;
	else if (job.kind === "checkBackup") {
		const found = said.outcome.value as Outcome<BackupSays>;
		if (found.ok) job.backup = found.value;
		else job.refused = found.refusals.map(({ path, sentence }) => (path ? `${path}: ${sentence}` : sentence));
	}
}

export function jobOf(id: string): Job | null {
	const job = jobs().get(id);
	if (!job) return null;
	const { child: _, file: __, ...rest } = job;
	return rest;
}

/** Stops a job. What it had not finished is as if it had not begun. */
export function stopJob(id: string): void {
	const job = jobs().get(id);
	if (job?.state !== "running") return;
	job.state = "stopped";
	job.child?.kill("SIGKILL");
	discard(job.file);
}

const discard = (file: string) => {
	for (const end of ["", "-wal", "-shm", ".db", ".db-wal", ".db-shm"]) rmSync(file + end, { force: true });
};

/** Looks at an uploaded file: a workbook, or a backup. */
export const startCheck = (kind: "check" | "checkBackup", file: string): string =>
	start(kind, file, [file, `${file}.db`]);

/** Takes in, or brings back, what an earlier job has looked at; null when there is no such job. */
export function startTake(checked: string, how: TakeIn): string | null {
	const job = jobs().get(checked);
	if (job?.kind !== "check" || job.state !== "done" || !job.preview) return null;
	if (job.preview.refusals.length > 0 || job.preview[how.mode].length > 0) return null;
	return start("take", job.file, [
		`${job.file}.db`,
		JSON.stringify(how),
		...(how.mode === "whole" ? [safetyFile("import")] : []),
	]);
}

export function startRestore(checked: string): string | null {
	const job = jobs().get(checked);
	if (job?.kind !== "checkBackup" || job.state !== "done" || !job.backup) return null;
	return start("restore", job.file, [`${job.file}.db`, safetyFile("restore")]);
}

export const startDemo = (): string => start("demo", workFile("demo"), []);

/** Makes a backup and waits for it; the file is the caller's to send and to remove. */
export async function makeBackup(): Promise<string | null> {
	const file = workFile(`backup-${uuid()}.db`);
	const id = start("backup", file, [file]);
	while (jobs().get(id)?.state === "running") await new Promise((resolve) => setTimeout(resolve, 60));
	return jobs().get(id)?.state === "done" ? file : null;
}

/** Lets go of an uploaded file and of what was made of it. */
export function forget(id: string): void {
	const job = jobs().get(id);
	if (!job || job.state === "running") return;
	discard(job.file);
	jobs().delete(id);
}
