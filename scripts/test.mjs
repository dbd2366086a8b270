// npm test: installs what is missing, Chromium included, then types, lint, unit tests,
// build, and the journeys in the browser. `npm test -- --since main`: what was changed since.
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statfsSync } from "node:fs";
import { at, bin, build, install, run } from "./lib.mjs";

const has = (command) => spawnSync("sh", ["-c", `command -v ${command}`]).status === 0;

/**
 * Debian's Chromium: its headless shell, which is smaller and quicker; the whole of it where the shell is not to be had.
 * Comes beside what else is installed. Answers null where one is there.
 */
function chromium() {
	if (has("chromium-headless-shell") || has("chromium")) return null;
	console.log("Installing Chromium.");
	const root = process.getuid?.() === 0 ? "" : "sudo ";
	const shell = "chromium-headless-shell";
	const name = `$(apt-cache show ${shell} >/dev/null 2>&1 && echo ${shell} || echo chromium)`;
	const apt = `${root}apt-get update -qq && ${root}env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends ${name}`;
	const installer = spawn("sh", ["-c", apt], { stdio: "inherit" });
	return new Promise((resolve) => installer.on("exit", (code) => (code === 0 ? resolve() : process.exit(code ?? 1))));
}

/** Databases and browsers' profiles lie in memory while they are tested, where there is room: nobody waits for the disk. */
function inMemory() {
	const place = "/dev/shm";
	if (process.env.TMPDIR || !existsSync(place)) return {};
	const { bavail, bsize } = statfsSync(place);
	return bavail * bsize > 4e9 ? { TMPDIR: place } : {};
}
const env = { ...process.env, NEXT_TELEMETRY_DISABLED: "1", ...inMemory() };
const node = (name, args) => run(process.execPath, [bin(name), ...args], { env });
/** The same for a step whose failures are told at the end, after the others: whether all of it passed. */
const tests = (name, args) =>
	spawnSync(process.execPath, [bin(name), ...args], { cwd: at(), stdio: "inherit", env }).status === 0;
let sound = true;
const started = Date.now();
const took = [];
// Said also where a step has failed, and ended everything.
process.on("exit", () => {
	console.log(`\n${took.map(([name, seconds]) => `${name} ${seconds.toFixed(0)} s`).join(", ")}`);
	console.log(`All of it took ${((Date.now() - started) / 60_000).toFixed(1)} minutes.`);
});
const step = async (name, work) => {
	console.log(`\n== ${name}`);
	const entry = [name, 0];
	took.push(entry);
	const from = Date.now();
	const tick = () => {
		entry[1] = (Date.now() - from) / 1000;
	};
	process.prependOnceListener("exit", tick);
	await work();
	tick();
	process.off("exit", tick);
};

const git = (...words) => execFileSync("git", words, { cwd: at(), encoding: "utf8" }).split("\n").filter(Boolean);

/** Addresses that a folder of screens is seen at: journeys that never go there are not touched by it. */
const seenAt = {
	find: ["/find"],
	lessons: ["/lessons"],
	records: ["/records"],
	rules: ["/rules", "/ladders"],
	skills: ["/skills"],
	students: ["/students"],
};

/** Journeys that a change touches: itself, or whatever goes where it is seen; all of them for what lies under every page. */
function journeysSince(changed) {
	const all = readdirSync(at("e2e")).filter((name) => name.endsWith(".spec.ts"));
	const touched = new Set();
	for (const file of changed) {
		if (/^(docs|bench)\/|\.md$|\.test\.tsx?$/.test(file)) continue;
		if (/^e2e\/.*\.spec\.ts$/.test(file)) {
			if (existsSync(at(file))) touched.add(file.slice("e2e/".length));
			continue;
		}
		const addresses = seenAt[/^src\/(?:screens|app)\/([a-z]+)\//.exec(file)?.[1] ?? ""];
		if (!addresses) return all;
		for (const name of all) {
			const text = readFileSync(at("e2e", name), "utf8");
			if (addresses.some((address) => text.includes(address)) || text.includes("./pages")) touched.add(name);
		}
	}
	return [...touched];
}

const since = process.argv.includes("--since") ? (process.argv[process.argv.indexOf("--since") + 1] ?? "main") : null;
const changed = since
	? [...git("diff", "--name-only", since), ...git("ls-files", "--others", "--exclude-standard")]
	: [];
const journeys = since ? journeysSince(changed) : null;

await step("install", () => {
	const browser = chromium();
	install();
	return browser;
});
mkdirSync(at(".test"), { recursive: true });
await step("types", () => {
	node("next", ["typegen"]);
	run(bin("tsc"), ["--noEmit"]);
});
await step("lint", () => {
	for (const check of ["engines.mjs", "floors.mjs", "sizes.mjs"]) run(process.execPath, [at("scripts", check)]);
	run(process.execPath, [at("scripts", "words.mjs"), "--check"]);
	run(bin("biome"), ["check", "."]);
	node("knip", []);
});
const unitFile = at(".test", "unit.json");
const journeysFile = at(".test", "journeys.json");
rmSync(unitFile, { force: true });
await step("unit tests", () => {
	const words = ["--json", `--outputFile=${unitFile}`];
	sound = tests("jest", [...words, ...(since ? ["--changedSince", since, "--passWithNoTests"] : [])]) && sound;
});
const none = { stats: { expected: 0, unexpected: 0, flaky: 0 } };
if (journeys?.length !== 0) {
	await step("build", build);
	rmSync(journeysFile, { force: true });
	await step("journeys", () => {
		sound = tests("playwright", ["test", ...(journeys ?? [])]) && sound;
	});
}
/** What a runner has written; it ended before its time where it wrote nothing, and that is a failure. */
const readReport = (file) => {
	if (existsSync(file)) return JSON.parse(readFileSync(file, "utf8"));
	console.error(`There is no ${file}: its step ended before its time.`);
	process.exit(1);
};

const unit = readReport(unitFile);
const { stats } = journeys?.length === 0 ? none : readReport(journeysFile);
if (stats.flaky > 0)
	console.log(
		`${stats.flaky} of the journeys passed only when made once more: each is a fault, of it or of the program.`,
	);
console.log(
	`${unit.numPassedTests + stats.expected + stats.flaky} passed, ${unit.numFailedTests + stats.unexpected} failed`,
);
if (!sound) process.exitCode = 1;
