import type { Transaction } from "@libsql/client";
import { getTableName } from "drizzle-orm";
import { v7 as uuid } from "uuid";
import { type Section, sectionNames } from "@/core/formats/workbook";
import { contents, projections } from "../studio";
import { inOneGo, type Staged } from "./inOneGo";
import { ERASED, homes } from "./tables";

/**
 * Taking a staged file in, in one transaction: all of it or nothing. It runs in a
 * process of its own, so that the server goes on answering; other writers wait and
 * try again, and a phone keeps what it has until then.
 */

export interface TakeIn {
	/** `whole`: in place of what is here. `merge`: beside it. */
	mode: "whole" | "merge";
	/** In a merge, for documents that are here with other words: keep those, or take the file's. */
	differing: "keep" | "take";
	/** Makes the studio a demo with a new id, so that devices let go of what belonged to the old one. */
	demo?: boolean;
}

/** Later ones refer to earlier ones. */
const order: Section[] = [
	...(["students", "gone", "skillVersions", "skills", "skillRevisions", "pictures"] as const),
	...(["rungVersions", "ladderVersions", "ladders", "ladderRevisions", "plans", "bookings", "occasions"] as const),
	...(["assignments", "practiceLinks", "stills", "languages", "coach", "events", "setAside"] as const),
];

/** Documents whose words a merge may take from the file. */
const overwritten = [
	...(["students", "skills", "ladders", "plans", "bookings", "occasions"] as const),
	...(["assignments", "stills", "languages", "coach"] as const),
];

/** @param url the studio's database; the staging file is one here */
export async function takeInStaged(staging: string, url: string, how: TakeIn): Promise<void> {
	await inOneGo(url, staging, sectionNames, async (tx, staged) => {
		const off = await linksOff(tx);
		if (how.mode === "whole") await empty(tx);
		for (const section of order) {
			if (section === "students" || section === "events") await makeRoom(tx, section, staged);
			await insertSection(tx, section, staged(section), "at_row");
		}
		if (how.mode === "merge" && how.differing === "take")
			for (const section of overwritten) await overwrite(tx, section, staged);
		await switchOff(tx, off);
		await tx.execute("update ladder set name = (select name from skill where skill.id = ladder.skill) where name = ''");
		await nextEpoch(tx, how);
	});
}

/** Links that are switched off here: no file opens them again. */
const linksOff = async (tx: Transaction) =>
	(await tx.execute("select id, withdrawn_at from practice_link where withdrawn_at is not null")).rows;

async function switchOff(tx: Transaction, off: Awaited<ReturnType<typeof linksOff>>): Promise<void> {
	for (const { id = null, withdrawn_at: at = null } of off)
		await tx.execute({
			sql: "update practice_link set withdrawn_at = ? where id = ? and withdrawn_at is null",
			args: [at, id],
		});
}

/** What is in no workbook, and in every backup. */
const unwritten = ["skill_draft", "feed", "busy"];

/** Puts a checked backup in place of what is here; the studio is then the backup's, in a new epoch. */
export async function restoreBackup(backup: string, url: string): Promise<void> {
	const tables = [...new Set([...order.map((section) => homes[section].table), ...unwritten, "device_key", "studio"])];
	await inOneGo(url, backup, tables, async (tx, staged) => {
		await empty(tx);
		for (const section of order)
			await insertSection(tx, section, staged(homes[section].table), "rowid", homes[section].where);
		for (const table of unwritten) await tx.execute(`insert into ${table} select * from ${staged(table)}`);
		// Keys of devices stay what they are here; in another place, they are the backup's.
		await tx.execute(`insert or ignore into device_key select * from ${staged("device_key")}`);
		const [was] = (await tx.execute("select epoch from studio")).rows;
		const [now] = (await tx.execute(`select id, epoch, demo, created_at from ${staged("studio")}`)).rows;
		if (now) {
			await tx.execute("delete from studio");
			await tx.execute({
				sql: "insert into studio (id, epoch, demo, created_at) values (?, ?, ?, ?)",
				args: [
					now.id ?? null,
					Math.max(Number(was?.epoch ?? 0), Number(now.epoch)) + 1,
					now.demo ?? 0,
					now.created_at ?? null,
				],
			});
		} else await nextEpoch(tx, { mode: "whole", differing: "keep" });
	});
}

async function empty(tx: Transaction): Promise<void> {
	for (const table of [...projections, ...contents]) await tx.execute(`delete from ${getTableName(table)}`);
}

async function insertSection(tx: Transaction, section: Section, from: string, by: string, where = "1"): Promise<void> {
	const { table, columns } = homes[section];
	const names = columns.join(", ");
	await tx.execute(
		`insert or ignore into ${table} (${names}) select ${names} from ${from} where ${where} order by ${by}`,
	);
}

/** Who was deleted here and is in the file comes back, and so do the words of their events. */
async function makeRoom(tx: Transaction, section: "students" | "events", staged: Staged): Promise<void> {
	await tx.execute(
		section === "students"
			? `delete from student where deleted_at is not null and id in (select id from ${staged("students")})`
			: `delete from event where kind = '${ERASED}' and id in (select id from ${staged("events")} where kind <> '${ERASED}')`,
	);
}

/** The file's words in place of those here, as a new revision. */
async function overwrite(tx: Transaction, section: (typeof overwritten)[number], staged: Staged): Promise<void> {
	const { table, columns } = homes[section];
	const taken = columns.filter((column) => !["id", "rev", "created_at", "updated_at", "deleted_at"].includes(column));
	await tx.execute({
		sql: `update ${table} set rev = ${table}.rev + 1, updated_at = ?, ${taken.map((c) => `${c} = s.${c}`).join(", ")}
			from ${staged(section)} s where s.id = ${table}.id and (s.body <> ${table}.body${section === "coach" ? "" : ` or s.archived_at is not ${table}.archived_at`})`,
		args: [new Date().toISOString()],
	});
}

async function nextEpoch(tx: Transaction, how: TakeIn): Promise<void> {
	if (how.demo) {
		await tx.execute("delete from studio");
		await tx.execute({ sql: "insert into studio (id, epoch, demo) values (?, 1, 1)", args: [uuid()] });
		return;
	}
	if (how.mode === "merge") return;
	const { rowsAffected } = await tx.execute("update studio set epoch = epoch + 1");
	if (rowsAffected === 0)
		await tx.execute({ sql: "insert into studio (id, epoch, demo) values (?, 1, 0)", args: [uuid()] });
}

/** Every section there is must be among those taken in. */
if (order.length !== sectionNames.length) throw new Error("a section of the workbook is never taken in");
