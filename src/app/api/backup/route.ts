import { createReadStream } from "node:fs";
import { rm, stat } from "node:fs/promises";
import { Readable } from "node:stream";
import { busy, makeBackup, readBack, site } from "@/server/jobs";
import { refused, stranger } from "@/server/route";
import { refusedInLook } from "@/server/store";

/** The whole database as it is at this moment, in one file. */
export async function POST(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const madeUp = await refusedInLook();
	if (madeUp && !madeUp.ok) return refused(403, madeUp.refusals);
	const at = await site();
	if (await busy(at))
		return refused(409, [{ path: "", sentence: "Another task is running. Back up when it has ended." }]);
	const file = await makeBackup(at);
	if (!file) return refused(500, [{ path: "", sentence: "The backup failed. The disk may be full." }]);
	readBack(at, file);
	const { size } = await stat(file);
	const stream = createReadStream(file);
	stream.once("close", () => void rm(file, { force: true }));
	return new Response(Readable.toWeb(stream) as unknown as ReadableStream, {
		headers: {
			"content-type": "application/vnd.sqlite3",
			"content-length": String(size),
			"content-disposition": `attachment; filename="peg-ladder-backup-${new Date().toISOString().slice(0, 16).replace(":", "")}.db"`,
			"cache-control": "no-store",
		},
	});
}
