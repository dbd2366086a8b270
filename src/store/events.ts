import { and, asc, eq, gt, inArray, ne, or, sql } from "drizzle-orm";
import { type LogEvent, parseEvent } from "@/core/log/event";
import type { Refusal } from "@/core/words/refuse";
import { ERASED } from "./bulk/tables";
import type { Store, Tx } from "./db";
import * as t from "./schema";

export interface Pushed {
	/** Every event of the device up to this number is kept or set aside here. */
	upTo: number;
	setAside: { dseq: number; reason: string }[];
}

type Row = typeof t.event.$inferSelect;

export const asEvent = ({ arrival: _, ...row }: Row): LogEvent => row as LogEvent;

/**
 * Takes a device's events in, in one transaction. Numbers must follow on: at a gap
 * the rest is left for the device to send again from `upTo + 1`, unless it holds nothing
 * from before the gap any more (`oldest`). An event that is
 * already here is fine; one that cannot be taken is set aside with its reason, and
 * neither fails nor holds up the others. Nothing that reached us is dropped.
 */
export function pushEvents(
	{ write }: Store,
	device: string,
	raw: readonly unknown[],
	oldest?: number,
): Promise<Pushed> {
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
			if (dseq > upTo + 1 && dseq !== oldest) break;
			const parsed = parseEvent(one);
			const reason = parsed.ok
				? parsed.value.device !== device
					? "It is another device's event."
					: whyNot(parsed.value, dseq <= upTo, known, absent)
				: sentencesOf(parsed.refusals);
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

const sentencesOf = (refusals: readonly Refusal[]): string =>
	refusals
		.slice(0, 3)
		.map((one) => one.sentence)
		.join(" ");

/** null: take it; "here": already kept; otherwise the reason for setting it aside. */
function whyNot(event: LogEvent, repeated: boolean, known: ReadonlyMap<string, string>, absent: Absent): string | null {
	const hash = known.get(event.id);
	// An erased event has no seal any more: its student was deleted, and it stays erased.
	if (hash === event.hash || hash === "") return "here";
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

/**
 * Events that arrived after a number, oldest first; of one lesson, or all. Erased ones say
 * nothing and are left out, and so is what the asking device made up to the number it knows,
 * unless it asks from the beginning: then it may have lost them.
 */
export async function eventsAfter(
	{ db }: Store,
	after: number,
	lesson?: string,
	own?: { device: string; known: number },
): Promise<{ events: LogEvent[]; arrival: number }> {
	const rows = await db
		.select()
		.from(t.event)
		.where(
			and(
				gt(t.event.arrival, after),
				ne(t.event.kind, ERASED),
				lesson ? eq(t.event.lesson, lesson) : undefined,
				own && after > 0 ? or(ne(t.event.device, own.device), gt(t.event.dseq, own.known)) : undefined,
			),
		)
		.orderBy(asc(t.event.arrival));
	return { events: rows.map(asEvent), arrival: rows.at(-1)?.arrival ?? after };
}

export async function listQuarantine({ db }: Store): Promise<(typeof t.quarantine.$inferSelect)[]> {
	return db.select().from(t.quarantine).orderBy(asc(t.quarantine.n));
}

/** Tries once more to take in what was set aside; says why not, if it still cannot be. */
export function retryAside({ write }: Store, n: number): Promise<string | null> {
	return write(async (tx) => {
		const [row] = await tx.select().from(t.quarantine).where(eq(t.quarantine.n, n));
		if (!row) return null;
		const raw: unknown = JSON.parse(row.raw);
		const parsed = parseEvent(raw);
		const [taken] = await tx
			.select({ id: t.event.id })
			.from(t.event)
			.where(and(eq(t.event.device, row.device), eq(t.event.dseq, row.dseq)));
		const reason = parsed.ok
			? parsed.value.device !== row.device
				? "It is another device's event."
				: whyNot(parsed.value, taken !== undefined, await knownIds(tx, [raw]), await absentOnes(tx, [raw]))
			: sentencesOf(parsed.refusals);
		if (reason !== null && reason !== "here") return reason;
		if (reason === null && parsed.ok) await tx.insert(t.event).values(parsed.value);
		await tx.delete(t.quarantine).where(eq(t.quarantine.n, n));
		return null;
	});
}

/** Lets go of what was set aside, for good. */
export async function dropAside({ write }: Store, n: number): Promise<void> {
	await write((tx) => tx.delete(t.quarantine).where(eq(t.quarantine.n, n)));
}
