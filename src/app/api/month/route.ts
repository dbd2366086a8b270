import { monthTable } from "@/core/insight/month";
import { readMonth } from "@/server/readMonth";
import { csvFile, stranger } from "@/server/route";
import { csvOf } from "@/store/bulk/exportCsv";

/** The month of everybody as CSV: the figures of its page, and who was away when. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const { month, rows } = await readMonth(new URL(request.url).searchParams.get("month") ?? undefined);
	return csvFile(`month-${month}`, csvOf(monthTable(rows)));
}
