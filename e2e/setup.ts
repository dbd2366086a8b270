import { existsSync, mkdirSync, mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fillDemo } from "@demo/fill";
import { backUp } from "@/store/bulk/backup";
import { today } from "@/ui/dates";
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
		await fillDemo(`file:${join(folder, "demo.db")}`, today());
		await backUp(`file:${join(folder, "demo.db")}`, demoFile);
	} finally {
		rmSync(folder, { recursive: true });
	}
}
