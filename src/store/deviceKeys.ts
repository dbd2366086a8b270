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

/**
 * The name a push goes by: the device's own, where it has no key or this is it; a new device
 * is known by its key from now on. Else a name of its own, the same each time it is sent.
 */
export async function senderOf(
	tx: Tx,
	device: string,
	{ keyHash, key, isNew }: { keyHash: string | null; key: string | undefined; isNew: boolean },
): Promise<string> {
	if (keyHash === null) {
		if (isNew && key !== undefined) await tx.insert(t.deviceKey).values({ device, hash: hashOf(key) });
		return device;
	}
	if (key !== undefined && hashOf(key) === keyHash) return device;
	return unprovenName(device, key);
}

/** What a push goes by whose numbers are not its own: the same each time it is sent. */
export const unprovenName = (device: string, key: string | undefined): string =>
	`unproven-${hashOf([device, key ?? null]).slice(0, 32)}`;
