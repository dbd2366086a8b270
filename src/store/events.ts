import { and, asc, eq, gt, gte, inArray, lte, ne, or, type SQL, sql } from "drizzle-orm";
import type { LogEvent } from "@/core/log/event";
import { TOP_LAMPORT } from "@/core/log/order";
import { parseAnyEvent } from "@/core/log/parseAnyEvent";
import { outOfBounds } from "@/core/log/parseEvent";
import type { Refusal } from "@/core/refusals/refusals";
import { cutText, ident } from "@/core/text/fields";
import { writeJson } from "@/core/text/json";
import { ERASED } from "./bulk/tables";
import type { Store, Tx } from "./db";
import * as t from "./schema";

export interface Pushed {
	/** Every event of the device up to this number is kept or set aside here, or is known to be lost. */
	upTo: number;
	setAside: { dseq: number; reason: string }[];
}

type EventRow = typeof t.event.$inferSelect;

export const asEvent = ({ arrival: _, ...row }: EventRow): LogEvent => row as LogEvent;

/** What a device says of a batch beside the events in it. */
export interface DeviceHoldings {
	/** The batch holds all that the device still has above this number: what is missing in it cannot come any more. */
	after?: number | undefined;
	/** The lowest number the device still holds: the same, as devices told it before. */
	oldest?: number | undefined;
}

/** A number, or a place in the order, may lie this far beyond the ones before: no device makes so many unseen. */
const FARTHEST_NUMBER = 2 ** 20;
const FARTHEST_LAMPORT = 2 ** 30;
/** As long as a workbook's row may say it. */
const RAW_CHARS = 1_000_000;
const REASON_CHARS = 2000;
/** What is left of something that was set aside and let go of: its number is used up, and sending it again brings nothing back. */
const LET_GO = "let go";

/**
 * Takes a device's events in, in one transaction. Numbers must follow on: at a gap
 * the rest is left for the device to send again from `upTo + 1`, unless it says that it
 * holds no more (`after`): such a hole is told under Records and stepped over. An event that is
 * already here is fine; one that cannot be taken is set aside with its reason, and
 * neither fails nor holds up the others. Nothing that reached us is dropped.
 */
export function pushEvents(
	store: Store,
	device: string,
	raw: readonly unknown[],
	held: DeviceHoldings = {},
): Promise<Pushed> {
	return store.write(async (tx) => {
		const batch = await openBatch(store, tx, device, raw, held);
		for (const [i, one] of raw.entries()) {
			const dseq = batch.numbers[i] as number;
			if (dseq > batch.upTo + 1 && !stepOver(batch, dseq, held)) break;
			batch.upTo = Math.max(batch.upTo, dseq);
			takeOne(batch, dseq, one);
		}
		for (let i = 0; i < batch.rows.length; i += 200) await tx.insert(t.event).values(batch.rows.slice(i, i + 200));
		for (const one of batch.setAside) await putAside(tx, device, one);
		return { upTo: batch.upTo, setAside: batch.setAside.map(({ dseq, reason }) => ({ dseq, reason })) };
	});
}

/** A device's events on their way in, and what is known of those that are here. */
interface Batch extends Omit<KnownBefore, "dseq" | "known" | "taken"> {
	/** The highest number taken in, or stepped over. */
	upTo: number;
	/** The number each goes by. */
	numbers: number[];
	known: Map<string, string>;
	taken: Map<number, string>;
	rows: LogEvent[];
	setAside: { dseq: number; reason: string; raw: unknown }[];
}

async function openBatch(
	store: Store,
	tx: Tx,
	device: string,
	raw: readonly unknown[],
	held: DeviceHoldings,
): Promise<Batch> {
	// Asked together: to a server they are one question, not six one after the other.
	const [upTo, known, absent, { lamport: top }] = await Promise.all([
		lastKnown(tx, device),
		knownIds(tx, raw),
		absentOnes(tx, raw),
		topLamport(store, tx),
	]);
	const numbers = numbersOf(raw, upTo, held);
	const taken = await takenNumbers(tx, device, numbers);
	return { device, upTo, numbers, known, absent, taken, top, rows: [], setAside: [] };
}

/** Before a gap: whether it can be stepped over, since what is missing will never come. */
function stepOver({ upTo, setAside }: Batch, dseq: number, { after, oldest }: DeviceHoldings): boolean {
	const canCome = (after === undefined || after > upTo) && dseq !== oldest;
	if (canCome) return false;
	if (after !== undefined) setAside.push({ dseq: upTo + 1, reason: lost(upTo + 1, dseq - 1), raw: null });
	return true;
}

