import { spawn } from "node:child_process";
import type { HandOn } from "@/core/formats/handOn";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { besideServer } from "./beside";

/**
 * Reads a file from outside in a process of its own, so that no file, whatever is in it, keeps the server from
 * answering: a calendar's rule that never comes true, or a program's worth of nested fields, is ended with its process.
 */

export type ReadKind = "calendar" | "handOn" | "plans";

/** A file that another coach shared, its pictures written to a folder under their hashes. */
export type SharedFile = Omit<HandOn, "pictures"> & { pictures: Pick<HandOn["pictures"][number], "hash" | "type">[] };

/** Megabytes of heap a file may take to be read, seconds, and characters of what comes of it. */
const HEAP_MB = 256;
const MOST_S = 20;
const MOST_CHARS = 16_000_000;

/** One after the other: two at once would leave no core for those who wait for a page. */
let last: Promise<unknown> = Promise.resolve();

/**
 * @param words what the kind is told beside the text
 * @returns what was read, or a refusal under `file` where it takes too long, too much room, or ends before its time
 */
export function readApart<T>(
	kind: ReadKind,
	text: string,
	words: readonly string[],
	seconds = MOST_S,
): Promise<Outcome<T>> {
	const turn = last.then(() => run<T>(kind, text, words, seconds));
	last = turn.catch(() => undefined);
	return turn;
}

function run<T>(kind: ReadKind, text: string, words: readonly string[], seconds: number): Promise<Outcome<T>> {
	return new Promise((resolve) => {
		const child = spawn(
			process.execPath,
			[`--max-old-space-size=${HEAP_MB}`, ...besideServer("read"), kind, ...words],
			{ stdio: ["pipe", "pipe", "ignore"] },
		);
		let said = "";
		let why = "The file needs too much memory, or is damaged. Nothing was changed.";
		const stop = (reason: string) => {
			why = reason;
			child.kill("SIGKILL");
		};
		const patience = setTimeout(
			() => stop(`The file took over ${seconds} seconds to read, far too long. Nothing was changed.`),
			seconds * 1000,
		);
		child.stdout.setEncoding("utf8").on("data", (piece: string) => {
			said += piece;
			if (said.length > MOST_CHARS) stop("The file holds far too much. Nothing was changed.");
		});
		// It may end before it has read everything.
		child.stdin.on("error", () => {});
		child.on("error", () => stop("The file could not be read just now. Nothing was changed. Try again."));
		child.on("close", (code) => {
			clearTimeout(patience);
			resolve(code === 0 ? (JSON.parse(said) as Outcome<T>) : refuse("file", why));
		});
		child.stdin.end(text);
	});
}
