import { type ChildProcess, spawn } from "node:child_process";
import { copyFileSync, existsSync, linkSync } from "node:fs";
import { constants, setPriority } from "node:os";
import { createInterface } from "node:readline";
import { v7 as uuid } from "uuid";
import * as z from "zod/mini";
import type { Outcome } from "@/core/refusals/refusals";
import type { BackupSays as BackupHolds } from "@/store/bulk/backup";
import type { ClosedKind, ClosedSince } from "@/store/bulk/closedSince";
import type { Preview } from "@/store/bulk/stage";
import type { TakeIn } from "@/store/bulk/takeIn";
import { cannotWrite, type Store, storeAt } from "@/store/db";
import { askToStop, beginJob, dropJob, findJob, hearOfJob, type JobRow, jobRuns } from "@/store/jobs";
import { besideServer } from "./beside";
import { studioUrl } from "./store";
import { discard, filesOf, safetyFile, workFile } from "./workFiles";

export type { Preview } from "@/store/bulk/stage";

/**
 * What takes long runs in a process of its own, one at a time for a studio; pages ask how far
 * it is. The app process that started it knows, and writes it down for the others: any of them
 * answers, stops it, or goes on with what it found. Each job either was done or left everything
 * as it was; where its app process has died, the others say so.
 */

export type { ClosedKind, ClosedSince };

/** What is in a backup that was looked at, and what it would open again. */
export type BackupSays = BackupHolds & { closed: ClosedSince };

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

/** The studio a job is for. */
export interface Site {
	url: string;
	open: Store;
}

/** The studio that is asked for. */
export async function site(): Promise<Site> {
	const url = await studioUrl();
	return { url, open: await storeAt(url) };
}

interface KnownJob extends Job {
	/** Where its file lies, for the job that follows on it. */
	file: string;
}
interface RunningJob extends KnownJob {
	site: Site;
	child: ChildProcess | null;
	/** While they are being told, which takes as long as somebody else holds the database. */
	telling: Promise<boolean> | null;
}

const shared = globalThis as { pegLadderJobs?: Map<string, RunningJob>; pegLadderReceiving?: Set<string> };
const jobs = (): Map<string, RunningJob> => {
	shared.pegLadderJobs ??= new Map();
	return shared.pegLadderJobs;
};

/** Whether a file may come in now: one at a time for a studio. */
export function beginReceiving({ url }: Site): boolean {
	shared.pegLadderReceiving ??= new Set();
	if (shared.pegLadderReceiving.has(url)) return false;
	shared.pegLadderReceiving.add(url);
	return true;
}
export const endReceiving = ({ url }: Site): void => void shared.pegLadderReceiving?.delete(url);

/** The others are told this often, and take a job that was not heard of for longer for dead. */
const TELL_EVERY_MS = 1000;
const ALIVE_MS = 15_000;

/** Whether a job of this studio runs, here or in another process. */
export async function busy({ url, open }: Site): Promise<boolean> {
	const own = [...jobs().values()].filter((job) => job.site.url === url);
	if (own.some((job) => job.state === "running")) return true;
	// What has ended here runs for the others until they are told.
	await Promise.all(own.map((job) => job.telling));
	return jobRuns(open, Date.now() - ALIVE_MS);
}

const rowOf = ({ site: _, child: __, telling: ___, ...job }: RunningJob): JobRow => ({
	id: job.id,
	kind: job.kind,
	state: job.state,
	body: job,
	heardAt: Date.now(),
});

/** A new job of this studio; null where another runs. */
export async function begin(at: Site, kind: JobKind, file: string): Promise<RunningJob | null> {
	if (await busy(at)) return null;
	const job: RunningJob = {
		id: uuid(),
		kind,
		file,
		site: at,
		child: null,
		telling: null,
		state: "running",
		step: "starting",
		done: 0,
		of: 0,
		sentence: "",
		preview: null,
		backup: null,
		refused: [],
	};
	try {
		if (!(await beginJob(at.open, rowOf(job), Date.now() - ALIVE_MS))) return null;
	} catch (error) {
		// A full disk is no reason not to make a backup elsewhere: the others are not told then.
		if (!cannotWrite(error)) throw error;
	}
	jobs().set(job.id, job);
	return job;
}

async function start(at: Site, kind: JobKind, file: string, words: string[]): Promise<string | null> {
	const job = await begin(at, kind, file);
	return job && run(job, process.execPath, [...besideServer("records"), kind, ...words]);
}

/** Tells the others how it is; where one of them has stopped it, it ends. Answers false where the database was held for too long. */
function tell(job: RunningJob): Promise<boolean> {
	const telling = hearOfJob(job.site.open, rowOf(job))
		.then(
			(heard) => {
				if (heard === "stopped") end(job);
				return true;
			},
			() => false,
		)
		.finally(() => {
			if (job.telling === telling) job.telling = null;
		});
	job.telling = telling;
	return telling;
}

/** What came of it is said more than once, if need be: unheard of, it would be taken for one that died. */
async function tellTheEnd(job: RunningJob): Promise<void> {
	for (let left = 3; left > 0; left -= 1) if (await tell(job)) return;
}

