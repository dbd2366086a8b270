import * as z from "zod/mini";
import { tableNames } from "@/core/formats/tables";
import { parse } from "@/core/refusals/refusals";
import { ident } from "@/core/text/fields";
import { refused, stranger, streamed } from "@/server/route";
import { studioUrl, upToDate } from "@/server/store";
import { tableProcess } from "@/server/tableProcess";
import { exportCsv } from "@/store/bulk/exportCsv";
import { rowsToCome } from "@/store/bulk/tableRows";

const Asked = z.object({ of: z.enum(tableNames), student: z.optional(ident) });

/** A table as CSV, sent as it is read; leaving off stops the reading. `x-rows` says how many lines are to come, where that is known. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const asked = parse(Asked, Object.fromEntries(new URL(request.url).searchParams), {
		of: "table",
		student: "student",
	});
	if (!asked.ok) return refused(400, asked.refusals);
	const { of, student = null } = asked.value;
	const open = await upToDate();
	const rows = await rowsToCome(open, of, student);
	// A long one is made beside the server.
	const pieces = of === "attempts" ? tableProcess(await studioUrl(), of, student) : exportCsv(open, of, student);
	return streamed(pieces, {
		"content-type": "text/csv; charset=utf-8; header=present",
		"content-disposition": `attachment; filename="peg-ladder-${of}-${new Date().toISOString().slice(0, 10)}.csv"`,
		...(rows === null ? {} : { "x-rows": String(rows) }),
	});
}
