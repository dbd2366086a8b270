// What the browser gets of the schema library: the parts that are used, and nothing else.
// The bundler keeps every kind of schema the library knows, which is as much again; esbuild leaves out what nobody calls.
import { readFileSync } from "node:fs";
import { build } from "esbuild";
import { at, sources } from "./lib.mjs";

/** Called by scripts alone, or a type. */
const ELSEWHERE = new Set(["toJSONSchema", "infer"]);

/** Functions of the library that are called somewhere in the program. */
const used = () =>
	[
		...new Set(
			sources().flatMap((file) =>
				[...readFileSync(at("src", file), "utf8").matchAll(/\bz\.([a-z]\w*)(?:<[^();]*>)?\(/g)].map(([, name]) => name),
			),
		),
	]
		.filter((name) => !ELSEWHERE.has(name))
		.sort();

/**
 * Bundles the parts into one module.
 *
 * @returns where it lies, from the project's root
 */
export async function zodParts() {
	const outfile = "node_modules/.cache/zod-parts.mjs";
	await build({
		stdin: { contents: `export { ${used().join(", ")} } from "zod/mini";`, resolveDir: at("src") },
		outfile: at(outfile),
		bundle: true,
		minify: true,
		format: "esm",
		target: "es2022",
		legalComments: "none",
		logLevel: "warning",
	});
	return `./${outfile}`;
}
