import { spawn } from "node:child_process";
import { appendFileSync, copyFileSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createClient } from "@libsql/client";
import { openStore } from "@/store/db";
import prepareDemo from "../e2e/setup";
import { demoFile } from "../e2e/studio";
import { against, few, verdict } from "./measure";

const TURNS = few(5, 1);

/** A studio's workbook out and in again, per megabyte of the file. */
export async function files(): Promise<void> {
	await prepareDemo();
	const folder = mkdtempSync(join(tmpdir(), "peg-bench-"));
	const at = (name: string) => join(folder, name);
	try {
		copyFileSync(demoFile, at("studio.db"));
		await records(at("studio.db"), ["export", at("book.json"), '{"of":"studio"}']);
		const megabytes = statSync(at("book.json")).size / 1e6;
		const seconds = async (work: () => Promise<unknown>) => {
			const from = performance.now();
			await work();
			return (performance.now() - from) / 1000 / megabytes;
		};
		let n = 0;
		await against({
			name: `export, each of ${megabytes.toFixed(1)} megabytes, the job's process included`,
			baseline: "reading every row of the events with the same client and writing them as one piece of JSON",
			ours: () => seconds(() => records(at("studio.db"), ["export", at("again.json"), '{"of":"studio"}'])),
			theirs: () => seconds(() => plainExport(at("studio.db"), at("plain.json"))),
			turns: TURNS,
			unit: "s",
			goal: null,
		});
		await against({
			name: "import into an empty studio, each megabyte: checked, staged, taken in, what follows worked out",
			baseline: "JSON.parse of the whole file and one transaction that inserts its events unchecked",
			ours: () => {
				n += 1;
				return seconds(async () => {
					await records(at(`new-${n}.db`), ["check", at("book.json"), at(`staging-${n}.db`)]);
					await records(at(`new-${n}.db`), ["take", at(`staging-${n}.db`), '{"mode":"whole","differing":"keep"}']);
				});
			},
			theirs: async () => {
				n += 1;
				(await openStore(`file:${at(`plain-${n}.db`)}`)).close();
				return seconds(() => plainImport(at("book.json"), at(`plain-${n}.db`)));
			},
			turns: TURNS,
			unit: "s",
			goal: null,
		});
		const [once, longer] = [await peakOf(at("book.json"), at("m")), await peakOf(lengthened(at("book.json")), at("m"))];
		console.log(
			`most memory held while a workbook is looked at, ${LONGER} times as long against once: ${verdict(longer / once, 1.5)} (${longer.toFixed(0)} MB, ${once.toFixed(0)} MB)`,
		);
	} finally {
		rmSync(folder, { recursive: true });
	}
}

const LONGER = few(8, 2);

/** The same file with its events so many times over: known again by their ids, but read and checked each time. */
function lengthened(file: string): string {
	const text = readFileSync(file, "utf8");
	const from = text.indexOf('"events":[') + '"events":['.length;
	const to = text.indexOf("\n],", from);
	const longer = `${file}.longer`;
	const events = text.slice(from, to);
	writeFileSync(longer, text.slice(0, from));
	for (let i = 0; i < LONGER; i++) appendFileSync(longer, i === 0 ? events : `,${events}`);
	appendFileSync(longer, text.slice(to));
	return longer;
}

/** The most memory, in MB, that a process held while it looked at a workbook. */
async function peakOf(file: string, scratch: string): Promise<number> {
	let peak = 0;
	await records(`${scratch}.db`, ["check", file, `${scratch}-staging.db`], (pid) => {
		const held = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, "utf8"));
		peak = Math.max(peak, Number(held?.[1] ?? 0) / 1024);
	});
	return peak;
}

/** One job, as the server and the command line start it. */
const records = (database: string, words: string[], watch?: (pid: number) => void) =>
	new Promise<void>((resolve, reject) => {
		const child = spawn(process.execPath, ["--import", "tsx", join("scripts", "records.ts"), ...words], {
			stdio: "ignore",
			env: { ...process.env, DATABASE_URL: `file:${database}` },
		});
		const timer = watch && setInterval(() => child.exitCode === null && child.pid && watch(child.pid), 100);
		child.on("exit", (code) => {
			clearInterval(timer);
			if (code === 0) resolve();
			else reject(new Error(`${words[0]} ended with ${code}`));
		});
	});

async function plainExport(database: string, file: string): Promise<void> {
	const client = createClient({ url: `file:${database}` });
	const { rows } = await client.execute("select * from event order by arrival");
	writeFileSync(file, JSON.stringify(rows));
	client.close();
}

async function plainImport(file: string, database: string): Promise<void> {
	const { events } = JSON.parse(readFileSync(file, "utf8")) as { events: Record<string, string | number | null>[] };
	const client = createClient({ url: `file:${database}` });
	await client.batch(
		events.map((event) => ({
			sql: `insert into event (id, act, device, dseq, lamport, at, tz, local_day, actor, kind, lesson, set_id, student, ladder, rung, body, hash)
				values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
			args: [
				...["id", "act", "device", "dseq", "lamport", "at", "tz", "localDay", "actor", "kind"],
				...["lesson", "set", "student", "ladder", "rung", "body", "hash"],
			].map((name) => (name === "body" ? JSON.stringify(event.body) : (event[name] ?? null))),
		})),
		"write",
	);
	client.close();
}
