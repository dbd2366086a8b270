import { and, eq, gt, gte, inArray, lte, sql } from "drizzle-orm";
import type { LogEvent } from "@/core/log/event";
import { TOP_LAMPORT } from "@/core/log/order";
import { outOfBounds } from "@/core/log/parseEvent";
import type { Refusal } from "@/core/refusals/refusals";
import { ident } from "@/core/text/fields";
import type { Store, Tx } from "./db";
import * as t from "./schema";

/** What is known of events on their way in: what is here already, and why one cannot be taken. */

/** A place in the order may lie this far beyond the ones before: no device makes so many unseen. */
const FARTHEST_LAMPORT = 2 ** 30;
/** What is left of something that was set aside and let go of: its number is used up, and sending it again brings nothing back. */
export const LET_GO = "let go";

export const sentencesOf = (refusals: readonly Refusal[]): string =>
	refusals
		.slice(0, 3)
		.map((one) => one.sentence)
		.join(" ");

export interface KnownBefore {
	device: string;
	/** The number it goes by: its own, if that can be. */
	dseq: number;
	known: ReadonlyMap<string, string>;
	absent: Absent;
	/** By number of this device: the id of the event that has it, or that it was let go of. */
	taken: ReadonlyMap<number, string>;
	/** The highest place in the order of all that is here. */
	top: number;
}

/** null: take it; "here": already kept, or let go of; otherwise the reason for setting it aside. */
export function whyNot(event: LogEvent, { device, dseq, known, absent, taken, top }: KnownBefore): string | null {
	const hash = known.get(event.id);
	// An erased event has no hash any more: its student was deleted, and it stays erased.
	if (hash === event.hash || hash === "") return "here";
	if (event.device !== device) return "It is another device's event.";
	if (hash !== undefined) return "Another event with the same id and different content is already here.";
	if (taken.get(dseq) === LET_GO) return "here";
	if (event.dseq !== dseq) return `Its number is ${event.dseq}, far beyond the ones before it.`;
	if (taken.has(dseq)) return "Another event with the same number of this device is already here.";
	const [wrong] = outOfBounds(event);
	if (wrong) return wrong.sentence;
	if (event.lamport > Math.min(TOP_LAMPORT, top + FARTHEST_LAMPORT))
		return `Its place in the order is ${event.lamport}, far beyond anything that has happened here.`;
	if (event.student && absent.students.has(event.student)) return "Its student is missing or was deleted.";
	if (event.ladder && absent.ladders.has(event.ladder)) return "Its ladder is missing.";
	return null;
}

const field = (raw: unknown, name: string): unknown =>
	typeof raw === "object" && raw !== null ? (raw as Record<string, unknown>)[name] : undefined;
export const idOf = (raw: unknown): string | null => {
	const id = ident.safeParse(field(raw, "id"));
	return id.success ? id.data : null;
};
export const numberOf = (raw: unknown): number | null => {
	const dseq = field(raw, "dseq");
	return typeof dseq === "number" && Number.isInteger(dseq) && dseq > 0 && dseq <= TOP_NUMBER ? dseq : null;
};

/** A number beyond this was never given by counting: nobody goes on from it. */
const TOP_NUMBER = 2_000_000_000;

export async function lastKnown(tx: Tx, device: string): Promise<number> {
	const top = (table: typeof t.event | typeof t.quarantine) =>
		tx
			.select({ top: sql<number>`coalesce(max(${table.dseq}), 0)` })
			.from(table)
			.where(and(eq(table.device, device), lte(table.dseq, TOP_NUMBER)));
	const [[kept], [aside]] = await Promise.all([top(t.event), top(t.quarantine)]);
	return Math.max(kept?.top ?? 0, aside?.top ?? 0);
}

/** Who has which of these numbers of a device. */
export async function takenNumbers(tx: Tx, device: string, numbers: readonly number[]): Promise<Map<number, string>> {
	const taken = new Map<number, string>();
	if (numbers.length === 0) return taken;
	const [low, high] = [Math.min(...numbers), Math.max(...numbers)];
	const within = (table: typeof t.event | typeof t.quarantine) =>
		and(eq(table.device, device), gte(table.dseq, low), lte(table.dseq, high));
	for (const { dseq } of await tx
		.select({ dseq: t.quarantine.dseq })
		.from(t.quarantine)
		.where(and(within(t.quarantine), eq(t.quarantine.raw, ""))))
		taken.set(dseq, LET_GO);
	for (const { dseq, id } of await tx
		.select({ dseq: t.event.dseq, id: t.event.id })
		.from(t.event)
		.where(within(t.event)))
		taken.set(dseq, id);
	return taken;
}

/**
 * The highest place in the order of each store's log, asked once: reading through a long
 * log for every touch would be slow. What another process takes in meanwhile is far less
 * than the room that is left above it.
 */
const tops = new WeakMap<Store, { lamport: number }>();

export async function topLamport(store: Store, tx: Tx): Promise<{ lamport: number }> {
	const known = tops.get(store);
	if (known) return known;
	const [row] = await tx
		.select({ top: sql<number>`coalesce(max(${t.event.lamport}), 0)` })
		.from(t.event)
		.where(lte(t.event.lamport, TOP_LAMPORT));
	const top = { lamport: row?.top ?? 0 };
	tops.set(store, top);
	return top;
}

/** The highest place in the order of everything that is here: whoever writes next comes after it. */
export async function highestPlace(store: Store): Promise<number> {
	const known = tops.get(store);
	if (!known) return (await store.write((tx) => topLamport(store, tx))).lamport;
	return Math.max(known.lamport, await lastLamport(store.db));
}

export async function knownIds(tx: Tx, raw: readonly unknown[]): Promise<Map<string, string>> {
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

export interface Absent {
	students: Set<string>;
	ladders: Set<string>;
}

/** Students and ladders that the events speak of and that are not here (any more). */
export async function absentOnes(tx: Tx, raw: readonly unknown[]): Promise<Absent> {
	const named = (name: string) =>
		[...new Set(raw.map((one) => field(one, name)))].filter((id): id is string => ident.safeParse(id).success);
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

/** The highest place in the order of what arrived last: what another process took in is known by it. */
export async function lastLamport(tx: Pick<Tx, "select">): Promise<number> {
	const [row] = await tx
		.select({ top: sql<number>`coalesce(max(${t.event.lamport}), 0)` })
		.from(t.event)
		.where(gt(t.event.arrival, sql`(select max(${t.event.arrival}) from ${t.event}) - 1000`));
	return row?.top ?? 0;
}
