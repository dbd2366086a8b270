import { writeCalendar } from "@/core/formats/calendar";
import { lessonsToShare } from "@/server/readCalendar";
import { stranger } from "@/server/route";
import { store } from "@/store/db";

/** The calendar as a file, for the coach's own pages. */
export async function GET(request: Request) {
	return (
		stranger(request) ??
		new Response(writeCalendar(await lessonsToShare(await store()), new Date()), {
			headers: {
				"content-type": "text/calendar; charset=utf-8",
				"content-disposition": 'attachment; filename="lessons.ics"',
				"cache-control": "no-store",
			},
		})
	);
}
