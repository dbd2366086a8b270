// Folders of core stand on floors: none needs another that needs it in turn. Types are free, values are not.
import { readFileSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { at, sources } from "./lib.mjs";

const core = at("src/core");
const files = sources()
	.filter((file) => file.startsWith("core/"))
	.map((file) => file.slice("core/".length));
const folderOf = (file) => file.split("/")[0];

/** Which file of core an import reads values from; null where it reads none. */
function importedValue(file, [, type, names, from]) {
	const named = names
		.replace(/[{}]/g, "")
		.split(",")
		.filter((name) => name.trim() !== "");
	const isType = type !== undefined || (names.includes("{") && named.every((name) => /^\s*type\s/.test(name)));
	if (isType) return null;
	if (from.startsWith("@/core/")) return from.slice("@/core/".length);
	return from.startsWith(".") ? relative(core, resolve(core, dirname(file), from)) : null;
}

/** For each folder those it needs, with one import as the reason. */
const needs = new Map();
for (const file of files) {
	const text = readFileSync(join(core, file), "utf8");
	for (const found of text.matchAll(/^(?:import|export)\s+(type\s)?([^;"]*?)\s*from\s+"([^"]+)";/gms)) {
		const other = importedValue(file, found);
		const [here, there] = [folderOf(file), other && folderOf(other)];
		if (!there || here === there) continue;
		if (!needs.has(here)) needs.set(here, new Map());
		if (!needs.get(here).has(there)) needs.get(here).set(there, `${file} imports ${other}`);
	}
}

/** The way from a folder back to itself, if there is one. */
function circleFrom(start) {
	const [seen, open] = [new Set(), [[start]]];
	for (let way = open.pop(); way; way = open.pop())
		for (const next of needs.get(way.at(-1))?.keys() ?? []) {
			if (next === start) return [...way, start];
			if (seen.has(next)) continue;
			seen.add(next);
			open.push([...way, next]);
		}
	return null;
}

for (const folder of needs.keys()) {
	const circle = circleFrom(folder);
	if (!circle) continue;
	const reasons = circle.slice(1).map((next, i) => `  ${needs.get(circle[i]).get(next)}`);
	console.error(`Folders of src/core stand in a circle: ${circle.join(" > ")}\n${reasons.join("\n")}`);
	console.error("Move what both need to a folder under them, or make the import one of a type.");
	process.exit(1);
}

// Printed from the ground up: what a folder needs stands above it.
if (process.argv.includes("--list")) {
	const left = new Set(files.filter((file) => file.includes("/")).map(folderOf));
	while (left.size > 0) {
		const floor = [...left].filter((folder) => [...(needs.get(folder)?.keys() ?? [])].every((one) => !left.has(one)));
		console.log(floor.sort().join(", "));
		for (const folder of floor) left.delete(folder);
	}
}
