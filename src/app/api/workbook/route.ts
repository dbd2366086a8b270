import { Scope } from "@/core/formats/workbook";
import { parse } from "@/core/refusals/refusals";
import { refused, stranger } from "@/server/route";
import { exportWorkbook } from "@/store/bulk/exportWorkbook";
import { upToDate } from "@/store/projection";

/** A workbook, sent as it is read; leaving off stops the reading. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const query = new URL(request.url).searchParams;
	const scope = parse(Scope, Object.fromEntries(query), { of: "scope" });
	if (!scope.ok) return refused(400, scope.refusals);
	const { of, id } = scope.value;
	if (of !== "studio" && !id) return refused(400, [{ path: "id", sentence: `Id is missing: which ${of}?` }]);
	const pieces = exportWorkbook(await upToDate(), scope.value);
	const bytes = new TextEncoder();
	const body = new ReadableStream<Uint8Array>({
		async pull(controller) {
			const { done, value } = await pieces.next();
			if (done) controller.close();
			else controller.enqueue(bytes.encode(value));
		},
		async cancel() {
			await pieces.return(undefined);
		},
	});
	const day = new Date().toISOString().slice(0, 10);
	return new Response(body, {
		headers: {
			"content-type": "application/json; charset=utf-8",
			"content-disposition": `attachment; filename="peg-ladder-${of}-${day}.json"`,
			"cache-control": "no-store",
		},
	});
}
