import { createHash } from "node:crypto";
import { and, eq, gt, isNull, lt, sql } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { Booking } from "@/core/calendar/booking";
import type { Busy } from "@/core/calendar/clashes";
import type { Outcome } from "@/core/refusals/refusals";
import type { Store, Tx } from "./db";
import { addOrRevise, type Saved, stamp } from "./documents";
import * as t from "./schema";

export interface BookingRow extends Saved {
	booking: Booking;
}

const read = (row: typeof t.booking.$inferSelect): BookingRow => ({
	id: row.id,
	rev: row.rev,
	booking: Booking.parse(row.body),
});

export async function listBookings({ db }: Store): Promise<BookingRow[]> {
	return (await db.select().from(t.booking).where(isNull(t.booking.archivedAt))).map(read);
}

export async function findBooking({ db }: Store, id: string): Promise<BookingRow | null> {
	const [row] = await db.select().from(t.booking).where(eq(t.booking.id, id));
	return row ? read(row) : null;
}

const put = (tx: Tx, body: Booking, at: Saved | null): Promise<Outcome<Saved>> => {
	const id = uuid();
	return addOrRevise(id, at, body, {
		what: "This lesson",
		add: () => tx.insert(t.booking).values({ id, name: "", body }),
		stands: (one) =>
			tx.select({ rev: t.booking.rev, body: t.booking.body }).from(t.booking).where(eq(t.booking.id, one)),
		revise: (one, changed) =>
			tx
				.update(t.booking)
				.set({ body, ...changed })
				.where(eq(t.booking.id, one)),
	});
};

/** Adds a booking, or saves one against the revision it was opened at. */
export const saveBooking = ({ write }: Store, body: Booking, at: Saved | null): Promise<Outcome<Saved>> =>
	write((tx) => put(tx, body, at));

/** Ends a series and begins the one that follows it: both, or neither. */
export const splitBooking = (
	{ write }: Store,
	ended: Booking,
	next: Booking,
	at: Saved,
): Promise<Outcome<{ saved: Saved; made: Saved }>> =>
	write(async (tx) => {
		const saved = await put(tx, ended, at);
		if (!saved.ok) return saved;
		const made = await put(tx, next, null);
		return made.ok ? { ok: true, value: { saved: saved.value, made: made.value } } : made;
	});

/** Puts a booking back as it stood, and archives what a change of it had begun. */
export const restoreBooking = (
	{ write }: Store,
	before: Booking,
	at: Saved,
	made: string | null,
): Promise<Outcome<Saved>> =>
	write(async (tx) => {
		const saved = await put(tx, before, at);
		if (saved.ok && made) await tx.update(t.booking).set({ archivedAt: stamp() }).where(eq(t.booking.id, made));
		return saved;
	});

export async function archiveBooking({ write }: Store, id: string, archived: boolean): Promise<void> {
	await write((tx) =>
		tx
			.update(t.booking)
			.set({ archivedAt: archived ? stamp() : null })
			.where(eq(t.booking.id, id)),
	);
}

/** A date on which only that student would have come is not held. */
const without = (changes: Booking["changes"], student: string): Booking["changes"] =>
	changes.map((one) => {
		if (!one.students?.includes(student)) return one;
		const { students, ...rest } = one;
		const left = students.filter((id) => id !== student);
		return left.length > 0 ? { ...rest, students: left } : { ...rest, skipped: true };
	});

/** A student leaves the calendar: a lesson that was theirs alone goes with them. */
export async function leaveBookings(tx: Tx, student: string): Promise<void> {
	const rows = await tx
		.select()
		.from(t.booking)
		.where(sql`exists (select 1 from json_each(${t.booking.body}, '$.students') where value = ${student})`);
	for (const row of rows) {
		const { booking } = read(row);
		const students = booking.students.filter((id) => id !== student);
		if (students.length === 0) await tx.delete(t.booking).where(eq(t.booking.id, row.id));
		else
			await tx
				.update(t.booking)
				.set({ body: { ...booking, students, changes: without(booking.changes, student) }, rev: row.rev + 1 })
				.where(eq(t.booking.id, row.id));
	}
}

const hashOfToken = (token: string) => createHash("sha256").update(token).digest("hex");

export interface Feed {
	id: string;
	name: string;
	createdAt: string;
}

export async function listFeeds({ db }: Store): Promise<Feed[]> {
	return db.select({ id: t.feed.id, name: t.feed.name, createdAt: t.feed.createdAt }).from(t.feed);
}

/** Opens the calendar to whoever has the token; the token itself is not kept. */
export async function addFeed({ write }: Store, name: string, token: string): Promise<void> {
	await write((tx) => tx.insert(t.feed).values({ id: uuid(), name, hash: hashOfToken(token) }));
}

export async function withdrawFeed({ write }: Store, id: string): Promise<void> {
	await write((tx) => tx.delete(t.feed).where(eq(t.feed.id, id)));
}

export async function isFeed({ db }: Store, token: string): Promise<boolean> {
	const [row] = await db
		.select({ id: t.feed.id })
		.from(t.feed)
		.where(eq(t.feed.hash, hashOfToken(token)));
	return row !== undefined;
}

/** What a file says is taken, in place of what that file said before. */
export async function takeBusy({ write }: Store, source: string, times: readonly Busy[]): Promise<void> {
	await write(async (tx) => {
		await tx.delete(t.busy).where(eq(t.busy.source, source));
		for (let i = 0; i < times.length; i += 200)
			await tx
				.insert(t.busy)
				.values(times.slice(i, i + 200).map(({ from, to, what }) => ({ source, begins: from, ends: to, what })));
	});
}

export async function busyBetween({ db }: Store, from: number, to: number): Promise<Busy[]> {
	const rows = await db
		.select({ from: t.busy.begins, to: t.busy.ends, what: t.busy.what })
		.from(t.busy)
		.where(and(lt(t.busy.begins, to), gt(t.busy.ends, from)));
	return rows;
}

/** Files that say when somebody is busy, with how many times each holds. */
export async function busySources({ db }: Store): Promise<{ source: string; times: number }[]> {
	return db.select({ source: t.busy.source, times: sql<number>`count(*)` }).from(t.busy).groupBy(t.busy.source);
}
