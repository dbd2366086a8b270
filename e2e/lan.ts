import { type ChildProcess, spawn } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { restoreBackup } from "@/store/bulk/takeIn";
import { openStore } from "@/store/db";
import { makeNamespace, type Sqld, startSqld } from "@/store/engine/sqld";
import { catchUp } from "@/store/projection";
import { demoFile, freePort, phoneOn } from "./studio";

/** Not the machine's own name: a phone reaches it by another one. */
export const HOST = "studio.quillhaven.test";
export const PASSCODE = "two clubs and a hat";

/** The demo studio on the coach's own network: HTTPS, behind the passcode. */
export class Lan {
	said = "";
	private constructor(
		readonly folder: string,
		/** The address of its database. */
		readonly database: string,
		readonly port: number,
		private readonly server: ChildProcess,
		private readonly sqld: Sqld | null,
	) {}

	/** The demo on a libSQL server, behind the passcode. */
	static async onServer(passcode: string): Promise<Lan> {
		const folder = mkdtempSync(join(tmpdir(), "peg-lan-"));
		const sqld = await startSqld(join(folder, "sqld"));
		const database = await makeNamespace(sqld, "studio");
		(await openStore(database)).close();
		await restoreBackup(demoFile, database);
		// As a restore does: else whoever signs in first waits for all that follows from the log.
		const store = await openStore(database);
		await catchUp(store);
		store.close();
		return Lan.start(passcode, folder, {}, { database, sqld });
	}

	static async start(
		passcode: string | null,
		before: string | null = null,
		env = {},
		on: { database: string; sqld: Sqld } | null = null,
	): Promise<Lan> {
		const folder = before ?? mkdtempSync(join(tmpdir(), "peg-lan-"));
		if (before === null) cpSync(demoFile, join(folder, "studio.db"));
		const database = on?.database ?? `file:${join(folder, "studio.db")}`;
		const port = await freePort();
		const server = spawn(process.execPath, [join(".next", "jobs", "lan.mjs")], {
			stdio: ["ignore", "pipe", "pipe"],
			env: {
				...process.env,
				DATABASE_URL: database,
				PEG_FILES: folder,
				...(on ? { PEG_SERVER_ACCESS: on.sqld.accessFile } : {}),
				PORT: String(port),
				PEG_HOST: HOST,
				PEG_LAN: "1",
				NODE_ENV: "production",
				NEXT_TELEMETRY_DISABLED: "1",
				...(passcode === null ? {} : { PEG_PASSCODE: passcode }),
				...env,
			},
		});
		const lan = new Lan(folder, database, port, server, on?.sqld ?? null);
		for (const stream of [server.stdout, server.stderr]) stream?.on("data", (piece) => (lan.said += String(piece)));
		await new Promise<void>((resolve) => {
			const timer = setInterval(() => {
				if (!lan.said.includes("Ctrl+C") && server.exitCode === null) return;
				clearInterval(timer);
				resolve();
			}, 50);
		});
		return lan;
	}
	get pid() {
		return this.server.pid;
	}
	get exitCode() {
		return this.server.exitCode;
	}
	/** What a script asks goes here: only the browser has the other name. */
	get direct() {
		return `https://127.0.0.1:${this.port}`;
	}
	get address() {
		return `https://${HOST}:${this.port}`;
	}
	stop(): void {
		this.server.kill("SIGKILL");
		this.sqld?.process.kill("SIGKILL");
	}
	end(): void {
		this.stop();
		rmSync(this.folder, { recursive: true, force: true });
	}
}

/** A phone of its own that reaches the machine by its other name. */
export const phoneBeside = (folder: string) =>
	phoneOn(join(folder, "phone"), {
		args: [`--host-resolver-rules=MAP ${HOST} 127.0.0.1`],
		ignoreHTTPSErrors: true,
	});
