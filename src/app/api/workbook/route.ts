import { Scope } from "@/core/formats/workbook";
import { parse } from "@/core/refusals/refusals";
import { refused, stranger, streamed } from "@/server/route";
import { upToDate } from "@/server/store";
import { exportWorkbook } from "@/store/bulk/exportWorkbook";

/** A workbook, sent as it is read; leaving off stops the reading. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const query = new URL(request.url).searchParams;
	const scope = parse(Scope, Object.fromEntries(query), { of: "scope" });
	if (!scope.ok) return refused(400, scope.refusals);
	const { of, id } = scope.value;
	if (of !== "studio" && !id) return refused(400, [{ path: "id", sentence: `Id is missing: which ${of}?` }]);
	const day = new Date().toISOString().slice(0, 10);
	return streamed(exportWorkbook(await upToDate(), scope.value), {
		"content-type": "application/json; charset=utf-8",
		"content-disposition": `attachment; filename="peg-ladder-${of}-${day}.json"`,
	});
}
