import { asc, eq, ne, type SQL } from "drizzle-orm";
import { parseAnyEvent } from "@/core/log/parseAnyEvent";
import { cutText } from "@/core/text/fields";
import { writeJson } from "@/core/text/json";
import type { Store, Tx } from "./db";
import {
	absentOnes,
	idOf,
	type KnownBefore,
	knownIds,
	LET_GO,
	sentencesOf,
	takenNumbers,
	topLamport,
	whyNot,
} from "./known";
import * as t from "./schema";

/** What could not be taken in: kept with its reason, tried again, let go of. */

/** As long as a workbook's row may say it. */
const RAW_CHARS = 1_000_000;
const REASON_CHARS = 2000;

/** Characters of the longest event that is looked at; no real one comes near. */
export const MOST_EVENT = 500_000;
/** What is kept of a longer one. */
const BEGINNING = 2000;

/** An event that is too long to be looked at: nothing walks, reads or hashes it. */
export class TooLong {
	readonly id: unknown;
	readonly dseq: unknown;
	readonly beginning: string;
	constructor(raw: unknown, words: string) {
		const fields = (typeof raw === "object" && raw !== null ? raw : {}) as { id?: unknown; dseq?: unknown };
		this.id = fields.id;
		this.dseq = fields.dseq;
		this.beginning = words.slice(0, BEGINNING).toWellFormed();
	}
}

/**
 * What was sent, with what is too long in it set apart, before anything else looks at it.
 *
 * @param sent characters of the text it came in: where that is short, so is each
 */
export function withoutTooLong(raw: readonly unknown[], sent: number): readonly unknown[] {
	if (sent <= MOST_EVENT) return raw;
	return raw.map((one) => {
		const words = writeJson(one);
		return words.length > MOST_EVENT ? new TooLong(one, words) : one;
	});
}

export interface PutAside {
	dseq: number;
	reason: string;
	raw: unknown;
}

/** Rows of one statement: others are answered between two of them. */
const AT_ONCE = 50;

/** Keeps what could not be taken in, each under the number it went by; what is kept so already stays. */
export async function putAside(tx: Tx, device: string, all: readonly PutAside[]): Promise<void> {
	for (let i = 0; i < all.length; i += AT_ONCE) {
		const rows = all.slice(i, i + AT_ONCE).map((one) => asRow(device, one));
		await tx.insert(t.quarantine).values(rows).onConflictDoNothing();
		if (i + AT_ONCE < all.length) await new Promise((resolve) => setImmediate(resolve));
	}
}

function asRow(device: string, { dseq, reason, raw }: PutAside) {
	const words = raw instanceof TooLong ? raw.beginning : writeJson(raw);
	const long = raw instanceof TooLong || words.length > RAW_CHARS;
	const why = long ? `${reason} It is too long, so only its beginning is kept.` : reason;
	return {
		eventId: idOf(raw),
		device,
		dseq,
		raw: words.slice(0, RAW_CHARS).toWellFormed(),
		reason: cutText(why, REASON_CHARS),
	};
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
