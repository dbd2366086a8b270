import { spawn } from "node:child_process";
import { once } from "node:events";
import type { TableName } from "@/core/formats/tables";
import { besideServer } from "./beside";

/** Megabytes of heap it may hold: it keeps forty lessons at a time, and sweeps the rest. */
const HEAP_MB = 96;

/**
 * A table of the studio at an address, as CSV, made in a process of its own. Whoever leaves off ends it.
 *
 * @throws where it ended before its time
 */
export async function* tableProcess(url: string, table: TableName, student: string | null): AsyncGenerator<Uint8Array> {
	const child = spawn(
		process.execPath,
		[`--max-old-space-size=${HEAP_MB}`, ...besideServer("table"), table, student ?? ""],
		{ stdio: ["ignore", "pipe", "ignore"], env: { ...process.env, DATABASE_URL: url } },
	);
	const ended = once(child, "close");
	try {
		for await (const piece of child.stdout) yield piece as Uint8Array;
		const [code] = await ended;
		if (code !== 0) throw new Error(`The table stopped early, with ${String(code)}.`);
	} finally {
		child.kill();
	}
}
