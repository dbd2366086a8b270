// Every package must run on the oldest Node that package.json promises. npm only warns; this fails.
import { readFileSync } from "node:fs";
import semver from "semver";
import { at } from "./lib.mjs";

const read = (name) => JSON.parse(readFileSync(at(name), "utf8"));
const oldest = semver.minVersion(read("package.json").engines.node).version;
const tooNew = Object.entries(read("package-lock.json").packages)
	.filter(([path, { engines }]) => path && engines?.node && !semver.satisfies(oldest, engines.node))
	.map(([path, { version, engines }]) => `${path.replace("node_modules/", "")} ${version} asks for ${engines.node}`);

if (tooNew.length > 0) {
	console.error(`Node ${oldest} is promised, and cannot run:\n${tooNew.join("\n")}\nTake a version that runs on it.`);
	process.exit(1);
}
