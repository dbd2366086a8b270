import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Client } from "@libsql/client";
import { drizzle, type LibSQLDatabase } from "drizzle-orm/libsql";
import { migrate } from "drizzle-orm/libsql/migrator";
import { connect, fileIdentity, placeOf } from "@/store/engine/connect";
import * as schema from "./schema";

type Db = LibSQLDatabase<typeof schema>;
/**
 * What may be asked outside of a transaction. Nothing is written there: a write that finds the database held leaves its
 * statement open on the connection, and the next one on it keeps everybody out for as long as nobody collects it.
 */
type Reading = Pick<Db, "select" | "selectDistinct" | "query" | "$count">;
export type Tx = Parameters<Parameters<Db["transaction"]>[0]>[0];

/**
 * A lock wait blocks Node's only thread, so the client waits this little, and the
 * waiting is done here, between attempts, where other requests can be answered.
 */
const LOCK_WAIT_MS = 50;
const RETRY_FOR_MS = 4000;

/** A database, opened and migrated, with its writes in single file. */
export interface Store {
	db: Reading;
	client: Client;
	/** One transaction; concurrent ones of this process wait their turn without holding a lock. */
	write<T>(work: (tx: Tx) => Promise<T>): Promise<T>;
	/** Work that is done once at a time for this database in this process, in the order it was asked for. */
	inTurn<T>(work: () => Promise<T>): Promise<T>;
	close(): void;
}

/** Whether an error, or one that caused it, says this by its code or its words. */
const says = (error: unknown, what: RegExp): boolean => {
	for (let e = error; e instanceof Error; e = e.cause)
		if (what.test(`${(e as { code?: string }).code ?? ""} ${e.message}`)) return true;
	return false;
};
/** Another is writing, or a server gave our turn to somebody else: all of the transaction is as if it had not begun. */
export const isBusy = (error: unknown): boolean => says(error, /SQLITE_BUSY|database is locked|TRANSACTION_TIMEOUT/i);

/** Nothing more can be written: the disk is full, or was made read-only. What is there can still be read. */
export const cannotWrite = (error: unknown): boolean =>
	says(error, /SQLITE_(FULL|READONLY|IOERR)|ENOSPC|EROFS|disk is full|readonly database|disk I\/O error/i);

const migrations = () => process.env.PEG_MIGRATIONS ?? join(process.cwd(), "drizzle");

/** When the newest migration this program knows was made. */
function newestKnown(): number {
	const { entries } = JSON.parse(readFileSync(join(migrations(), "meta", "_journal.json"), "utf8")) as {
		entries: { when: number }[];
	};
	return Math.max(0, ...entries.map(({ when }) => when));
}

/** A database that a later Peg Ladder has brought up to date: what it holds that this one does not know would be lost. */
export class NewerDatabase extends Error {
	constructor() {
		super("A newer Peg Ladder opened this database last. Update this one first. Nothing was changed in it.");
	}
}

/** @throws NewerDatabase */
async function refuseNewer(client: Client): Promise<void> {
	const kept = await client.execute("select name from sqlite_master where name = '__drizzle_migrations'");
	if (kept.rows.length === 0) return;
	const { rows } = await client.execute("select max(created_at) as newest from __drizzle_migrations");
	if (Number(rows[0]?.newest ?? 0) > newestKnown()) throw new NewerDatabase();
}

/** Two programs that open a new database at once both bring it up to date: the one that comes second finds it done. */
async function bringUpToDate(db: Db): Promise<void> {
	const run = () => migrate(db, { migrationsFolder: migrations() });
	try {
		await run();
	} catch (error) {
		if (!says(error, /already exists|duplicate column/i)) throw error;
		await new Promise((resolve) => setTimeout(resolve, RETRY_FOR_MS / 8));
		await run();
	}
}

/** Whether the database is on its disk when a write returns: full synchronisation. A file's always is. */
export async function isDurable({ client }: Store): Promise<boolean> {
	return Number((await client.execute("PRAGMA synchronous")).rows[0]?.[0]) >= 2;
}

async function retrying<T>(work: () => Promise<T>, afterBusy: () => unknown = () => {}): Promise<T> {
	for (let waited = 0, pause = 10; ; waited += pause, pause = Math.min(200, pause * 2)) {
		try {
			return await work();
		} catch (error) {
			if (!isBusy(error)) throw error;
			await afterBusy();
			if (waited > RETRY_FOR_MS) throw error;
			await new Promise((resolve) => setTimeout(resolve, pause));
		}
	}
}

