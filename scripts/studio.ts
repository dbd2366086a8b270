// npm run studio: the studios that one program serves, each with its own database, host name and passcode.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, rmSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { filesOf } from "@/server/workFiles";
import { setPasscode } from "@/store/access";
import { backUp } from "@/store/bulk/backup";
import { exportWorkbook } from "@/store/bulk/exportWorkbook";
import { restoreBackup } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { connect, placeOf } from "@/store/engine/connect";
import { makeNamespace } from "@/store/engine/sqld";
import { addStudio, changeStudio, listStudios, type StudioEntry } from "@/store/engine/studios";
import { catchUp } from "@/store/projection";

const usage = `Usage:
  npm run studio -- list
  npm run studio -- new NAME HOST [--server]
  npm run studio -- move HOST --to-server | --to-file
  npm run studio -- compare ADDRESS ADDRESS

The studios are listed in the file PEG_STUDIOS names (.data/studios.json).
PEG_PASSCODE is the passcode of a new one: nobody else's device goes in without it.
A libSQL server is found at PEG_SQLD, and makes its namespaces at PEG_SQLD_ADMIN.
An address is file:PATH, or a server's with #NAMESPACE after it.`;

const [verb = "", ...rest] = process.argv.slice(2);
const words = rest.filter((word) => !word.startsWith("--"));
const has = (flag: string) => rest.includes(flag);
const directory = resolve(process.env.PEG_STUDIOS ?? join(".data", "studios.json"));
process.env.PEG_STUDIOS = directory;

class Refusal extends Error {}
const refuse = (sentence: string): never => {
	throw new Refusal(sentence);
};

/** A name a server takes for a namespace, from a host name. */
const namespaceFor = (host: string): string => host.replace(/[^a-z0-9]+/g, "-");

async function freshDatabase(host: string, onServer: boolean): Promise<string> {
	if (!onServer) {
		const file = join(dirname(directory), "studios", host, "studio.db");
		if (existsSync(file)) refuse(`${file} exists. Move it to another folder first.`);
		return `file:${file}`;
	}
	const { PEG_SQLD: url, PEG_SQLD_ADMIN: admin } = process.env;
	if (!url || !admin)
		return refuse(
			"PEG_SQLD: enter the address of the libSQL server. PEG_SQLD_ADMIN: enter that of its administration.",
		);
	const address = await makeNamespace({ url, admin }, namespaceFor(host));
	const client = connect(address);
	const { rows } = await client.execute("select name from sqlite_master where type = 'table' and name = 'event'");
	client.close();
	if (rows.length > 0) refuse(`The server has a namespace ${namespaceFor(host)} that is not empty. Delete it first.`);
	return address;
}

async function begin(name: string, host: string): Promise<void> {
	mkdirSync(dirname(directory), { recursive: true });
	if ((listStudios() ?? []).some((one) => one.host === host))
		refuse(`There is a studio at ${host}. Choose another host name.`);
	const passcode = process.env.PEG_PASSCODE ?? "";
	const database = await freshDatabase(host, has("--server"));
	const store = await openStore(database);
	if (passcode !== "") {
		const set = await setPasscode(store, passcode);
		if (!set.ok) refuse(set.refusals[0]?.sentence ?? "The passcode could not be set.");
	}
	store.close();
	const added = addStudio({ name, host, database });
	if (!added.ok) refuse(added.refusals[0]?.sentence ?? "It could not be added.");
	console.log(
		`${name} is at ${host}, in ${database}.${passcode === "" ? " It has no passcode, so only this machine can reach it." : ""}`,
	);
}

/** Lines of a studio's workbook, in the order of their keys: the same studio, the same lines. */
async function* linesOf(address: string): AsyncGenerator<string> {
	const store = await openStore(address);
	let tail = "";
	try {
		for await (const piece of exportWorkbook(store, { of: "studio" })) {
			const lines = `${tail}${piece}`.split("\n");
			tail = lines.pop() ?? "";
			for (const line of lines) yield line.replace(/,$/, "");
		}
		yield tail;
	} finally {
		store.close();
	}
}

/** Holds two studios against each other, row by row and event by event; answers how many rows there are, or refuses. */
async function compare(one: string, other: string): Promise<{ rows: number; hash: string }> {
	const [a, b] = [linesOf(one), linesOf(other)];
	const hash = createHash("sha256");
	for (let rows = 0; ; rows++) {
		const [left, right] = [await a.next(), await b.next()];
		if (left.done && right.done) return { rows, hash: hash.digest("hex") };
		if (left.value !== right.value)
			return refuse(
				`The two differ at row ${rows + 1}:\n  ${String(left.value ?? "nothing").slice(0, 300)}\n  ${String(right.value ?? "nothing").slice(0, 300)}`,
			);
		hash.update(String(left.value));
	}
}

/** Sessions and passcode go with a studio that moves; a backup that is brought back leaves them. */
async function takeAccess(from: string, to: string): Promise<void> {
	const [source, target] = [connect(from), connect(to)];
	const { rows } = await source.execute("select id, hash, salt, secret, created_at from access");
	await target.execute("delete from access");
	for (const row of rows)
		await target.execute({
			sql: "insert into access (id, hash, salt, secret, created_at) values (?, ?, ?, ?, ?)",
			args: ["id", "hash", "salt", "secret", "created_at"].map((column) => row[column] ?? null),
		});
	source.close();
	target.close();
}

/** What is under way when a studio begins to move has this long to end. */
const SETTLE_MS = 1500;

async function move(host: string): Promise<void> {
	const studio: StudioEntry =
		(listStudios() ?? []).find((one) => one.host === host) ?? refuse(`There is no studio at ${host}. See the list.`);
	if (has("--to-server") === has("--to-file")) refuse("Choose where it goes: --to-server or --to-file.");
	const toServer = has("--to-server");
	if ((placeOf(studio.database).file === null) === toServer)
		refuse(`It is ${toServer ? "on a server" : "in a file"} already: ${studio.database}.`);
	const to = await freshDatabase(host, toServer);
	const copy = join(filesOf(studio.database), `moving-${process.pid}.db`);
	// From now on it answers nobody: what is counted meanwhile stays on the phones.
	changeStudio(host, { moving: new Date().toISOString() });
	try {
		await new Promise((done) => setTimeout(done, SETTLE_MS));
		await backUp(studio.database, copy);
		(await openStore(to)).close();
		await restoreBackup(copy, to);
		await takeAccess(studio.database, to);
		const { rows } = await compare(studio.database, to);
		const store = await openStore(to);
		await catchUp(store);
		store.close();
		changeStudio(host, { database: to });
		console.log(
			`${studio.name} is now in ${to}: ${rows} rows, each the same as before. The old database stays: ${studio.database}.`,
		);
	} finally {
		changeStudio(host, { moving: undefined });
		for (const end of ["", "-wal", "-shm"]) rmSync(copy + end, { force: true });
	}
}

try {
	const [first = "", second = ""] = words;
	if (verb === "list" && words.length === 0) {
		for (const { name, host, database } of listStudios() ?? []) console.log(`${host}\t${name}\t${database}`);
	} else if (verb === "new" && words.length === 2) await begin(first, second);
	else if (verb === "move" && words.length === 1) await move(first);
	else if (verb === "compare" && words.length === 2) {
		const { rows, hash } = await compare(first, second);
		console.log(`The same: ${rows} rows, ${hash}.`);
	} else {
		console.error(usage);
		process.exitCode = 2;
	}
} catch (error) {
	if (!(error instanceof Refusal)) throw error;
	console.error(error.message);
	process.exitCode = 1;
}
