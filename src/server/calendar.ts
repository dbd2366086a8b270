"use server";

import { randomBytes } from "node:crypto";
import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { agreedLessons, agreedStudent, asBooking } from "@/core/calendar/agreed";
import { Booking, bookingLabels, changeFrom, changeOne, LessonChange } from "@/core/calendar/booking";
import { type Busy, clashes } from "@/core/calendar/clashes";
import { Occasion, occasionLabels } from "@/core/calendar/occasion";
import { Coach, coachLabels, USUAL_TRAVEL } from "@/core/coach/coach";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { clockTime, day, dayAfter, daysBetween, ident, label, whole } from "@/core/text/fields";
import {
	addFeed,
	archiveBooking,
	busyBetween,
	findBooking,
	listBookings,
	restoreBooking,
	saveBooking,
	splitBooking,
	takeBusy,
	withdrawFeed,
} from "@/store/bookings";
import { agreedBetween, lessonsBetween } from "@/store/calendar";
import { findCoach, saveCoach } from "@/store/coach";
import type { Store } from "@/store/db";
import type { Saved } from "@/store/documents";
import { archiveOccasion, saveOccasion } from "@/store/occasions";
import { catchUpIfRoom } from "@/store/projection";
import { readApart } from "./readApart";
import { type CalendarSpan, spanOf, type WeekRow, weekFrom, withRails } from "./readCalendar";
import { refusedInLook, store, upToDate } from "./store";

/** What comes in from the calendar: parsed once here, written whole or not at all. */

const At = z.nullable(z.object({ id: ident, rev: whole(0, 2147483647) }));
const DAY_MS = 86_400_000;
const DAYS_AFTER = 6;
/** No view shows more. */
const MOST_DAYS = 400;

function done<T>(outcome: Outcome<T>): Outcome<T> {
	if (outcome.ok) revalidatePath("/", "layout");
	return outcome;
}

export async function keepBooking(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	const place = parse(At, at);
	if (!place.ok) return place;
	const read = parse(Booking, body, bookingLabels);
	if (!read.ok) return read;
	return done(await saveBooking(await store(), read.value, place.value));
}

/** What has to be written to undo a change of the calendar. */
export interface CalendarUndo {
	/** The booking as it stood, and where it stands now. */
	before: Booking;
	at: Saved;
	/** A series that the change began. */
	made: string | null;
}

const GONE = "This lesson is no longer in the calendar. Nothing was changed.";

/** One lesson of a series left out, moved or otherwise changed, or put back where it was. */
export async function changeLesson(id: unknown, on: unknown, change: unknown): Promise<Outcome<CalendarUndo>> {
	const read = parse(
		z.object({ id: ident, on: day, change: z.nullable(LessonChange) }),
		{ id, on, change },
		bookingLabels,
	);
	if (!read.ok) return read;
	const open = await store();
	const agreed = agreedStudent(read.value.id);
	if (agreed !== null) return done(await bookAgreed(open, agreed, read.value.on, read.value.change));
	const row = await findBooking(open, read.value.id);
	if (!row) return refuse("id", GONE);
	const saved = await saveBooking(open, changeOne(row.booking, read.value.on, read.value.change), row);
	return done(saved.ok ? { ok: true, value: { before: row.booking, at: saved.value, made: null } } : saved);
}

/** A lesson agreed at a wrap-up becomes a booking of its own with its first change. */
async function bookAgreed(
	open: Store,
	student: string,
	on: string,
	change: LessonChange | null,
): Promise<Outcome<CalendarUndo>> {
	await catchUpIfRoom(open);
	const agreed = (await agreedBetween(open, on, on)).find((one) => one.student === student);
	if (!agreed) return refuse("id", GONE);
	const bookings = (await listBookings(open)).map(({ booking }) => booking);
	const before = asBooking(agreed, bookings);
	const saved = await saveBooking(open, changeOne(before, on, change), null);
	return saved.ok ? { ok: true, value: { before, at: saved.value, made: saved.value.id } } : saved;
}

