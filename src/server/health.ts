import { existsSync, statSync } from "node:fs";
import { statfs } from "node:fs/promises";
import { dirname } from "node:path";
import { sql } from "drizzle-orm";
import { store } from "@/store/db";
import * as t from "@/store/schema";

export interface Health {
	ok: boolean;
	/** Why it is not. */
	sentence: string | null;
	/** Milliseconds until the database answered. */
	answeredIn: number | null;
	/** Events taken in so far, and those not looked through for pages yet. */
	events: number | null;
	behind: number | null;
	/** Bytes of the database with its write-ahead log; null where it is on another machine. */
	database: number | null;
	/** Bytes free where it lies. */
	free: number | null;
	/** Megabytes this process holds, and seconds it has run. */
	memory: number;
	up: number;
}

/** Less than this, and somebody should make room before a lesson is held. */
const LITTLE_ROOM = 200_000_000;

const sizeOf = (file: string): number => (existsSync(file) ? statSync(file).size : 0);

async function onDisk(): Promise<Pick<Health, "database" | "free">> {
	const url = process.env.DATABASE_URL ?? "file:.data/studio.db";
	if (!url.startsWith("file:")) return { database: null, free: null };
	const file = url.slice("file:".length);
	try {
		const { bavail, bsize } = await statfs(dirname(file));
		return { database: sizeOf(file) + sizeOf(`${file}-wal`), free: bavail * bsize };
	} catch {
		return { database: null, free: null };
	}
}

/** How the studio is: whether its database answers, how soon, and how much room is left. */
export async function health(): Promise<Health> {
	const disk = await onDisk();
	const process_ = {
		memory: Math.round(process.memoryUsage().rss / 1_000_000),
		up: Math.round(process.uptime()),
	};
	const from = performance.now();
	try {
		const { db } = await store();
		const [events] = await db.select({ n: sql<number>`coalesce(max(${t.event.arrival}), 0)` }).from(t.event);
		const [stand] = await db
			.select({ upTo: t.projection.upTo })
			.from(t.projection)
			.where(sql`${t.projection.name} = 'log'`);
		const little = disk.free !== null && disk.free < LITTLE_ROOM;
		return {
			ok: true,
			sentence: little ? "The disk is almost full; make room before the next lesson." : null,
			answeredIn: Math.round(performance.now() - from),
			events: events?.n ?? 0,
			behind: (events?.n ?? 0) - (stand?.upTo ?? 0),
			...disk,
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
