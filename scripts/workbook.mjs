// npm run workbook -- export FILE [--student ID | --skill ID | --ladder ID]
// npm run workbook -- import FILE [--whole] [--take] [--check]
import { spawn } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { createInterface } from "node:readline";
import { at, install, root, script } from "./lib.mjs";

const [verb, file, ...options] = process.argv.slice(2);
const usage = `Usage:
  npm run workbook -- export FILE [--student ID | --skill ID | --ladder ID]
  npm run workbook -- import FILE [--whole] [--take] [--check]

  --whole   in place of everything that is here (a backup is made first)
  --take    where a student, skill or ladder is here but different, use the file's
  --check   only say what would happen
The database is DATABASE_URL (a file: path, or a libSQL server's address with #NAMESPACE), or the one that "npm start" uses.`;
if (!file || !["export", "import"].includes(verb)) {
	console.error(usage);
	process.exit(2);
}
install();
const database = process.env.DATABASE_URL ?? `file:${at(".data", "studio.db")}`;
/** What is made on the way lies beside the database, or where files are that belong to one on a server. */
const folder = database.startsWith("file:")
	? dirname(resolve(database.slice("file:".length)))
	: resolve(process.env.PEG_FILES ?? at(".data", "on-server"));
mkdirSync(folder, { recursive: true });

/** Runs one job of records.ts, shows how far it is, and gives back what came of it. */
async function job(...words) {
	const child = spawn(process.execPath, [...script("records"), ...words], {
		cwd: root,
		stdio: ["ignore", "pipe", "inherit"],
		env: { ...process.env, DATABASE_URL: database },
	});
	let outcome = null;
	for await (const line of createInterface({ input: child.stdout })) {
		const said = JSON.parse(line);
		if (said.outcome) outcome = said.outcome;
		else if (process.stderr.isTTY)
			process.stderr.write(`\r${said.step}: ${Math.floor((100 * said.done) / Math.max(1, said.of))} %   `);
	}
	if (process.stderr.isTTY) process.stderr.write("\r");
	if (outcome?.ok) return outcome.value;
	console.error(outcome?.sentence ?? "It was stopped. Nothing was written.");
	process.exit(1);
}

const path = resolve(file);
if (verb === "export") {
	const of = ["student", "skill", "ladder"].find((name) => options.includes(`--${name}`));
	const scope = of ? { of, id: options[options.indexOf(`--${of}`) + 1] } : { of: "studio" };
	await job("export", path, JSON.stringify(scope));
	console.log(`Written to ${file}.`);
} else {
	const staging = join(folder, `staging-${process.pid}.db`);
	const mode = options.includes("--whole") ? "whole" : "merge";
	try {
		const preview = await job("check", path, staging);
		for (const [section, { fresh, same, other }] of Object.entries(preview.sections))
			console.log(`${section}: ${fresh} new, ${same} here already, ${other} here, but different`);
		const wrong = [...preview.refusals, ...preview[mode]];
		for (const { path: where, sentence } of wrong) console.error(`${where ? `${where}: ` : ""}${sentence}`);
		if (preview.more > 0) console.error(`and ${preview.more} more.`);
		if (wrong.length > 0) {
			console.error("Nothing was imported.");
			process.exitCode = 1;
		} else if (!options.includes("--check")) {
			const safety = mode === "whole" ? [join(folder, `before-import-${Date.now()}.db`)] : [];
			const how = { mode, differing: options.includes("--take") ? "take" : "keep" };
			await job("take", staging, JSON.stringify(how), ...safety);
			console.log(safety[0] ? `Imported. A copy of the old data is in ${safety[0]}.` : "Imported.");
		}
	} finally {
		for (const end of ["", "-wal", "-shm"]) rmSync(staging + end, { force: true });
	}
}
