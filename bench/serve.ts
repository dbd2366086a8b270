import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { existsSync, statSync } from "node:fs";
import { join } from "node:path";
import { freePort } from "../e2e/studio";
import { newest } from "../scripts/lib.mjs";

const next = join("node_modules", "next", "dist", "bin", "next");
const bare = join("bench", "bare");

/** Builds the baseline application, once. */
function buildBare(): void {
	const built = join(bare, ".next", "BUILD_ID");
	if (existsSync(built) && statSync(built).mtimeMs > newest(join(bare, "app"))) return;
	execFileSync(process.execPath, [next, "build", bare], { stdio: "ignore", env: { ...process.env, DATABASE_URL: "" } });
}

export interface Served {
	url: string;
	pid: number;
	end(): void;
}

/** The product, or the bare application, on a database. */
export async function serve(which: "product" | "bare", database: string): Promise<Served> {
	if (which === "bare") buildBare();
	const port = await freePort();
	const server: ChildProcess = spawn(
		process.execPath,
		[next, "start", ...(which === "bare" ? [bare] : []), "-H", "127.0.0.1", "-p", String(port)],
		{
			stdio: "ignore",
			env: { ...process.env, DATABASE_URL: `file:${database}`, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" },
		},
	);
	const url = `http://127.0.0.1:${port}`;
	for (let i = 0; i < 400; i++) {
		try {
			if ((await fetch(which === "bare" ? `${url}/` : `${url}/api/pack`)).ok)
				return { url, pid: server.pid ?? 0, end: () => server.kill() };
		} catch {
			await new Promise((resolve) => setTimeout(resolve, 50));
		}
	}
	server.kill();
	throw new Error(`${which} did not answer`);
}

/** One request, to the last byte of its answer, in milliseconds. */
export async function timed(url: string, init?: RequestInit): Promise<number> {
	const from = performance.now();
	const response = await fetch(url, init);
	await response.arrayBuffer();
	if (!response.ok) throw new Error(`${url} answered ${response.status}`);
	return performance.now() - from;
}
