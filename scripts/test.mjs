// npm test: installs what is missing, Chromium included, then types, lint, unit tests,
// build, and the journeys in the browser.
import { spawnSync } from "node:child_process";
import { mkdirSync, readFileSync } from "node:fs";
import { at, bin, build, install, run } from "./lib.mjs";

const has = (command) => spawnSync("sh", ["-c", `command -v ${command}`]).status === 0;

function chromium() {
	if (has("chromium")) return;
	console.log("Installing Chromium.");
	const sudo = process.getuid?.() === 0 ? [] : ["sudo"];
	const [first, ...rest] = [...sudo, "apt-get"];
	run(first, [...rest, "update", "-qq"]);
	run(first, [...rest, "install", "-y", "-qq", "--no-install-recommends", "chromium"], {
		env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
	});
}

const node = (name, args) =>
	run(process.execPath, [bin(name), ...args], { env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" } });
const started = Date.now();
const step = (name, work) => {
	const from = Date.now();
	console.log(`\n== ${name}`);
	work();
	console.log(`== ${name}: ${((Date.now() - from) / 1000).toFixed(1)} s`);
};

step("install", () => {
	install();
	chromium();
});
mkdirSync(at(".test"), { recursive: true });
step("types", () => {
	node("next", ["typegen"]);
	run(bin("tsc"), ["--noEmit"]);
});
step("lint", () => {
	run(process.execPath, [at("scripts", "engines.mjs")]);
	run(bin("biome"), ["check", "."]);
	node("knip", []);
});
step("unit tests", () => node("jest", ["--json", `--outputFile=${at(".test", "unit.json")}`]));
step("build", build);
step("journeys", () => node("playwright", ["test"]));

const unit = JSON.parse(readFileSync(at(".test", "unit.json"), "utf8"));
const { stats } = JSON.parse(readFileSync(at(".test", "journeys.json"), "utf8"));
console.log(`\nAll of it took ${((Date.now() - started) / 60_000).toFixed(1)} minutes.`);
console.log(`${unit.numPassedTests + stats.expected} passed, ${unit.numFailedTests + stats.unexpected} failed`);
