// What takes long is done in a process of its own: the server starts this, and so does
// `npm run workbook`. It says how far it is in lines of JSON on standard output, the
// last of which holds the outcome.

import { once } from "node:events";
import { createWriteStream } from "node:fs";
import { copyFile, rename, rm } from "node:fs/promises";
import { fillDemo } from "@demo/fill";
import { Scope } from "@/core/formats/workbook";
import { backUp, checkBackup } from "@/store/bulk/backup";
import { writeBackupState } from "@/store/bulk/backupState";
import { type ClosedKind, type ClosedSince, closedSince, keepClosed } from "@/store/bulk/closedSince";
import { exportWorkbook } from "@/store/bulk/exportWorkbook";
import { mendEvents } from "@/store/bulk/mend";
import { stageWorkbook } from "@/store/bulk/stage";
import { restoreBackup, type TakeIn, takeInStaged } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { catchUp, catchUpAfterwards } from "@/store/projection";
import { today } from "@/ui/dates";

const [job = "", ...args] = process.argv.slice(2);
const here = process.env.DATABASE_URL ?? "";
if (here === "") throw new Error("DATABASE_URL is needed");

let said = 0;
const say = (line: object) => process.stdout.write(`${JSON.stringify(line)}\n`);
const progress = (step: string) => (done: number, of: number) => {
	if (Date.now() - said < 200 && done < of) return;
	said = Date.now();
	say({ step, done, of });
};

/** Works on the database, and leaves everything that follows from its log worked out. */
async function andCatchUp(work: () => Promise<void>): Promise<void> {
	await work();
	const store = await openStore(here);
	await catchUpAfterwards(store, progress("working out what follows"));
	store.close();
}

const arg = (n: number): string => {
	const value = args[n];
	if (!value) throw new Error(`${job} needs more words`);
	return value;
};

/** What this studio has closed since a backup was made. */
async function closedIn(backup: string): Promise<ClosedSince> {
	const [copy, store] = [await openStore(`file:${backup}`), await openStore(here)];
	try {
		return await closedSince(copy, store);
	} finally {
		copy.close();
		store.close();
	}
}

/** What an earlier version took in and could not give back is set aside first: what is made now comes back. */
async function mend(): Promise<void> {
	const store = await openStore(here);
	await mendEvents(store).finally(() => store.close());
}

const jobs: Record<string, () => Promise<unknown>> = {
	/** export FILE SCOPE */
	async export() {
		const store = await openStore(here);
		await mendEvents(store);
		await catchUp(store);
		const out = createWriteStream(`${arg(0)}.part`);
		for await (const piece of exportWorkbook(store, Scope.parse(JSON.parse(arg(1)))))
			if (!out.write(piece)) await once(out, "drain");
		out.end();
		await once(out, "finish");
		await rename(`${arg(0)}.part`, arg(0));
		store.close();
	},
	/** check FILE STAGING: reads a workbook, writes nothing here. */
	async check() {
		(await openStore(here)).close();
		return stageWorkbook(arg(0), arg(1), here, progress("reading"));
	},
	/** take STAGING HOW [SAFETY]: takes a checked one in, after a backup if it replaces what is here. */
	async take() {
		const how = JSON.parse(arg(1)) as TakeIn;
		if (args[2]) await backUp(here, args[2]);
		await andCatchUp(() => takeInStaged(arg(0), here, how));
	},
	/** backup FILE */
	async backup() {
		await mend();
		await backUp(here, `${arg(0)}.part`);
		await rename(`${arg(0)}.part`, arg(0));
	},
	/** checkBackup FILE COPY: a copy, because an older one is brought up to date first. */
	async checkBackup() {
		await copyFile(arg(0), arg(1));
		for (const end of ["-wal", "-shm"]) await rm(arg(1) + end, { force: true });
		const found = await checkBackup(arg(1), progress("checking"));
		return found.ok ? { ok: true, value: { ...found.value, closed: await closedIn(arg(1)) } } : found;
	},
	/** readBack FILE FOLDER: whether a backup that was just made would come back, for whoever asks later. The file is let go of. */
	async readBack() {
		const at = new Date().toISOString();
		writeBackupState(arg(1), { at, sound: null, sentence: "" });
		try {
			const found = await checkBackup(arg(0), () => {});
			const sentence = found.ok ? "" : (found.refusals[0]?.sentence ?? "");
			writeBackupState(arg(1), { at, sound: found.ok, sentence });
		} finally {
			for (const end of ["", "-wal", "-shm"]) await rm(arg(0) + end, { force: true });
		}
	},
	/** restore COPY SAFETY REOPEN */
	async restore() {
		await backUp(here, arg(1));
		const [copy, store] = [await openStore(`file:${arg(0)}`), await openStore(here)];
		await keepClosed(copy, store, JSON.parse(args[2] ?? "[]") as ClosedKind[]);
		copy.close();
		store.close();
		await andCatchUp(() => restoreBackup(arg(0), here));
	},
	/** demo: empties the database and fills it with the demo studio. */
	async demo() {
		return fillDemo(here, today(), progress("living twenty weeks"));
	},
};

const work = jobs[job];
if (!work) throw new Error(`no such job: ${job}`);
try {
	say({ outcome: { ok: true, value: (await work()) ?? null } });
} catch (error) {
	say({ outcome: { ok: false, sentence: error instanceof Error ? error.message : String(error) } });
	process.exitCode = 1;
}
