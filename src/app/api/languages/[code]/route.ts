import { languageRows } from "@/core/languages/language";
import { csvFile, refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { csvOf } from "@/store/bulk/exportCsv";
import { listLanguages } from "@/store/languages";

/** A language's table to be filled in: a line a message, in English and in the language. */
export async function GET(request: Request, { params }: { params: Promise<{ code: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const { code } = await params;
	const row = (await listLanguages(await store())).find(({ id }) => id === code);
	if (!row) return refused(404, [{ path: "code", sentence: "This language was deleted." }]);
	return csvFile(`language-${code}`, csvOf(languageRows(row.language)));
}
