import { createHash, randomBytes } from "node:crypto";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { lightScript } from "@/ui/lightScript";

/**
 * What the scripts of a page may be: files of ours, and those inline ones that this build
 * wrote. Pages that are made for each request carry a number that is used once; pages that
 * were made at the build are told by the hashes of what stands in them.
 */

const hashed = (script: string): string => `'sha256-${createHash("sha256").update(script).digest("base64")}'`;

let known: Record<string, string[]> | null = null;

/** Of each page made at the build, the hashes of its inline scripts: written after it by `scripts/worker.mjs`. */
function inlineScripts(): Record<string, string[]> {
	known ??= JSON.parse(
		readFileSync(join(process.cwd(), process.env.PEG_DIST ?? ".next", "inline-scripts.json"), "utf8"),
	) as Record<string, string[]>;
	return known;
}

export function policyFor(path: string): string {
	const made = inlineScripts();
	const fixed = Object.hasOwn(made, path) ? made[path] : undefined;
	// An address that leads nowhere is answered by a page that was made at the build as well.
	const scripts = fixed ?? [
		`'nonce-${randomBytes(18).toString("base64")}'`,
		hashed(lightScript),
		...(made["/_not-found"] ?? []),
	];
	return [
		"default-src 'self'",
		`script-src 'self' ${scripts.join(" ")}`,
		// What a component sets on an element is a style attribute.
		"style-src 'self' 'unsafe-inline'",
		"img-src 'self' data: blob:",
		"media-src 'self' blob:",
		"font-src 'self' data:",
		"worker-src 'self' blob:",
		"object-src 'none'",
		"base-uri 'none'",
		"form-action 'self'",
		"frame-ancestors 'none'",
	].join("; ");
}