/**
 * A `file:` database is put into write-ahead mode and must be fully synchronous with foreign
 * keys on: the client opens connections as it likes, so these have to be its defaults, and are
 * checked. A server's are its own: foreign keys must be on there too; how it writes to its disk
 * is told under Data ({@link isDurable}).
 *
 * @param url as {@link placeOf} reads it
 * @throws NewerDatabase for one that a later version has opened.
 */
export async function openStore(url: string): Promise<Store> {
	const local = placeOf(url).file !== null;
	const client = connect(url, LOCK_WAIT_MS);
	if (local) await retrying(() => client.execute("PRAGMA journal_mode=WAL"));
	for (const [pragma, wanted] of [...(local ? [["synchronous", 2] as const] : []), ["foreign_keys", 1] as const]) {
		const value = (await client.execute(`PRAGMA ${pragma}`)).rows[0]?.[0];
		if (Number(value) === wanted) continue;
		client.close();
		throw new Error(`${pragma} is ${String(value)}, ${wanted} is needed: this database would not be safe enough`);
	}
	const db = drizzle(client, { schema, casing: "snake_case" });
	try {
		await retrying(() => refuseNewer(client));
	} catch (error) {
		client.close();
		throw error;
	}
	await retrying(() => bringUpToDate(db));
	let last: Promise<unknown> = Promise.resolve();
	let atWork: Promise<unknown> = Promise.resolve();
	return {
		db,
		client,
		inTurn(work) {
			const turn = atWork.then(work);
			atWork = turn.catch(() => undefined);
			return turn;
		},
		write(work) {
			// A BEGIN that found the database busy leaves its statement open on the connection, and no commit on it
			// succeeds until somebody clears it up: such connections are not used again. Reads are over when they return,
			// and writes are in single file, so nobody else holds one, but for a workbook that is just going out: that breaks off.
			const turn = last.then(() => retrying(() => db.transaction(work), local ? () => client.reconnect() : undefined));
			last = turn.catch(() => undefined);
			return turn;
		},
		close: () => client.close(),
	};
}

/** A store of this process, which file it was opened on (null until it is open, or where it is no file), and when it was last asked for. */
interface OpenedStore {
	store: Promise<Store>;
	file: string | null;
	asked: number;
}
// Next bundles each route apart, so a module variable would not be one.
const shared = globalThis as { pegLadderStores?: Map<string, OpenedStore> };
const stores = (): Map<string, OpenedStore> => {
	shared.pegLadderStores ??= new Map();
	return shared.pegLadderStores;
};

/** So long a request that has the store of before may still be at it. */
const CLOSE_AFTER_MS = 5000;
/** So long nobody must have asked for a studio before its database is closed to make room. */
const IDLE_MS = 60_000;
/** Databases open in one process; where all are in use, up to twice as many. */
const mostOpen = (): number => Math.max(1, Number(process.env.PEG_OPEN_STUDIOS ?? 40));

const closeLater = (one: OpenedStore): void => {
	setTimeout(() => {
		one.store.then(
			(old) => old.close(),
			() => {},
		);
	}, CLOSE_AFTER_MS).unref();
};

/** Closes those that were longest not asked for, where more are open than may be. */
function makeRoom(now: number): void {
	const byAge = [...stores()].sort(([, a], [, b]) => a.asked - b.asked);
	let over = byAge.length - mostOpen();
	for (const [url, one] of byAge) {
		if (over <= 0) return;
		if (now - one.asked < IDLE_MS && over <= mostOpen()) return;
		stores().delete(url);
		closeLater(one);
		over -= 1;
	}
}

/** How many databases this process has open. */
export const openStores = (): number => stores().size;

/**
 * The store of a database, opened once a process. Where somebody has put another file in the
 * place of ours it is opened anew: what was written into the one of before would be lost with it.
 *
 * @param url as {@link placeOf} reads it
 */
export function storeAt(url: string, now: number = Date.now()): Promise<Store> {
	const before = stores().get(url);
	if (before && (before.file === null || before.file === fileIdentity(url))) {
		before.asked = now;
		return before.store;
	}
	const opened: OpenedStore = { store: openStore(url), file: null, asked: now };
	stores().set(url, opened);
	opened.store.then(
		() => {
			opened.file = fileIdentity(url);
		},
		() => {
			if (stores().get(url) === opened) stores().delete(url);
		},
	);
	if (before) closeLater(before);
	makeRoom(now);
	return opened.store;
}
