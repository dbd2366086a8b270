"use server";

import { randomBytes } from "node:crypto";
import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { Booking, bookingLabels, changeOne } from "@/core/calendar/booking";
import type { Busy } from "@/core/calendar/clashes";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { day, dayAfter, ident, label, whole } from "@/core/text/fields";
import { addFeed, archiveBooking, findBooking, saveBooking, takeBusy, withdrawFeed } from "@/store/bookings";
import { findCoach, saveCoach } from "@/store/coach";
import type { Saved } from "@/store/documents";
import { readApart } from "./readApart";
import { type WeekRow, weekFrom, withRails } from "./readCalendar";
import { store, upToDate } from "./store";

/** What comes in from the calendar: parsed once here, written whole or not at all. */

const At = z.nullable(z.object({ id: ident, rev: whole(0, 2147483647) }));
const DAY_MS = 86_400_000;
const DAYS_AFTER = 6;

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

const Change = z.nullable(
	z.union([z.object({ skipped: z.literal(true) }), z.object({ day, time: Booking.shape.time })]),
);

/** One lesson of a series left out, moved, or put back where it was. */
export async function changeLesson(id: unknown, on: unknown, change: unknown): Promise<Outcome<Saved>> {
	const read = parse(z.object({ id: ident, on: day, change: Change }), { id, on, change }, bookingLabels);
	if (!read.ok) return read;
	const open = await store();
	const row = await findBooking(open, read.value.id);
	if (!row) return refuse("id", "This lesson is no longer in the calendar. Nothing was changed.");
	return done(await saveBooking(open, changeOne(row.booking, read.value.on, read.value.change), row));
}

export async function putBookingAway(id: unknown, archived: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ id: ident, archived: z.boolean() }), { id, archived });
	if (!read.ok) return read;
	await archiveBooking(await store(), read.value.id, read.value.archived);
	return done({ ok: true, value: null });
}

/** An address to subscribe to; it is shown once, and only a hash of it stays here. */
export async function openFeed(name: unknown): Promise<Outcome<string>> {
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