/** What no job may do is end the server, or keep it busy for ever: whatever comes of it is a sentence. */
export function run(job: RunningJob, command: string, words: string[]): string {
	const pulse = setInterval(() => {
		if (!job.telling) void tell(job);
	}, TELL_EVERY_MS);
	pulse.unref();
	const ended = (code: number | null, why: string) => {
		clearInterval(pulse);
		job.child = null;
		if (job.state === "running") {
			job.state = code === 0 ? "done" : "failed";
			if (code !== 0) job.sentence ||= `The task stopped early. Nothing was changed. ${why}`.trim();
		}
		void tellTheEnd(job);
	};
	let child: ReturnType<typeof spawned>;
	try {
		child = spawned(job.site.url, command, words);
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

const spawned = (url: string, command: string, words: string[]) =>
	spawn(command, words, {
		cwd: process.cwd(),
		stdio: ["ignore", "pipe", "pipe"],
		env: { ...process.env, DATABASE_URL: url },
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

/** What was written down of a job, as another process has it. */
const Told = z.object({
	id: z.string(),
	kind: z.enum(["check", "take", "checkBackup", "restore", "backup", "demo"]),
	file: z.string(),
	step: z.string(),
	done: z.number(),
	of: z.number(),
	sentence: z.string(),
	preview: z.unknown(),
	backup: z.unknown(),
	refused: z.array(z.string()),
});
const States = z.enum(["running", "done", "failed", "stopped"]);

async function known({ url, open }: Site, id: string): Promise<KnownJob | null> {
	const own = jobs().get(id);
	if (own) return own.site.url === url ? own : null;
	const row = await findJob(open, id);
	const body = Told.safeParse(row?.body);
	const state = States.safeParse(row?.state);
	if (!row || !body.success || !state.success) return null;
	const job: KnownJob = {
		...body.data,
		state: state.data,
		preview: body.data.preview as Preview | null,
		backup: body.data.backup as BackupSays | null,
	};
	if (job.state === "running" && row.heardAt < Date.now() - ALIVE_MS)
		return { ...job, state: "failed", sentence: "The task stopped early. Nothing was changed." };
	return job;
}

/** How a job of this studio is; null where there is none by that id. */
export async function jobOf(at: Site, id: string): Promise<Job | null> {
	const job = await known(at, id);
	if (!job) return null;
	const { id: same, kind, state, step, done, of, sentence, preview, backup, refused } = job;
	return { id: same, kind, state, step, done, of, sentence, preview, backup, refused };
}

function end(job: RunningJob): void {
	if (job.state !== "running") return;
	job.state = "stopped";
	job.child?.kill("SIGKILL");
	discard(job.file);
}

/** Stops a job, wherever it runs. What it had not finished is as if it had not begun. */
export async function stopJob(at: Site, id: string): Promise<void> {
	const own = jobs().get(id);
	if (own?.site.url === at.url) {
		end(own);
		await tell(own);
	} else await askToStop(at.open, id);
}

/** Looks at an uploaded file: a workbook, or a backup. */
export const startCheck = (at: Site, kind: "check" | "checkBackup", file: string): Promise<string | null> =>
	start(at, kind, file, [file, `${file}.db`]);

/** Takes in, or brings back, what an earlier job has looked at; null when there is no such job, or its file is gone. */
export async function startTake(at: Site, checked: string, how: TakeIn): Promise<string | null> {
	const job = await known(at, checked);
	if (job?.kind !== "check" || job.state !== "done" || !job.preview || !existsSync(`${job.file}.db`)) return null;
	if (job.preview.refusals.length > 0 || job.preview[how.mode].length > 0) return null;
	return start(at, "take", job.file, [
		`${job.file}.db`,
		JSON.stringify(how),
		...(how.mode === "whole" ? [safetyFile(at.url, "import")] : []),
	]);
}

/** @param reopen what the backup has open and this studio has closed since, and is to be open again */
export async function startRestore(at: Site, checked: string, reopen: readonly ClosedKind[]): Promise<string | null> {
	const job = await known(at, checked);
	if (job?.kind !== "checkBackup" || job.state !== "done" || !job.backup || !existsSync(`${job.file}.db`)) return null;
	return start(at, "restore", job.file, [`${job.file}.db`, safetyFile(at.url, "restore"), JSON.stringify(reopen)]);
}

/** Reads a backup back that was just made, beside everything else: whether it would come back is shown with the studio's health. */
export function readBack(at: Site, backup: string): void {
	const copy = `${backup}.read-back`;
	try {
		linkSync(backup, copy);
	} catch {
		copyFileSync(backup, copy);
	}
	const words = [...besideServer("records"), "readBack", copy, filesOf(at.url)];
	const child = spawn(process.execPath, words, {
		cwd: process.cwd(),
		stdio: "ignore",
		env: { ...process.env, DATABASE_URL: at.url },
	});
	// Nobody waits for it: what it finds is written down.
	child.on("error", () => discard(copy));
	child.on("spawn", () => setPriority(child.pid ?? 0, constants.priority.PRIORITY_BELOW_NORMAL));
	child.unref();
}

export const startDemo = (at: Site): Promise<string | null> => start(at, "demo", workFile(at.url, "demo"), []);

/** Makes a backup and waits for it; the file is the caller's to send and to remove. */
export async function makeBackup(at: Site): Promise<string | null> {
	const file = workFile(at.url, `backup-${uuid()}.db`);
	const id = await start(at, "backup", file, [file]);
	if (id === null) return null;
	while (jobs().get(id)?.state === "running") await new Promise((resolve) => setTimeout(resolve, 60));
	return jobs().get(id)?.state === "done" ? file : null;
}

/** Lets go of an uploaded file and of what was made of it. */
export async function forget(at: Site, id: string): Promise<void> {
	const job = await known(at, id);
	if (!job || job.state === "running") return;
	discard(job.file);
	jobs().delete(id);
	await dropJob(at.open, id);
}
