import { rmSync } from "node:fs";
import type { Client, InValue } from "@libsql/client";
import { getTableName, is } from "drizzle-orm";
import { SQLiteTable } from "drizzle-orm/sqlite-core";
import { parseRow, remarksOn, type Section, sectionNames } from "@/core/formats/workbook";
import { type Outcome, type Refusal, refuse } from "@/core/refusals/refusals";
import { cutText } from "@/core/text/fields";
import { connect, placeOf } from "@/store/engine/connect";
import { NewerDatabase, openStore, type Store } from "../db";
import * as t from "../schema";
import { projections, studioMark } from "../studio";
import { columnsIn, copyTable } from "./copyTable";
import { inPages } from "./pages";
import { isReadable, soundness } from "./readable";
import { homes, type SqlRow } from "./tables";

/** Worked out from the rest and made again wherever a copy is opened, or of the moment: no copy needs them. */
const left = new Set<SQLiteTable>([...projections, t.job, t.allowance]);
const kept = Object.values(t).flatMap((one) => (is(one, SQLiteTable) && !left.has(one) ? [getTableName(one)] : []));

/** One file that holds everything as it was at one moment, while lessons go on. */
export async function backUp(url: string, to: string): Promise<void> {
	for (const end of ["", "-wal", "-shm"]) rmSync(to + end, { force: true });
	// A studio that nobody has looked at yet has no name: a copy without one could not be brought back.
	const store = await openStore(url);
	await studioMark(store).finally(() => store.close());
	if (placeOf(url).file === null) return copyHere(url, to);
	const client = connect(url);
	try {
		await client.execute({ sql: "vacuum into ?", args: [to] });
	} finally {
		client.close();
	}
}

/** A server's rows, read in one transaction, in a file here. */
async function copyHere(url: string, to: string): Promise<void> {
	const [source, copy] = [connect(url), await openStore(`file:${to}`)];
	try {
		const tx = await source.transaction("read");
		try {
			await copy.client.execute("pragma foreign_keys = off");
			// Nobody reads it before it is whole: it goes to the disk once, below.
			await copy.client.execute("pragma synchronous = off");
			for (const table of kept) await copyTable(tx, table, copy.client);
		} finally {
			tx.close();
		}
		// One file, without a log beside it.
		await copy.client.execute("pragma synchronous = full");
		await copy.client.execute("pragma wal_checkpoint(truncate)");
		await copy.client.execute("pragma journal_mode = delete");
	} finally {
		copy.close();
		source.close();
	}
}

export interface BackupSays {
	studio: string;
	epoch: number;
	demo: boolean;
	students: number;
	ladders: number;
	attempts: number;
	lastDay: string | null;
	/** What is odd in it and comes back all the same. */
	remarks: Refusal[];
}

/** SQLite itself says that what it reads is not what it wrote. */
const says = (error: unknown): boolean =>
	/SQLITE_(CORRUPT|NOTADB|IOERR|ERROR)|malformed/i.test(`${(error as { code?: string }).code ?? ""} ${String(error)}`);

const PAGE = 500;
const LISTED = 50;

/**
 * Whether a file is a backup that can be brought back: a sound database of ours, of
 * this version or an older one (which is brought up to date, so give it a copy), every
 * document and event in it readable and true to its hash.
 */
export async function checkBackup(
	copy: string,
	progress: (rows: number, of: number) => void,
): Promise<Outcome<BackupSays>> {
	const unsound = await whyUnsound(copy);
	if (unsound) return refuse("", unsound);
	let store: Store;
	try {
		store = await openStore(`file:${copy}`);
	} catch (error) {
		return refuse(
			"",
			error instanceof NewerDatabase
				? "The backup was made by a newer Peg Ladder. Update this one first."
				: `The backup cannot be opened: ${cutText(String((error as Error).message), 200)}.`,
		);
	}
	try {
		const odd = await whyOdd(store.client);
		if (odd) return refuse("", odd);
		const { refusals, remarks } = await checkRows(store, progress);
		if (refusals.length > 0) return { ok: false, refusals };
		return { ok: true, value: { ...(await whatItSays(store.client)), remarks } };
	} catch (error) {
		// Bytes turned over in a row are met only where the row is read.
		if (says(error)) return refuse("", DAMAGED);
		throw error;
	} finally {
		store.close();
	}
}

const DAMAGED = "The file is damaged in its rows. Use an older backup.";
/** An epoch counts restores: more than these are nobody's. */
const MOST_EPOCHS = 1_000_000_000;

/** What a database of this version is made of: each table with its columns, each index; nothing else belongs in it. */
async function makeOf(client: Client): Promise<Set<string>> {
	const { rows } = await client.execute(
		"select type, name from sqlite_master where name not like 'sqlite_%' and name not like '__drizzle%' and name not like 'libsql_%'",
	);
	const made = new Set<string>();
	for (const { type, name } of rows as unknown as { type: string; name: string }[]) {
		made.add(`${type} ${name}`);
		if (type !== "table") continue;
		for (const column of await columnsIn(client, name)) made.add(`column ${name}.${column.name}`);
	}
	return made;
}

