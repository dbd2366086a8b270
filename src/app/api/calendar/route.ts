import { calendarFile } from "@/server/readCalendar";
import { stranger } from "@/server/route";
import { store } from "@/server/store";

/** The calendar as a file, for the coach's own pages. */
export async function GET(request: Request) {
	return stranger(request) ?? calendarFile(await store());
}
