import { and, asc, eq, gt, inArray, sql } from "drizzle-orm";
import { type LogEvent, parseEvent } from "@/core/log/event";
import type { Store, Tx } from "./db";
import * as t from "./schema";

export interface Pushed {
	/** Every event of the device up to this number is kept or set aside here. */
	upTo: number;
	setAside: { dseq: number; reason: string }[];
}

type Row = typeof t.event.$inferSelect;

const asEvent = ({ arrival: _, ...row }: Row): LogEvent => row as LogEvent;

/**
 * Takes a device's events in, in one transaction. Numbers must follow on: at a gap
 * the rest is left for the device to send again from `upTo + 1`. An event that is
 * already here is fine; one that cannot be taken is set aside with its reason, and
 * neither fails nor holds up the others. Nothing that reached us is dropped.
 */
export function pushEvents({ write }: Store, device: string, raw: readonly unknown[]): Promise<Pushed> {
	return write(async (tx) => {
		let upTo = await lastKnown(tx, device);
		const known = await knownIds(tx, raw);
		const absent = await absentOnes(tx, raw);
		const rows: (typeof t.event.$inferInsert)[] = [];
		const setAside: (Pushed["setAside"][number] & { raw: unknown })[] = [];
		let before = upTo;
		for (const one of raw) {
			// What cannot even be numbered has the number its place in the batch gives it.
			const dseq = numberOf(one) ?? before + 1;
			before = dseq;
			if (dseq > upTo + 1) break;
			const parsed = parseEvent(one);
			const reason = parsed.ok
				? parsed.value.device !== device
					? "It is another device's event."
					: whyNot(parsed.value, dseq <= upTo, known, absent)
				: parsed.refusals
						.slice(0, 3)
						.map((r) => r.sentence)
						.join(" ");
			upTo = Math.max(upTo, dseq);
			if (reason === "here") continue;
			if (reason || !parsed.ok) setAside.push({ dseq, reason: reason ?? "", raw: one });
			else {
				rows.push(parsed.value);
				known.set(parsed.value.id, parsed.value.hash);
			}
		}
		for (let i = 0; i < rows.length; i += 200) await tx.insert(t.event).values(rows.slice(i, i + 200));
		for (const { dseq, reason, raw: one } of setAside)
			await tx
				.insert(t.quarantine)
				.values({ eventId: idOf(one), device, dseq, reason, raw: JSON.stringify(one) })
				.onConflictDoNothing();
		return { upTo, setAside: setAside.map(({ dseq, reason }) => ({ dseq, reason })) };
	});
}

/** null: take it; "here": already kept; otherwise the reason for setting it aside. */
function whyNot(event: LogEvent, repeated: boolean, known: ReadonlyMap<string, string>, absent: Absent): string | null {
	const hash = known.get(event.id);
	if (hash === event.hash) return "here";
	if (hash !== undefined) return "Another event with the same id and other words is already here.";
	if (repeated) return "Another event with the same number of this device is already here.";
	if (event.student && absent.students.has(event.student)) return "Its student is not here, or was deleted.";
	if (event.ladder && absent.ladders.has(event.ladder)) return "Its ladder is not here.";
	return null;
}

const field = (raw: unknown, name: string): unknown =>
	typeof raw === "object" && raw !== null ? (raw as Record<string, unknown>)[name] : undefined;
const idOf = (raw: unknown): string | null => {
	const id = field(raw, "id");
	return typeof id === "string" ? id.slice(0, 64) : null;
};
const numberOf = (raw: unknown): number | null => {
	const dseq = field(raw, "dseq");
	return typeof dseq === "number" && Number.isInteger(dseq) && dseq > 0 ? dseq : null;
};

async function lastKnown(tx: Tx, device: string): Promise<number> {
	const top = (table: typeof t.event | typeof t.quarantine) =>
		tx
			.select({ top: sql<number>`coalesce(max(${table.dseq}), 0)` })
			.from(table)
			.where(eq(table.device, device));
	const [[kept], [aside]] = [await top(t.event), await top(t.quarantine)];
	return Math.max(kept?.top ?? 0, aside?.top ?? 0);
}

async function knownIds(tx: Tx, raw: readonly unknown[]): Promise<Map<string, string>> {
	const ids = raw.flatMap((one) => idOf(one) ?? []);
	const found = new Map<string, string>();
	for (let i = 0; i < ids.length; i += 500)
		for (const row of await tx
			.select({ id: t.event.id, hash: t.event.hash })
			.from(t.event)
			.where(inArray(t.event.id, ids.slice(i, i + 500))))
			found.set(row.id, row.hash);
	return found;
}

interface Absent {
	students: Set<string>;
	ladders: Set<string>;
}

/** Students and ladders that the events speak of and that are not here (any more). */
async function absentOnes(tx: Tx, raw: readonly unknown[]): Promise<Absent> {
	const named = (name: string) =>
		[...new Set(raw.map((one) => field(one, name)))].filter((id): id is string => typeof id === "string");
	const students = new Set(named("student"));
	const ladders = new Set(named("ladder"));
	if (students.size > 0)
		for (const row of await tx
			.select({ id: t.student.id })
			.from(t.student)
			.where(and(inArray(t.student.id, [...students]), sql`${t.student.deletedAt} is null`)))
			students.delete(row.id);
	if (ladders.size > 0)
		for (const row of await tx
			.select({ id: t.ladder.id })
			.from(t.ladder)
			.where(inArray(t.ladder.id, [...ladders])))
			ladders.delete(row.id);
	return { students, ladders };
}

/** Events that arrived after a number, oldest first; of one lesson, or all. */
export async function eventsAfter(
	{ db }: Store,
	after: number,
	lesson?: string,
): Promise<{ events: LogEvent[]; arrival: number }> {
	const rows = await db
		.select()
		.from(t.event)
		.where(and(gt(t.event.arrival, after), lesson ? eq(t.event.lesson, lesson) : undefined))
		.orderBy(asc(t.event.arrival));
	return { events: rows.map(asEvent), arrival: rows.at(-1)?.arrival ?? after };
}

export async function listQuarantine({ db }: Store): Promise<(typeof t.quarantine.$inferSelect)[]> {
	return db.select().from(t.quarantine).orderBy(asc(t.quarantine.n));
}
