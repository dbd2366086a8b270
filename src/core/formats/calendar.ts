import ICAL from "ical.js";
import ical, { ICalCalendarMethod } from "ical-generator";
import type { Occurrence } from "@/core/calendar/booking";
import type { Busy } from "@/core/calendar/clashes";
import { momentOf } from "@/core/calendar/zoned";
import { type Outcome, refuse } from "@/core/refusals/refusals";

/** A lesson as other calendars show it. */
export interface CalendarLesson extends Occurrence {
	/** Who it is with. */
	who: string;
}

/**
 * Lessons as an iCalendar file. Each is an event of its own at a moment in UTC: one that was
 * moved or left out needs no rule, and a clock that changes shifts nothing.
 */
export function writeCalendar(lessons: readonly CalendarLesson[], made: Date): string {
	const calendar = ical({ name: "Lessons", prodId: "//peg-ladder//lessons//EN", method: ICalCalendarMethod.PUBLISH });
	for (const { booking, on, at, minutes, who, place } of lessons) {
		calendar.createEvent({
			// The same lesson keeps its name when it is moved: a calendar that subscribes moves it too.
			id: `${booking}-${on}@peg-ladder`,
			start: new Date(at),
			end: new Date(at + minutes * 60_000),
			stamp: made,
			summary: who,
			...(place ? { location: place } : {}),
		});
	}
	return calendar.toString();
}

/** More are no diary but an archive. */
export const MOST_EVENTS = 2000;
/** Of one event that comes back. */
const MOST_TIMES = 800;
/** As much of what is done then as a warning holds. */
const WORDS = 80;

/** The moment of a time in a file: by its own zone where the file or the runtime knows it, else by the coach's. */
function momentIn(time: ICAL.Time, zones: readonly string[]): number {
	const own = time.zone;
	if (own === ICAL.Timezone.utcTimezone) return time.toUnixTime() * 1000;
	if (own && own !== ICAL.Timezone.localTimezone) return time.toUnixTime() * 1000;
	const [day, clock] = [time.toString().slice(0, 10), time.isDate ? "00:00" : time.toString().slice(11, 16)];
	for (const name of zones)
		try {
			return momentOf(day, clock, name);
		} catch {
			// A zone that nobody knows here: the next one.
		}
	return momentOf(day, clock, "UTC");
}

const isTaken = (event: ICAL.Component): boolean =>
	event.getFirstPropertyValue("transp") !== "TRANSPARENT" && event.getFirstPropertyValue("status") !== "CANCELLED";

function* timesOf(event: ICAL.Event, zone: string, from: number, to: number): Generator<Busy> {
	const what = (event.summary || "something").slice(0, WORDS);
	// An end that is told as a duration has no zone of its own: it is the beginning's.
	const named = event.component.getFirstProperty("dtstart")?.getFirstParameter("tzid");
	const zones = [...(named ? [named] : []), zone];
	const span = (begins: ICAL.Time, ends: ICAL.Time): Busy => ({
		from: momentIn(begins, zones),
		to: momentIn(ends, zones),
		what,
	});
	if (!event.isRecurring()) {
		const one = span(event.startDate, event.endDate);
		if (one.from < to && one.to > from) yield one;
		return;
	}
	const each = event.iterator();
	for (let n = 0, found = 0; found < MOST_TIMES && n < MOST_TIMES * 20; n++) {
		const next = each.next();
		if (!next) return;
		const details = event.getOccurrenceDetails(next);
		const one = span(details.startDate, details.endDate);
		if (one.from >= to) return;
		if (one.to <= from) continue;
		found += 1;
		yield one;
	}
}

/**
 * When somebody is busy by their calendar file, between two moments: those that come back
 * unrolled, left-out and moved ones minded, free and cancelled ones left aside.
 *
 * @param zone of times that name none
 * @returns refusals where it is no calendar file, or holds too much
 */
export function readBusy(text: string, zone: string, from: number, to: number): Outcome<Busy[]> {
	const nothing = (why: string) =>
		refuse("file", `${why} Export your calendar as an iCalendar file, one that ends in .ics, and bring that.`);
	if (!/BEGIN:VCALENDAR/i.test(text)) return nothing("This is no calendar file: it does not begin as one.");
	let calendar: ICAL.Component;
	try {
		calendar = new ICAL.Component(ICAL.parse(text));
	} catch {
		return nothing("This calendar file is damaged: it cannot be read to its end.");
	}
	const events = calendar.getAllSubcomponents("vevent");
	if (events.length > MOST_EVENTS)
		return refuse(
			"file",
			`The file holds ${events.length.toLocaleString("en")} events; at most ${MOST_EVENTS.toLocaleString("en")} are taken. Export fewer months of it. Nothing was taken in.`,
		);
	for (const one of calendar.getAllSubcomponents("vtimezone")) ICAL.TimezoneService.register(one);
	try {
		const single = events.filter((one) => !one.hasProperty("recurrence-id"));
		const moved = events.filter((one) => one.hasProperty("recurrence-id"));
		const found = single.filter(isTaken).flatMap((one) => {
			const exceptions = moved.filter(
				(other) => other.getFirstPropertyValue("uid") === one.getFirstPropertyValue("uid"),
			);
			return [...timesOf(new ICAL.Event(one, { exceptions }), zone, from, to)];
		});
		return { ok: true, value: found.sort((a, b) => a.from - b.from) };
	} catch {
		return nothing("An event of this calendar file cannot be read.");
	} finally {
		ICAL.TimezoneService.reset();
	}
}
