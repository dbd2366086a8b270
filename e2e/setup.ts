import { existsSync, mkdirSync, mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { backUp } from "@/store/bulk/backup";
import { runTs } from "../scripts/lib.mjs";
import { demoFile } from "./studio";

/** Makes the demo studio once for all journeys, unless one of today's and of this build is there. */
export default async function setup(): Promise<void> {
	const built = statSync(".next/BUILD_ID").mtimeMs;
	if (existsSync(demoFile)) {
		const { mtimeMs, mtime } = statSync(demoFile);
		if (mtimeMs > built && mtime.toDateString() === new Date().toDateString()) return;
	}
	mkdirSync(".test", { recursive: true });
	const folder = mkdtempSync(join(tmpdir(), "peg-demo-"));
	try {
		// As the build bundled it: here, where every call is watched and every file translated, it takes five times as long.
		runTs("seed", [], { DATABASE_URL: `file:${join(folder, "demo.db")}` });
		await backUp(`file:${join(folder, "demo.db")}`, demoFile);
	} finally {
		rmSync(folder, { recursive: true });
	}
}
