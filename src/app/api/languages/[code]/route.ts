import { stringify } from "csv-stringify/sync";
import { disarm } from "@/core/formats/tables";
import { languageRows } from "@/core/languages/language";
import { refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { listLanguages } from "@/store/languages";

/** A language's table to be filled in: a line a message, in English and in the language. */
export async function GET(request: Request, { params }: { params: Promise<{ code: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const { code } = await params;
	const row = (await listLanguages(await store())).find(({ id }) => id === code);
	if (!row) return refused(404, [{ path: "code", sentence: "This language was deleted." }]);
	const lines = languageRows(row.language).map((cells) => cells.map(disarm));
	return new Response(`\uFEFF${stringify(lines, { record_delimiter: "windows" })}`, {
		headers: {
			"content-type": "text/csv; charset=utf-8",
			"content-disposition": `attachment; filename="language-${code}.csv"`,
			"cache-control": "no-store",
		},
	});
}
