// No function is longer than a screen, its markup counted; no component takes more props than one can hold in mind.
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "@babel/parser";
import { at, sources } from "./lib.mjs";

const MOST_LINES = 80;
const MOST_PROPS = 8;

const files = sources();

/** Lines from one to another that hold more than a comment. */
function codeLines(lines, comments, { start, end }) {
	let count = 0;
	for (let n = start.line; n <= end.line; n++) if (lines[n - 1].trim() !== "" && !comments.has(n)) count += 1;
	return count;
}

/** Line numbers that hold nothing but a comment. */
function commentLines({ comments }, lines) {
	const all = new Set();
	for (const { loc } of comments)
		for (let n = loc.start.line; n <= loc.end.line; n++) {
			const before = n === loc.start.line ? lines[n - 1].slice(0, loc.start.column) : "";
			const after = n === loc.end.line ? lines[n - 1].slice(loc.end.column) : "";
			if (/^[\s{]*$/.test(before) && /^[\s}]*$/.test(after)) all.add(n);
		}
	return all;
}

const isNode = (value) => typeof value === "object" && value !== null && typeof value.type === "string";

/** Every function with the name it is known by. */
function* functionsIn(node, name = "") {
	if (
		/^(FunctionDeclaration|FunctionExpression|ArrowFunctionExpression|ObjectMethod|ClassMethod|ClassPrivateMethod)$/.test(
			node.type,
		)
	)
		yield { node, name: node.id?.name ?? node.key?.name ?? name };
	const known =
		node.type === "VariableDeclarator"
			? (node.id.name ?? "")
			: node.type === "CallExpression"
				? name
				: (node.key?.name ?? "");
	for (const [key, value] of Object.entries(node)) {
		if (key === "loc" || key === "comments" || key === "tokens") continue;
		for (const one of Array.isArray(value) ? value : [value]) if (isNode(one)) yield* functionsIn(one, known);
	}
}

/** Props that a component takes apart; null where it is none. */
function propsOf({ params: [first] }, name) {
	if (!/^[A-Z]/.test(name) || first?.type !== "ObjectPattern") return null;
	return first.properties.length;
}

const found = [];
for (const file of files) {
	const text = readFileSync(join(at("src"), file), "utf8");
	const lines = text.split("\n");
	const tree = parse(text, { sourceType: "module", plugins: ["typescript", ...(file.endsWith("x") ? ["jsx"] : [])] });
	const comments = commentLines(tree, lines);
	for (const { node, name } of functionsIn(tree.program)) {
		const size = codeLines(lines, comments, node.loc);
		if (size > MOST_LINES) found.push({ what: "lines", key: `${file} ${name}`, size });
		const props = propsOf(node, name);
		if (props !== null && props > MOST_PROPS) found.push({ what: "props", key: `${file} ${name}`, size: props });
	}
}

// Those that were there before the rule may stay as long as they are, and leave the list when they are mended.
const listFile = at("scripts/sizes.json");
const now = Object.fromEntries(found.map(({ what, key, size }) => [`${key}, ${what}`, size]));
if (process.argv.includes("--write")) writeFileSync(listFile, `${JSON.stringify(now, null, "\t")}\n`);
const known = JSON.parse(readFileSync(listFile, "utf8"));
const worse = Object.entries(now).filter(([key, size]) => size > (known[key] ?? 0));
const mended = Object.keys(known).filter((key) => !(key in now));
for (const [key, size] of worse) console.error(`src/${key}: ${size}${known[key] ? `, was ${known[key]}` : ""}`);
for (const key of mended) console.error(`src/${key}: mended; take it out of scripts/sizes.json.`);
if (worse.length > 0)
	console.error(
		`At most ${MOST_LINES} lines a function, its markup counted, and ${MOST_PROPS} props a component: split it by what its parts are.`,
	);
if (worse.length + mended.length > 0) process.exit(1);
if (process.argv.includes("--list"))
	console.log(`${Object.keys(known).length} functions and components are over the size of a screen.`);