/** A series changed from one of its lessons on: the old one ends before it, and another begins. */
export async function changeFromHere(id: unknown, on: unknown, change: unknown): Promise<Outcome<CalendarUndo>> {
	const read = parse(z.object({ id: ident, on: day, change: LessonChange }), { id, on, change }, bookingLabels);
	if (!read.ok) return read;
	const open = await store();
	const row = await findBooking(open, read.value.id);
	if (!row) return refuse("id", GONE);
	const { ended, next } = changeFrom(row.booking, read.value.on, read.value.change);
	const before = row.booking;
	if (!ended) {
		const saved = await saveBooking(open, next, row);
		return done(saved.ok ? { ok: true, value: { before, at: saved.value, made: null } } : saved);
	}
	const split = await splitBooking(open, ended, next, row);
	if (!split.ok) return split;
	return done({ ok: true, value: { before, at: split.value.saved, made: split.value.made.id } });
}

/** Puts a booking back as it stood before a change, and leaves out what the change began. */
export async function undoCalendar(undo: unknown): Promise<Outcome<Saved>> {
	const read = parse(
		z.object({ before: Booking, at: z.object({ id: ident, rev: whole(0, 2147483647) }), made: z.nullable(ident) }),
		undo,
		bookingLabels,
	);
	if (!read.ok) return read;
	const open = await store();
	return done(await restoreBooking(open, read.value.before, read.value.at, read.value.made));
}

/** The lessons and busy times of a stretch that the grid is turned to. */
export async function calendarSpan(from: unknown, to: unknown): Promise<Outcome<CalendarSpan>> {
	const read = parse(z.object({ from: day, to: day }), { from, to }, { from: "first day", to: "last day" });
	if (!read.ok) return read;
	if (daysBetween(read.value.from, read.value.to) > MOST_DAYS)
		return refuse("to", `Last day: at most ${MOST_DAYS} days on.`);
	return { ok: true, value: await spanOf(await upToDate(), read.value.from, read.value.to) };
}

/** The hours in which lessons may be; null is as the lessons are. */
export async function keepTeaching(hours: unknown): Promise<Outcome<null>> {
	const read = parse(
		z.object({ teaching: z.nullable(z.object({ from: clockTime, to: clockTime })) }),
		{ teaching: hours },
		{ teaching: "teaching hours", from: "from", to: "to" },
	);
	if (!read.ok) return read;
	const open = await store();
	const { at, coach } = await findCoach(open);
	const { teaching, ...rest } = coach;
	if (read.value.teaching === null && !teaching) return { ok: true, value: null };
	const next = parse(Coach, read.value.teaching ? { ...rest, teaching: read.value.teaching } : rest, coachLabels);
	if (!next.ok) return next;
	const saved = await saveCoach(open, next.value, at);
	return done(saved.ok ? { ok: true, value: null } : saved);
}

export async function putBookingAway(id: unknown, archived: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident, archived: z.boolean() }), { id, archived });
	if (!read.ok) return read;
	await archiveBooking(await store(), read.value.id, read.value.archived);
	return done({ ok: true, value: null });
}

/** Adds a show, a term or another date, or saves one against the revision it was opened at. */
export async function keepOccasion(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	const place = parse(z.nullable(z.object({ id: ident, rev: whole(0, 2147483647) })), at);
	if (!place.ok) return place;
	const read = parse(Occasion, body, occasionLabels);
	if (!read.ok) return read;
	return done(await saveOccasion(await store(), read.value, place.value));
}

/** Deletes such a date, or takes its deletion back. */
export async function putOccasionAway(id: unknown, archived: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident, archived: z.boolean() }), { id, archived });
	if (!read.ok) return read;
	await archiveOccasion(await store(), read.value.id, read.value.archived);
	return done({ ok: true, value: null });
}

/** An address to subscribe to; it is shown once, and only a hash of it stays here. */
export async function openFeed(name: unknown): Promise<Outcome<string>> {
	const madeUp = await refusedInLook();
	if (madeUp) return madeUp;
	const read = parse(z.object({ name: label(60) }), { name }, { name: "name" });
	if (!read.ok) return read;
	const token = randomBytes(32).toString("base64url");
	await addFeed(await store(), read.value.name, token);
	return done({ ok: true, value: `/api/calendar/${token}` });
}

