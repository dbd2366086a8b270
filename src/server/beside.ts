import { existsSync } from "node:fs";
import { join } from "node:path";

/**
 * The words for Node that run a script beside the server: as the build has bundled it, or from
 * its source while nothing is built.
 */
export function besideServer(script: "records" | "table" | "read" | "seed"): string[] {
	const bundled = join(process.env.PEG_DIST ?? ".next", "jobs", `${script}.mjs`);
	return existsSync(bundled) && process.env.NODE_ENV === "production"
		? [bundled]
		: ["--import", "tsx", join("scripts", `${script}.ts`)];
}
