import { readdirSync, readFileSync } from "node:fs";
import { MEANING } from "@/store/projection";
import { manyLessons } from "./manyLessons";
import { few, verdict } from "./measure";
import { serve } from "./serve";

const MOST_MB = 250;
const MANY = few(1_000_000, 20_000);
const LINE_END = 10;
/** Pieces between two looks at what is held. */
const LOOK_EVERY = 50;

/** Most memory a process has held, in megabytes; none where it is gone. */
function held(pid: number): number {
	try {
		return Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
	} catch {
		return 0;
	}
}

/** Processes that a process has started. */
const startedBy = (pid: number): number[] =>
	readdirSync(`/proc/${pid}/task`).flatMap((task) =>
		readFileSync(`/proc/${pid}/task/${task}/children`, "utf8").split(" ").filter(Boolean).map(Number),
	);

/** A million attempts as CSV: how much memory the server holds while it sends them, and stopped midway. */
export async function tables(): Promise<void> {
	const file = `.data/bench/${MANY}-week-${MEANING}.db`;
	await manyLessons(file, { attempts: MANY, copies: 6 });
	const server = await serve("product", file);
	try {
		const before = held(server.pid);
		const from = performance.now();
		const { body } = await fetch(`${server.url}/api/table?of=attempts`);
		let [lines, bytes, pieces, beside] = [0, 0, 0, 0];
		const reader = body?.getReader();
		for (let piece = await reader?.read(); piece && !piece.done; piece = await reader?.read()) {
			bytes += piece.value.length;
			for (const byte of piece.value) if (byte === LINE_END) lines += 1;
			pieces += 1;
			if (pieces % LOOK_EVERY === 0) beside = Math.max(beside, ...startedBy(server.pid).map(held));
		}
		const seconds = (performance.now() - from) / 1000;
		const peak = Math.max(held(server.pid), beside);
		console.log(
			`${lines} lines of attempts, ${(bytes / 1e6).toFixed(0)} MB, in ${seconds.toFixed(0)} s; most memory the server or the process beside it held, against ${MOST_MB} MB:\n  ${verdict(peak / MOST_MB, 1)} (the server ${held(server.pid).toFixed(0)} MB, ${before.toFixed(0)} MB before it was asked; beside it ${beside.toFixed(0)} MB)`,
		);
		const stop = new AbortController();
		const stopped = await fetch(`${server.url}/api/table?of=attempts`, { signal: stop.signal });
		await stopped.body?.getReader().read();
		stop.abort();
		const again = performance.now();
		await (await fetch(`${server.url}/api/pack`)).arrayBuffer();
		console.log(`  stopped midway, the next page is answered in ${(performance.now() - again).toFixed(0)} ms`);
	} finally {
		server.end();
	}
}