export async function closeFeed(id: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident }), { id });
	if (!read.ok) return read;
	await withdrawFeed(await store(), read.value.id);
	return done({ ok: true, value: null });
}

/** No diary of half a year is larger; a larger one is some other file. */
const MOST_CHARS = 4_000_000;
const AHEAD_DAYS = 200;

/** Busy times of somebody else's calendar file, in place of what that file said before. */
export async function bringBusy(name: unknown, text: unknown, zone: unknown): Promise<Outcome<number>> {
	const read = parse(
		z.object({ name: label(120), text: z.string(), zone: Booking.shape.zone }),
		{ name, text, zone },
		{ name: "file", text: "file", zone: "time zone" },
	);
	if (!read.ok) return read;
	if (read.value.text.length > MOST_CHARS)
		return refuse("file", "The file is larger than 4 MB. Export fewer months. Nothing was imported.");
	const now = Date.now();
	const times = await readApart<Busy[]>("calendar", read.value.text, [
		read.value.zone,
		String(now - DAY_MS),
		String(now + AHEAD_DAYS * DAY_MS),
	]);
	if (!times.ok) return times;
	await takeBusy(await store(), read.value.name, times.value);
	return done({ ok: true, value: times.value.length });
}

export async function dropBusy(source: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ source: label(120) }), { source });
	if (!read.ok) return read;
	await takeBusy(await store(), read.value.source, []);
	return done({ ok: true, value: null });
}

export async function keepTravel(minutes: unknown): Promise<Outcome<Saved>> {
	const read = parse(
		z.object({ travel: whole(0, 240) }),
		{ travel: minutes },
		{ travel: "minutes between two places" },
	);
	if (!read.ok) return read;
	const open = await store();
	const { at, coach } = await findCoach(open);
	return done(await saveCoach(open, { ...coach, travel: read.value.travel }, at));
}

/** The lessons of the six days after one, with their rails: what Today shows when it is asked for. */
export async function weekAfter(from: unknown): Promise<Outcome<WeekRow[]>> {
	const read = parse(z.object({ day }), { day: from }, { day: "day" });
	if (!read.ok) return read;
	const open = await upToDate();
	return { ok: true, value: await withRails(open, await weekFrom(open, dayAfter(read.value.day, 1), DAYS_AFTER)) };
}

/** Where a lesson agreed for a day would stand in the calendar, and what is in its way: for the wrap-up. */
export interface NextLesson {
	time: string;
	place: string;
	clash: string | null;
}

/**
 * @param time empty for the student's usual hour
 * @param zone of the clock that day and hour are of
 */
export async function nextLessonOn(
	student: unknown,
	on: unknown,
	time: unknown,
	zone: unknown,
): Promise<Outcome<NextLesson>> {
	const read = parse(
		z.object({ student: ident, day, time: z.nullable(clockTime), zone: Booking.shape.zone }),
		{ student, day: on, time: time === "" ? null : time, zone },
		{ student: "student", day: "day", time: "start", zone: "time zone" },
	);
	if (!read.ok) return read;
	const open = await upToDate();
	const asked = read.value;
	const [held, busy, bookings, { coach }] = await Promise.all([
		lessonsBetween(open, asked.day, asked.day),
		busyBetween(open, Date.parse(asked.day) - DAY_MS, Date.parse(asked.day) + 2 * DAY_MS),
		listBookings(open),
		findCoach(open),
	]);
	const others = held.filter(({ booking }) => agreedStudent(booking) !== asked.student);
	const [added] = agreedLessons(
		[asked],
		others,
		bookings.map(({ booking }) => booking),
	);
	// What the series has on that day is the one.
	const lesson = added ?? others.find(({ students }) => students.includes(asked.student));
	if (!lesson) return refuse("day", "Day: choose one with room for a lesson.");
	const all = added ? [...others, added] : others;
	const clash = clashes(all, busy, coach.travel ?? USUAL_TRAVEL).get(lesson) ?? null;
	return { ok: true, value: { time: lesson.time, place: lesson.place, clash } };
}