function takeOne(batch: Batch, dseq: number, raw: unknown): void {
	const parsed = parseAnyEvent(raw);
	const reason = parsed.ok ? whyNot(parsed.value, { ...batch, dseq }) : sentencesOf(parsed.refusals);
	if (reason === "here") return;
	if (reason || !parsed.ok) {
		batch.setAside.push({ dseq, reason: reason ?? "", raw });
		return;
	}
	batch.rows.push(parsed.value);
	batch.known.set(parsed.value.id, parsed.value.hash);
	batch.taken.set(dseq, parsed.value.id);
	batch.top = Math.max(batch.top, parsed.value.lamport);
}

async function putAside(
	tx: Tx,
	device: string,
	{ dseq, reason, raw }: { dseq: number; reason: string; raw: unknown },
): Promise<void> {
	const words = writeJson(raw);
	const long = words.length > RAW_CHARS;
	const why = long ? `${reason} It is too long to be kept whole: only its beginning is.` : reason;
	await tx
		.insert(t.quarantine)
		.values({
			eventId: idOf(raw),
			device,
			dseq,
			raw: long ? cutText(words, RAW_CHARS) : words,
			reason: cutText(why, REASON_CHARS),
		})
		.onConflictDoNothing();
}

const lost = (from: number, to: number): string =>
	from === to
		? `Number ${from} never came, and its device does not hold it any more: it is lost.`
		: `Numbers ${from} to ${to} never came, and their device does not hold them any more: they are lost.`;

/**
 * The number of each event of a batch: its own where that can be, else the one its place
 * gives it.
 */
function numbersOf(raw: readonly unknown[], upTo: number, held: DeviceHoldings): number[] {
	let before = Math.max(0, held.after ?? upTo);
	return raw.map((one) => {
		const own = numberOf(one);
		const can = own !== null && (own <= before + FARTHEST_NUMBER || own === held.oldest);
		before = can ? own : before + 1;
		return before;
	});
}

const sentencesOf = (refusals: readonly Refusal[]): string =>
	refusals
		.slice(0, 3)
		.map((one) => one.sentence)
		.join(" ");

