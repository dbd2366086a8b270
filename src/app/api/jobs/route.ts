import { createWriteStream } from "node:fs";
import { rm } from "node:fs/promises";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream as NodeStream } from "node:stream/web";
import { NextResponse } from "next/server";
import { v7 as uuid } from "uuid";
import { beginReceiving, busy, endReceiving, site, startCheck, startDemo } from "@/server/jobs";
import { refused, stranger } from "@/server/route";
import { workFile } from "@/server/workFiles";
import { studioMark } from "@/store/studio";

/** A file of two gigabytes is no studio. */
const MOST = 2_000_000_000;

const another = (then: string) => refused(409, [{ path: "", sentence: `Another task is running. ${then}.` }]);
const started = (id: string | null) =>
	id === null ? another("Wait until it ends, then choose again") : NextResponse.json({ id });

/** Takes a file in transit to disk, piece by piece, and starts looking at it; or makes the demo anew. */
export async function POST(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const kind = new URL(request.url).searchParams.get("kind");
	const at = await site();
	if (await busy(at)) return another("Wait until it ends, or stop it");
	if (kind === "demo") {
		if (!(await studioMark(at.open)).demo)
			return refused(403, [{ path: "kind", sentence: "This is not the demo studio. Nothing was reset." }]);
		return started(await startDemo(at));
	}
	if (kind !== "check" && kind !== "checkBackup")
		return refused(400, [{ path: "kind", sentence: `Kind is "${kind}". Use "check", "checkBackup" or "demo".` }]);
	if (!request.body) return refused(400, [{ path: "file", sentence: "File: choose one first." }]);
	// While one comes in another would only wait for it, on the disk.
	if (!beginReceiving(at))
		return refused(409, [
			{ path: "file", sentence: "Another file is arriving. Wait for it, then choose this one again." },
		]);
	const file = workFile(at.url, `in-${uuid()}`);
	let bytes = 0;
	try {
		await pipeline(
			Readable.fromWeb(request.body as unknown as NodeStream),
			async function* (pieces: AsyncIterable<Buffer>) {
				for await (const piece of pieces) {
					bytes += piece.length;
					if (bytes > MOST) throw new RangeError("too large");
					yield piece;
				}
			},
			createWriteStream(file),
		);
	} catch (error) {
		await rm(file, { force: true });
		return error instanceof RangeError
			? refused(413, [{ path: "file", sentence: "The file is over 2 GB. No studio is that large." }])
			: refused(400, [
					{ path: "file", sentence: "The file did not arrive complete. Nothing was changed. Choose it again." },
				]);
	} finally {
		endReceiving(at);
	}
	// Another job may have begun while it came in.
	const id = await startCheck(at, kind, file);
	if (id === null) await rm(file, { force: true });
	return started(id);
}
