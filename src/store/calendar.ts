import { type Agreed, agreedLessons } from "@/core/calendar/agreed";
import { type Occurrence, occurrences } from "@/core/calendar/booking";
import { isZone } from "@/core/calendar/zoned";
import { listBookings } from "./bookings";
import type { Store } from "./db";
import { studentDigests } from "./lessons";

/** The server's own. */
const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The days agreed at wrap-ups, from one day to another. Needs the projections up to date. */
export async function agreedBetween(store: Store, from: string, to: string): Promise<Agreed[]> {
	return [...(await studentDigests(store)).values()].flatMap(({ student, next, nextTime, nextZone }) =>
		next && next >= from && next <= to
			? [{ student, day: next, time: nextTime, zone: nextZone && isZone(nextZone) ? nextZone : zoneHere() }]
			: [],
	);
}

/**
 * Every lesson of the calendar from one day to another, both included, the earliest first: those of bookings and series,
 * and those agreed at a wrap-up. Needs the projections up to date.
 *
 * @param cancelled those that are not held are listed too
 */
export async function lessonsBetween(store: Store, from: string, to: string, cancelled = false): Promise<Occurrence[]> {
	const [bookings, agreed] = await Promise.all([listBookings(store), agreedBetween(store, from, to)]);
	const booked = bookings.flatMap(({ id, booking }) => occurrences(id, booking, from, to, true));
	const more = agreedLessons(
		agreed,
		booked,
		bookings.map(({ booking }) => booking),
	);
	return [...booked.filter((one) => cancelled || !one.cancelled), ...more].sort((a, b) => a.at - b.at);
}