interface KnownBefore {
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
function whyNot(event: LogEvent, { device, dseq, known, absent, taken, top }: KnownBefore): string | null {
	if (event.device !== device) return "It is another device's event.";
	const hash = known.get(event.id);
	// An erased event has no hash any more: its student was deleted, and it stays erased.
	if (hash === event.hash || hash === "") return "here";
	if (hash !== undefined) return "Another event with the same id and other words is already here.";
	if (taken.get(dseq) === LET_GO) return "here";
	if (event.dseq !== dseq) return `Its number is ${event.dseq}, far beyond the ones before it.`;
	if (taken.has(dseq)) return "Another event with the same number of this device is already here.";
	const [wrong] = outOfBounds(event);
	if (wrong) return wrong.sentence;
	if (event.lamport > Math.min(TOP_LAMPORT, top + FARTHEST_LAMPORT))
		return `Its place in the order is ${event.lamport}, far beyond anything that has happened here.`;
	if (event.student && absent.students.has(event.student)) return "Its student is not here, or was deleted.";
	if (event.ladder && absent.ladders.has(event.ladder)) return "Its ladder is not here.";
	return null;
}

const field = (raw: unknown, name: string): unknown =>
	typeof raw === "object" && raw !== null ? (raw as Record<string, unknown>)[name] : undefined;
const idOf = (raw: unknown): string | null => {
	const id = ident.safeParse(field(raw, "id"));
	return id.success ? id.data : null;
};
const numberOf = (raw: unknown): number | null => {
	const dseq = field(raw, "dseq");
	return typeof dseq === "number" && Number.isInteger(dseq) && dseq > 0 && dseq <= 2147483647 ? dseq : null;
};

async function lastKnown(tx: Tx, device: string): Promise<number> {
	const top = (table: typeof t.event | typeof t.quarantine) =>
		tx
			.select({ top: sql<number>`coalesce(max(${table.dseq}), 0)` })
			.from(table)
			.where(eq(table.device, device));
	const [[kept], [aside]] = await Promise.all([top(t.event), top(t.quarantine)]);
	return Math.max(kept?.top ?? 0, aside?.top ?? 0);
}

/** Who has which of these numbers of a device. */
async function takenNumbers(tx: Tx, device: string, numbers: readonly number[]): Promise<Map<number, string>> {
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

async function topLamport(store: Store, tx: Tx): Promise<{ lamport: number }> {
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

/** An event that is made here, once its number and its place in the order are known. */
export interface MadeHere {
	id: string;
	make: (place: { act: string; device: string; dseq: number; lamport: number }) => LogEvent;
}

/**
 * Writes events that are made here, in a transaction that is open: each is given its number
 * of the device and its place in the order. An id that is in the record already is not
 * written, and is answered.
 */
export async function appendHere(store: Store, tx: Tx, device: string, events: readonly MadeHere[]): Promise<string[]> {
	const known = await knownIds(tx, events);
	const top = await topLamport(store, tx);
	let dseq = await lastKnown(tx, device);
	let lamport = Math.max(top.lamport, await lastLamport(tx));
	const rows = events
		.filter(({ id }) => !known.has(id))
		.map(({ id, make }) => {
			dseq += 1;
			lamport += 1;
			return make({ act: id, device, dseq, lamport });
		});
	for (let i = 0; i < rows.length; i += 200) await tx.insert(t.event).values(rows.slice(i, i + 200));
	top.lamport = lamport;
	return events.flatMap(({ id }) => (known.has(id) ? [id] : []));
}

/** The highest place in the order of what arrived last: what another process took in is known by it. */
async function lastLamport(tx: Pick<Tx, "select">): Promise<number> {
	const [row] = await tx
		.select({ top: sql<number>`coalesce(max(${t.event.lamport}), 0)` })
		.from(t.event)
		.where(gt(t.event.arrival, sql`(select max(${t.event.arrival}) from ${t.event}) - 1000`));
	return row?.top ?? 0;
}

/** As many events as one answer holds: a lesson of many thousand comes in several. */
export const PAGE_OF_EVENTS = 4000;

/**
 * Events that arrived after a number, oldest first; of one lesson, or all. Erased ones say
 * nothing and are left out, and so is what the asking device made up to the number it knows,
 * unless it asks from the beginning: then it may have lost them.
 *
 * @param most no more than so many; `more` says that there are others after them
 */
export async function eventsAfter(
	{ db }: Store,
	after: number,
	lesson?: string,
	own?: { device: string; known: number },
	most?: number,
): Promise<{ events: LogEvent[]; arrival: number; more: boolean }> {
	const all = db
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
	const rows = await (most === undefined ? all : all.limit(most + 1));
	const more = most !== undefined && rows.length > most;
	const page = more ? rows.slice(0, most) : rows;
	return { events: page.map(asEvent), arrival: page.at(-1)?.arrival ?? after, more };
}

/** What is set aside; what was let go of is not shown. */
export async function listQuarantine({ db }: Store): Promise<(typeof t.quarantine.$inferSelect)[]> {
	return db.select().from(t.quarantine).where(ne(t.quarantine.raw, "")).orderBy(asc(t.quarantine.n));
}

/** Tries once more to take in what was set aside; says why not, if it still cannot be. */
export function retryAside(store: Store, n: number): Promise<string | null> {
	return store.write(async (tx) => {
		const [row] = await tx.select().from(t.quarantine).where(eq(t.quarantine.n, n));
		if (!row || row.raw === "") return null;
		const { device, dseq } = row;
		const raw: unknown = parsedOr(row.raw);
		const parsed = parseAnyEvent(raw);
		const around = async (): Promise<KnownBefore> => ({
			device,
			dseq,
			known: await knownIds(tx, [raw]),
			absent: await absentOnes(tx, [raw]),
			taken: await takenNumbers(tx, device, [dseq]),
			top: (await topLamport(store, tx)).lamport,
		});
		const reason = parsed.ok ? whyNot(parsed.value, await around()) : sentencesOf(parsed.refusals);
		if (reason !== null && reason !== "here") return reason;
		if (reason === null && parsed.ok) await tx.insert(t.event).values(parsed.value);
		await tx.delete(t.quarantine).where(eq(t.quarantine.n, n));
		return null;
	});
}

/** What was cut because it was too long is no JSON any more. */
const parsedOr = (raw: string): unknown => {
	try {
		return JSON.parse(raw);
	} catch {
		return null;
	}
};

/**
 * Lets go of what was set aside, for good. Its number stays used up: the device is not
 * asked for it again, and what it sends once more under it is not taken for something new.
 */
export async function dropAside({ write }: Store, n: number): Promise<void> {
	await write((tx) => forgetAside(tx, eq(t.quarantine.n, n)));
}

/** Words go, numbers stay. */
export async function forgetAside(tx: Tx, which: SQL | undefined): Promise<void> {
	const rows = await tx
		.select({ n: t.quarantine.n, device: t.quarantine.device, dseq: t.quarantine.dseq })
		.from(t.quarantine)
		.where(which);
	for (const { n, device, dseq } of rows) {
		await tx.delete(t.quarantine).where(eq(t.quarantine.n, n));
		await tx
			.insert(t.quarantine)
			.values({ eventId: null, device, dseq, reason: LET_GO, raw: "" })
			.onConflictDoNothing();
	}
}
