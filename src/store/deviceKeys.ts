import { eq } from "drizzle-orm";
import { hashOf } from "@/core/hash/hash";
import type { Tx } from "./db";
import * as t from "./schema";

/**
 * A device numbers what it writes, and proves by a key that it made itself that the numbers
 * are its own: else whoever may write here at all could use them up before it. The first push
 * of a device brings its key. Devices that wrote before there were keys, or whose numbers came
 * in a workbook, go without: their numbers are here, so nobody can claim them either.
 */

/** What is kept of a device's key; null where it has none. */
export async function keyHashOf(tx: Tx, device: string): Promise<string | null> {
	const [row] = await tx.select({ hash: t.deviceKey.hash }).from(t.deviceKey).where(eq(t.deviceKey.device, device));
	return row?.hash ?? null;
}

/** Whether a push with this key may use the device's numbers. */
export const opens = (hash: string | null, key: string | undefined): boolean =>
	hash === null || (key !== undefined && hashOf(key) === hash);

export async function claimDevice(tx: Tx, device: string, key: string): Promise<void> {
	await tx.insert(t.deviceKey).values({ device, hash: hashOf(key) });
}

/** The name that what comes with another key goes by: the same each time it is sent. */
export const unproven = (device: string, key: string | undefined): string =>
	`unproven-${hashOf([device, key ?? null]).slice(0, 32)}`;
