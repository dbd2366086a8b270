// What takes long is done in a process of its own: the server starts this, and so does
// `npm run workbook`. It says how far it is in lines of JSON on standard output, the
// last of which holds the outcome.

import { once } from "node:events";
import { createWriteStream } from "node:fs";
import { copyFile, rename, rm } from "node:fs/promises";
import { fillDemo } from "@demo/fill";
import { Scope } from "@/core/formats/workbook";
import { backUp, checkBackup } from "@/store/bulk/backup";
import { exportWorkbook } from "@/store/bulk/exportWorkbook";
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

const jobs: Record<string, () => Promise<unknown>> = {
	/** export FILE SCOPE */
	async export() {
		const store = await openStore(here);
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
		await backUp(here, `${arg(0)}.part`);
		await rename(`${arg(0)}.part`, arg(0));
	},
	/** checkBackup FILE COPY: a copy, because an older one is brought up to date first. */
	async checkBackup() {
		await copyFile(arg(0), arg(1));
		for (const end of ["-wal", "-shm"]) await rm(arg(1) + end, { force: true });
		return checkBackup(arg(1), progress("checking"));
	},
	/** restore COPY SAFETY */
	async restore() {
		await backUp(here, arg(1));
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
