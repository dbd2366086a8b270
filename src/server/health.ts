import { existsSync, statSync } from "node:fs";
import { statfs } from "node:fs/promises";
import { dirname } from "node:path";
import { sql } from "drizzle-orm";
import { type BackupState, readBackupState } from "@/store/bulk/backupState";
import { isDurable, openStores, type Store, storeAt } from "@/store/db";
import { placeOf } from "@/store/engine/connect";
import * as t from "@/store/schema";
import { studioUrl } from "./store";
import { filesOf } from "./workFiles";

export interface Health {
	ok: boolean;
	/** Why it is not. */
	sentence: string | null;
	/** Milliseconds until the database answered. */
	answeredIn: number | null;
	/** Events taken in so far, and those not looked through for pages yet. */
	events: number | null;
	behind: number | null;
	/** Bytes of the database, with its write-ahead log where it is a file. */
	database: number | null;
	/** Bytes free where its file lies; null where it is on a server. */
	free: number | null;
	/** The newest backup, and whether it would come back; null where none was made. */
	backup: BackupState | null;
	/** Databases this process has open. */
	open: number;
	/** Megabytes this process holds, and seconds it has run. */
	memory: number;
	up: number;
}

/** Less than this, and somebody should make room before a lesson is held. */
const LITTLE_ROOM = 200_000_000;

const sizeOf = (file: string): number => (existsSync(file) ? statSync(file).size : 0);

async function onDisk(url: string): Promise<Pick<Health, "database" | "free">> {
	const { file } = placeOf(url);
	if (file === null) return { database: null, free: null };
	try {
		const { bavail, bsize } = await statfs(dirname(file));
		return { database: sizeOf(file) + sizeOf(`${file}-wal`), free: bavail * bsize };
	} catch {
		return { database: null, free: null };
	}
}

/** How much a server holds for this studio. */
async function onServer({ client }: Store): Promise<number> {
	const [pages, size] = await Promise.all([client.execute("pragma page_count"), client.execute("pragma page_size")]);
	return Number(pages.rows[0]?.[0] ?? 0) * Number(size.rows[0]?.[0] ?? 0);
}

/** What somebody should see to; null where all is well. */
async function warning(store: Store, free: number | null, backup: BackupState | null): Promise<string | null> {
	if (backup?.sound === false)
		return `The newest backup (${backup.at.slice(0, 10)}) cannot be restored: ${backup.sentence} Keep an older one, and download a workbook as well.`;
	if (free !== null && free < LITTLE_ROOM) return "The disk is almost full. Free some space before the next lesson.";
	return (await isDurable(store))
		? null
		: "The database server confirms before data is on its disk. A power cut could lose the last seconds. Set its durability to strong.";
}

/** How the studio is: whether its database answers, how soon, and how much room is left. */
export async function health(): Promise<Health> {
	const url = await studioUrl();
	const disk = await onDisk(url);
	const process_ = {
		memory: Math.round(process.memoryUsage().rss / 1_000_000),
		up: Math.round(process.uptime()),
		open: openStores(),
		backup: readBackupState(filesOf(url)),
	};
	const from = performance.now();
	try {
		const opened = await storeAt(url);
		const { db } = opened;
		const [events] = await db.select({ n: sql<number>`coalesce(max(${t.event.arrival}), 0)` }).from(t.event);
		const [stand] = await db
			.select({ upTo: t.projection.upTo })
			.from(t.projection)
			.where(sql`${t.projection.name} = 'log'`);
		const answeredIn = Math.round(performance.now() - from);
		const database = disk.database ?? (await onServer(opened));
		return {
			ok: true,
			sentence: await warning(opened, disk.free, process_.backup),
			answeredIn,
			events: events?.n ?? 0,
			behind: (events?.n ?? 0) - (stand?.upTo ?? 0),
			...disk,
			database,
			...process_,
		};
	} catch (error) {
		return {
			ok: false,
			sentence: error instanceof Error ? error.message : "The database does not answer.",
			answeredIn: null,
			events: null,
			behind: null,
			...disk,
			...process_,
		};
	}
}
