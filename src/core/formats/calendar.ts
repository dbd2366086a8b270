import ICAL from "ical.js";
import ical, { ICalCalendarMethod, ICalEventTransparency } from "ical-generator";
import type { Occurrence } from "@/core/calendar/booking";
import type { Busy } from "@/core/calendar/clashes";
import type { Occasion } from "@/core/calendar/occasion";
import { momentOf } from "@/core/calendar/zoned";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { dayAfter } from "@/core/text/fields";

/** A lesson as other calendars show it. */
export interface CalendarLesson extends Occurrence {
	/** Who it is with. */
	who: string;
}

/**
 * Lessons as an iCalendar file, with shows and terms as whole days that take no time. Each is an event of its own at a moment in UTC: one that was
 * moved or left out needs no rule, and a clock that changes shifts nothing.
 */
export function writeCalendar(
	lessons: readonly CalendarLesson[],
	made: Date,
	dates: readonly { id: string; occasion: Pick<Occasion, "name" | "day" | "until"> }[] = [],
): string {
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
	for (const { id, occasion } of dates)
		calendar.createEvent({
			id: `${id}@peg-ladder`,
			allDay: true,
			start: `${occasion.day}T00:00:00`,
			// Of days the end is the first that is no part of it.
			end: `${dayAfter(occasion.until ?? occasion.day, 1)}T00:00:00`,
			stamp: made,
			summary: occasion.name,
			transparency: ICalEventTransparency.TRANSPARENT,
		});
	return calendar.toString();
}

const DAY_MS = 86_400_000;
/** More are no diary but an archive. */
export const MOST_EVENTS = 2000;
/** Of one event that comes back, within the weeks that are asked for. */
const MOST_TIMES = 800;
/** Times of all events that are gone through to come to those weeks. */
const MOST_STEPS = 100_000;
/** What comes back oftener than a day is no appointment. */
const TOO_OFTEN = /^(HOURLY|MINUTELY|SECONDLY)$/;

/** Why a calendar is not taken; thrown to whoever goes through it. */
class NotTaken extends Error {}
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

/** Whether an event comes back oftener than any appointment does. */
const comesTooOften = (event: ICAL.Component): boolean =>
	event
		.getAllProperties("rrule")
		.some((rule) => TOO_OFTEN.test(String((rule.getFirstValue() as ICAL.Recur | null)?.freq ?? "")));

function* timesOf(
	event: ICAL.Event,
	zone: string,
	{ from, to, steps }: { from: number; to: number; steps: { left: number } },
): Generator<Busy> {
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
	if (comesTooOften(event.component))
		throw new NotTaken(`“${what}” repeats more than once a day. Leave it out of the export.`);
	const lasts = event.duration.toSeconds() * 1000;
	const each = event.iterator();
	for (let found = 0; found < MOST_TIMES; ) {
		const next = each.next();
		if (!next) return;
		steps.left -= 1;
		if (steps.left < 0) throw new NotTaken("Its events repeat too often or began too long ago. Export fewer months.");
		// A day to each side for a zone that is not worked out yet; a moved one is told by its details alone.
		const about = next.toUnixTime() * 1000;
		if (about + lasts < from - DAY_MS && Object.keys(event.exceptions).length === 0) continue;
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
		refuse("file", `${why} Export your calendar as an iCalendar file (it ends in .ics) and import that.`);
	if (!/BEGIN:VCALENDAR/i.test(text)) return nothing("This is not a calendar file.");
	let calendar: ICAL.Component;
	try {
		calendar = new ICAL.Component(ICAL.parse(text));
	} catch {
		return nothing("This calendar file is damaged. Its end cannot be read.");
	}
	const events = calendar.getAllSubcomponents("vevent");
	if (events.length > MOST_EVENTS)
		return refuse(
			"file",
			`The file holds ${events.length.toLocaleString("en")} events, but at most ${MOST_EVENTS.toLocaleString("en")} are possible. Export fewer months. Nothing was imported.`,
		);
	try {
		for (const one of calendar.getAllSubcomponents("vtimezone")) {
			if (one.getAllSubcomponents().some(comesTooOften))
				throw new NotTaken("A time zone in it changes more than once a day.");
			ICAL.TimezoneService.register(one);
		}
		const window = { from, to, steps: { left: MOST_STEPS } };
		const single = events.filter((one) => !one.hasProperty("recurrence-id"));
		const moved = events.filter((one) => one.hasProperty("recurrence-id"));
		const movedBy = new Map<string, ICAL.Component[]>();
		for (const one of moved) {
			const uid = String(one.getFirstPropertyValue("uid"));
			movedBy.set(uid, [...(movedBy.get(uid) ?? []), one]);
		}
		const found = single.filter(isTaken).flatMap((one) => {
			const exceptions = movedBy.get(String(one.getFirstPropertyValue("uid"))) ?? [];
			return [...timesOf(new ICAL.Event(one, { exceptions }), zone, window)];
		});
		return { ok: true, value: found.sort((a, b) => a.from - b.from) };
	} catch (error) {
		if (error instanceof NotTaken) return refuse("file", `${error.message} Nothing was imported.`);
		return nothing("An event of this calendar file cannot be read.");
	} finally {
		ICAL.TimezoneService.reset();
	}
}