/** Asked once a process: it is that of our own migrations. */
let ofThisVersion: Promise<Set<string>> | null = null;
async function makeOfOurs(): Promise<Set<string>> {
	const fresh = await openStore("file::memory:");
	return makeOf(fresh.client).finally(() => fresh.close());
}

/** Why a sound database of ours is none that somebody's studio was in; null where it is. */
async function whyOdd(client: Client): Promise<string | null> {
	ofThisVersion ??= makeOfOurs();
	const [ours, theirs] = [await ofThisVersion, await makeOf(client)];
	const more = [...theirs].find((one) => !ours.has(one));
	if (more)
		return `The backup has an unknown part: ${cutText(more, 80)}. It was made by another version, or changed by hand.`;
	const less = [...ours].find((one) => !theirs.has(one));
	if (less) return `The backup lacks a part every studio has: ${cutText(less, 80)}. It was changed by hand.`;
	const { rows: studios } = await client.execute("select id, cast(epoch as text) as epoch from studio");
	if (studios.length !== 1)
		return studios.length === 0
			? "The backup has no studio in it. Use an older one."
			: `The backup has ${studios.length} studios in it. It must have one.`;
	const epoch = Number(studios[0]?.epoch);
	if (!(Number.isInteger(epoch) && epoch >= 1 && epoch < MOST_EPOCHS))
		return `The backup says it was restored ${String(studios[0]?.epoch)} times. That cannot be. Use an older one.`;
	const { rows: orphans } = await client.execute("pragma foreign_key_check");
	const orphan = orphans[0];
	return orphan
		? `The backup has incomplete rows (${String(orphan.table)} without its ${String(orphan.parent)}). Use an older one.`
		: null;
}

/** Why a file cannot be read through; null where it can. */
async function whyDamaged(client: Client): Promise<string | null> {
	try {
		const sound = await soundness(client);
		if (sound !== "ok") return `The file is damaged: ${cutText(sound, 200)}. Use an older backup.`;
		return (await isReadable(client)) ? null : DAMAGED;
	} catch (error) {
		return /not ?a ?db|not a database/i.test(String(error))
			? "The file is not a database. A backup is the file from “back up”."
			: DAMAGED;
	}
}

/** Why a file is no sound database of ours; null where it is one. */
async function whyUnsound(copy: string): Promise<string | null> {
	const client = connect(`file:${copy}`);
	try {
		const damage = await whyDamaged(client);
		if (damage) return damage;
		const { rows } = await client.execute("select name from sqlite_master where type = 'table'");
		const tables = new Set(rows.map((row) => String(row[0])));
		return ["studio", "student", "event", "quarantine"].every((name) => tables.has(name))
			? null
			: "The file is a database, but not one of Peg Ladder's.";
	} finally {
		client.close();
	}
}

/** Every document and event, read and held against its hash; the first refusals and remarks are listed. */
async function checkRows({ client }: Store, progress: (rows: number, of: number) => void) {
	const refusals: Refusal[] = [];
	const remarks: Refusal[] = [];
	const { rows } = await client.execute("select count(*) as n from event");
	const of = Number(rows[0]?.n ?? 0);
	const checkRow = (section: Section, row: SqlRow) => {
		const read = rowOf(section, row);
		const list = read.ok ? remarks : refusals;
		if (list.length >= LISTED) return;
		const said = read.ok ? remarksOn(section, read.value) : read.refusals;
		const at = `${section} ${row.id ?? row.hash}`;
		list.push(...said.map(({ path, sentence }) => ({ path: `${at}.${path}`, sentence })));
	};
	let seen = 0;
	for (const section of sectionNames)
		for await (const page of pagesOf(client, section)) {
			for (const row of page) checkRow(section, row);
			if (section !== "events") continue;
			seen += page.length;
			progress(seen, of);
		}
	return { refusals, remarks };
}

const rowOf = (section: Section, row: SqlRow): Outcome<unknown> => {
	try {
		return parseRow(section, homes[section].fromSql(row));
	} catch {
		return refuse("body", "The row's text is not JSON.");
	}
};

const pagesOf = (client: Client, section: Section): AsyncGenerator<SqlRow[]> => {
	const { table, columns, where } = homes[section];
	const read = (after: InValue, limit: number) =>
		client.execute({
			sql: `select ${columns.join(", ")}, rowid as at_key from ${table} where ${where} and rowid > ? order by rowid limit ${limit}`,
			args: [after],
		});
	return inPages(read, 0, PAGE);
};

async function whatItSays(client: Client): Promise<Omit<BackupSays, "remarks">> {
	const one = async (sql: string) => (await client.execute(sql)).rows[0];
	const studio = await one("select id, epoch, demo from studio");
	const n = async (sql: string) => Number((await one(sql))?.[0] ?? 0);
	return {
		studio: String(studio?.id ?? ""),
		epoch: Number(studio?.epoch ?? 0),
		demo: Boolean(studio?.demo),
		students: await n("select count(*) from student where deleted_at is null"),
		ladders: await n("select count(*) from ladder"),
		attempts: await n("select count(*) from event where kind = 'attempt'"),
		lastDay: ((await one("select max(local_day) from event where local_day <> ''"))?.[0] as string | null) ?? null,
	};
}
