import { rmSync } from "node:fs";
import { createClient } from "@libsql/client";
import { parseRow, remarksOn, type Section, sectionNames } from "@/core/formats/workbook";
import { type Outcome, type Refusal, refuse } from "@/core/refusals/refusals";
import { cutText } from "@/core/text/fields";
import { openStore, type Store } from "../db";
import { homes, type SqlRow } from "./tables";

/** One file that holds everything as it was at one moment, while lessons go on. */
export async function backUp(here: string, to: string): Promise<void> {
	rmSync(to, { force: true });
	const client = createClient({ url: `file:${here}` });
	try {
		await client.execute({ sql: "vacuum into ?", args: [to] });
	} finally {
		client.close();
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
	} catch {
		return refuse("", "The backup was made by a newer Peg Ladder; update this one first.");
	}
	try {
		const { refusals, remarks } = await checkRows(store, progress);
		if (refusals.length > 0) return { ok: false, refusals };
		return { ok: true, value: { ...(await whatItSays(store.client)), remarks } };
	} finally {
		store.close();
	}
}

/** Why a file is no sound database of ours; null where it is one. */
async function whyUnsound(copy: string): Promise<string | null> {
	const client = createClient({ url: `file:${copy}` });
	try {
		const sound = await client.execute("pragma integrity_check").catch(() => null);
		if (!sound) return "The file is not a database; a backup is the file that “back up” made.";
		if (String(sound.rows[0]?.[0]) !== "ok")
			return `The file is damaged: ${cutText(String(sound.rows[0]?.[0]), 200)}. Use an older backup.`;
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

async function* pagesOf(client: ReturnType<typeof createClient>, section: Section): AsyncGenerator<SqlRow[]> {
	const { table, columns, where } = homes[section];
	for (let after = 0; ; ) {
		const { rows } = await client.execute({
			sql: `select ${columns.join(", ")}, rowid as at_row from ${table} where ${where} and rowid > ? order by rowid limit ${PAGE}`,
			args: [after],
		});
		if (rows.length > 0) yield rows as unknown as SqlRow[];
		if (rows.length < PAGE) return;
		after = Number(rows.at(-1)?.at_row);
	}
}

async function whatItSays(client: ReturnType<typeof createClient>): Promise<Omit<BackupSays, "remarks">> {
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
