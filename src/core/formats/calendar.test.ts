/** @jest-environment node */
import ICAL from "ical.js";
import { Booking, changeOne, occurrences } from "@/core/calendar/booking";
import { MOST_EVENTS, readBusy, writeCalendar } from "./calendar";

const weekly = Booking.parse({
	students: ["a"],
	place: "Tannery hall",
	day: "2026-10-06",
	time: "16:30",
	minutes: 45,
	zone: "Europe/Vienna",
	repeats: "every week",
	until: "2026-11-24",
	changes: [],
});
const named = (booking: Booking) =>
	occurrences("b1", booking, "2026-10-01", "2026-12-31").map((one) => ({ ...one, who: "Odile; and, others" }));
const made = new Date("2026-10-01T00:00:00Z");

/** What another library makes of it. */
const readBack = (text: string) =>
	new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((one) => {
		const event = new ICAL.Event(one);
		return {
			at: event.startDate.toJSDate().toISOString(),
			end: event.endDate.toJSDate().toISOString(),
			what: event.summary,
			where: event.location,
			id: event.uid,
		};
	});

test("a weekly series is read back by another library, at its hour on both sides of the night the clock changes", () => {
	const events = readBack(writeCalendar(named(weekly), made));
	expect(events).toHaveLength(8);
	expect(events[0]).toEqual({
		at: "2026-10-06T14:30:00.000Z",
		end: "2026-10-06T15:15:00.000Z",
		what: "Odile; and, others",
		where: "Tannery hall",
		id: "b1-2026-10-06@peg-ladder",
	});
	expect(events.map(({ at }) => at.slice(11, 16))).toEqual([
		...Array.from({ length: 3 }, () => "14:30"),
		...Array.from({ length: 5 }, () => "15:30"),
	]);
});

test("one that is moved keeps its name, one left out is not there", () => {
	const changed = changeOne(changeOne(weekly, "2026-10-13", { day: "2026-10-15", time: "09:00" }), "2026-10-20", {
		skipped: true,
	});
	const events = readBack(writeCalendar(named(changed), made));
	expect(events).toHaveLength(7);
	expect(events.find(({ id }) => id === "b1-2026-10-13@peg-ladder")?.at).toBe("2026-10-15T07:00:00.000Z");
	expect(events.some(({ id }) => id.includes("2026-10-20"))).toBe(false);
});

const file = (...lines: string[]) =>
	["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//x//EN", ...lines, "END:VCALENDAR"].join("\r\n");
const event = (...lines: string[]) => ["BEGIN:VEVENT", "UID:u1", ...lines, "END:VEVENT"];
const [from, to] = [Date.parse("2026-10-01T00:00:00Z"), Date.parse("2026-12-01T00:00:00Z")];
const busy = (...lines: string[]) => {
	const read = readBusy(file(...lines), "Europe/Vienna", from, to);
	if (!read.ok) throw new Error(read.refusals[0]?.sentence);
	return read.value.map((one) => [new Date(one.from).toISOString(), new Date(one.to).toISOString(), one.what]);
};

test("busy times: in UTC, in a named zone, in no zone, all day; free and cancelled ones are not", () => {
	expect(busy(...event("DTSTART:20261005T080000Z", "DTEND:20261005T090000Z", "SUMMARY:Dentist"))).toEqual([
		["2026-10-05T08:00:00.000Z", "2026-10-05T09:00:00.000Z", "Dentist"],
	]);
	expect(busy(...event("DTSTART;TZID=America/New_York:20261005T080000", "DURATION:PT30M"))).toEqual([
		["2026-10-05T12:00:00.000Z", "2026-10-05T12:30:00.000Z", "something"],
	]);
	expect(busy(...event("DTSTART:20261005T080000", "DTEND:20261005T090000", "SUMMARY:Choir"))[0]?.[0]).toBe(
		"2026-10-05T06:00:00.000Z",
	);
	expect(busy(...event("DTSTART;VALUE=DATE:20261005", "DTEND;VALUE=DATE:20261006", "SUMMARY:Fair"))).toEqual([
		["2026-10-04T22:00:00.000Z", "2026-10-05T22:00:00.000Z", "Fair"],
	]);
	expect(busy(...event("DTSTART:20261005T080000Z", "DTEND:20261005T090000Z", "TRANSP:TRANSPARENT"))).toEqual([]);
	expect(busy(...event("DTSTART:20261005T080000Z", "DTEND:20261005T090000Z", "STATUS:CANCELLED"))).toEqual([]);
});

test("what comes back is unrolled over the change of the clock, without what was left out and with what was moved", () => {
	const times = busy(
		...event(
			"DTSTART;TZID=Europe/Vienna:20261012T180000",
			"DTEND;TZID=Europe/Vienna:20261012T190000",
			"RRULE:FREQ=WEEKLY;COUNT=4",
			"EXDATE;TZID=Europe/Vienna:20261019T180000",
		),
		...event(
			"RECURRENCE-ID;TZID=Europe/Vienna:20261026T180000",
			"DTSTART;TZID=Europe/Vienna:20261027T180000",
			"DTEND;TZID=Europe/Vienna:20261027T190000",
		),
	);
	expect(times.map(([begins]) => begins)).toEqual([
		"2026-10-12T16:00:00.000Z",
		"2026-10-27T17:00:00.000Z",
		"2026-11-02T17:00:00.000Z",
	]);
});

test("no calendar, a damaged one and one of ten thousand events are refused in a sentence, and nothing is taken", () => {
	const said = (text: string) => {
		const read = readBusy(text, "UTC", from, to);
		return read.ok ? "" : read.refusals.map(({ path, sentence }) => `${path}: ${sentence}`).join(" ");
	};
	expect(said("hello")).toMatch(/^file: This is not a calendar file\. .*\.ics\) and import that\.$/);
	expect(said("BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTST")).toMatch(/damaged|cannot be read/);
	const many = Array.from({ length: 10_000 }, () => event("DTSTART:20261005T080000Z")).flat();
	expect(said(file(...many))).toBe(
		`file: The file holds 10,000 events, but at most ${MOST_EVENTS.toLocaleString("en")} are possible. Export fewer months. Nothing was imported.`,
	);
});
