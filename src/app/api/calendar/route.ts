import { calendarFile } from "@/server/readCalendar";
import { refused, stranger } from "@/server/route";
import { refusedInLook, store } from "@/server/store";

/** The calendar as a file, for the coach's own pages. */
export async function GET(request: Request) {
	const away = stranger(request);
	if (away) return away;
	const madeUp = await refusedInLook();
	return madeUp && !madeUp.ok ? refused(403, madeUp.refusals) : calendarFile(await store());
}
