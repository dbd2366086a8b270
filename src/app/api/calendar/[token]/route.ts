import { RateLimiterMemory } from "rate-limiter-flexible";
import { calendarFile } from "@/server/readCalendar";
import { refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { isFeed } from "@/store/bookings";

/** A hundred wrong addresses in five minutes, and it is asked again later: a token is not guessed anyway. */
const wrong = new RateLimiterMemory({ points: 100, duration: 300 });

/** The calendar for whoever has its address; it says who comes when and where, and nothing else. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const token = (await params).token.replace(/\.ics$/, "");
	const open = await store();
	if (!/^[\w-]{43}$/.test(token) || !(await isFeed(open, token))) {
		const left = await wrong.consume("all").catch(() => null);
		return left
			? refused(404, [{ path: "token", sentence: "This link is not in use. It may have been switched off." }])
			: refused(429, [{ path: "token", sentence: "Too many wrong links. Try again in five minutes." }]);
	}
	return calendarFile(open);
}
