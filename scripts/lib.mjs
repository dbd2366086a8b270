import { spawn, spawnSync } from "node:child_process";
import { existsSync, readdirSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = join(dirname(fileURLToPath(import.meta.url)), "..");
export const at = (...path) => join(root, ...path);
export const bin = (name) => at("node_modules", ".bin", name);

/** Runs a command to its end; stops this script with its code if it fails. */
export function run(command, args, options = {}) {
	const { status, error } = spawnSync(command, args, { cwd: root, stdio: "inherit", ...options });
	if (error) {
		console.error(`${command} could not be started: ${error.message}`);
		process.exit(1);
	}
	if (status !== 0) process.exit(status ?? 1);
}

/** Installs what package-lock.json names, unless that was done since it last changed. */
export function install() {
	const done = at("node_modules", ".package-lock.json");
	if (existsSync(done) && statSync(done).mtimeMs >= statSync(at("package-lock.json")).mtimeMs) return;
	console.log("Installing packages.");
	run("npm", ["ci", "--no-audit", "--no-fund"]);
}

/** The program's own TypeScript, tests apart: paths below `src`, in order. */
export const sources = () =>
	readdirSync(at("src"), { recursive: true })
		.map((file) => file.replaceAll("\\", "/"))
		.filter((file) => /\.tsx?$/.test(file) && !/\.test\.|__tests__|\.d\.ts$/.test(file))
		.sort();

/** When anything in this file or folder was last touched, in milliseconds. */
export function newest(path) {
	const stat = statSync(path);
	if (!stat.isDirectory()) return stat.mtimeMs;
	return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds, unless nothing was touched since the last build. */
export function build() {
	const mark = at(".next", "BUILD_ID");
	const sources = ["src", "demo", "scripts", "package-lock.json", "next.config.mjs", "tsconfig.json"].map((name) =>
		newest(at(name)),
	);
	if (existsSync(mark) && statSync(mark).mtimeMs > Math.max(...sources)) return;
	console.log("Building.");
	run(process.execPath, [bin("next"), "build"], { env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" } });
	run(process.execPath, [at("scripts", "worker.mjs")]);
}

/** TypeScript scripts that the build makes one file each of. */
export const bundled = ["records", "table", "read", "opens", "lan", "server", "studio", "seed"];

/** The words for Node that run one of our TypeScript scripts: as it was bundled, or from its source by tsx where that was touched since. */
export function script(name) {
	const file = at(".next", "jobs", `${name}.mjs`);
	const isFresh = () => {
		const made = statSync(file).mtimeMs;
		return ["src", "demo", "scripts"].every((folder) => newest(at(folder)) < made);
	};
	return existsSync(file) && isFresh() ? [file] : ["--import", "tsx", at("scripts", `${name}.ts`)];
}

export const runTs = (name, args = [], env = {}) =>
	run(process.execPath, [...script(name), ...args], { env: { ...process.env, ...env } });

/**
 * Serves on this machine only, until it is stopped; says the address once it answers.
 * Without a passcode no other address is listened on.
 */
export async function serve({ database, note }) {
	const port = process.env.PORT ?? "3000";
	const server = spawn(process.execPath, [bin("next"), "start", "-H", "127.0.0.1", "-p", port], {
		cwd: root,
		stdio: ["ignore", "ignore", "inherit"],
		env: { ...process.env, DATABASE_URL: database, NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" },
	});
	for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
	server.on("exit", (code) => {
		if (code) console.error(`The server stopped. If another program uses port ${port}, choose one: PORT=3001`);
		process.exit(code ?? 0);
	});
	const address = `http://localhost:${port}`;
	for (;;) {
		await new Promise((resolve) => setTimeout(resolve, 150));
		try {
			// Of several studios none has this name: that it answers is enough.
			const { status } = await fetch(`http://127.0.0.1:${port}/api/pack`);
			if (status < 400 || (process.env.PEG_STUDIOS && status === 404)) break;
		} catch {
			// Not listening yet.
		}
	}
	console.log(`\nPeg Ladder is at ${address}${note ? `  (${note})` : ""}\nCtrl+C stops it.`);
}
