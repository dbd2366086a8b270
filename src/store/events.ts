import { and, asc, eq, gt, ne, or } from "drizzle-orm";
import type { LogEvent } from "@/core/log/event";
import { parseAnyEvent } from "@/core/log/parseAnyEvent";
import { ERASED } from "./bulk/tables";
import type { Store, Tx } from "./db";
import { keyHashOf, senderOf, unprovenName } from "./deviceKeys";
import {
	absentOnes,
	type KnownBefore,
	knownIds,
	lastKnown,
	lastLamport,
	numberOf,
	sentencesOf,
	takenNumbers,
	topLamport,
	whyNot,
} from "./known";
import * as t from "./schema";
import { putAside, TooLong } from "./setAside";

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
	/** What it proves to be itself by. */
	key?: string | undefined;
}

/** A number may lie this far beyond the ones before: no device makes so many unseen. */
const FARTHEST_NUMBER = 2 ** 20;

/**
 * Takes a device's events in, in one transaction. Numbers must follow on: at a gap
 * the rest is left for the device to send again from `upTo + 1`, unless it says that it
 * holds no more (`after`): such a hole is told under Data and stepped over. An event that is
 * already here is fine; one that cannot be taken is set aside with its reason, and
 * neither fails nor holds up the others. Nothing that reached us is dropped. What comes in the
 * name of a device that has another key is set aside by numbers of its own, and uses up none
 * of the device's.
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
		await putAside(tx, batch.device, batch.setAside);
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
	const [last, keyHash, assignment, known, absent, { lamport: top }] = await Promise.all([
		lastKnown(tx, device),
		keyHashOf(tx, device),
		tx.select({ id: t.assignment.id }).from(t.assignment).where(eq(t.assignment.id, device)),
		knownIds(tx, raw),
		absentOnes(tx, raw),
		topLamport(store, tx),
	]);
	const isNew = last === 0 && raw.length > 0;
	// A practice's numbers are given here: nobody pushes in its name.
	const sender =
		assignment.length > 0
			? unprovenName(device, held.key)
			: await senderOf(tx, device, { keyHash, key: held.key, isNew });
	const numbers = numbersOf(raw, last, held);
	// Of what is only set aside nothing is waited for that comes before it.
	const upTo = sender === device ? last : Math.max(await lastKnown(tx, sender), (numbers[0] ?? 1) - 1);
	const taken = await takenNumbers(tx, sender, numbers);
	return { device: sender, upTo, numbers, known, absent, taken, top, rows: [], setAside: [] };
}

/** Before a gap: whether it can be stepped over, since what is missing will never come. */
function stepOver({ upTo, setAside }: Batch, dseq: number, { after, oldest }: DeviceHoldings): boolean {
	const canCome = (after === undefined || after > upTo) && dseq !== oldest;
	if (canCome) return false;
	if (after !== undefined) setAside.push({ dseq: upTo + 1, reason: lost(upTo + 1, dseq - 1), raw: null });
	return true;
}

function takeOne(batch: Batch, dseq: number, raw: unknown): void {
	if (raw instanceof TooLong) {
		batch.setAside.push({ dseq, reason: "The event is too long.", raw });
		return;
	}
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

const lost = (from: number, to: number): string =>
	from === to
		? `Number ${from} never arrived, and its device no longer has it. It is lost.`
		: `Numbers ${from} to ${to} never arrived, and their device no longer has them. They are lost.`;

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
