import { eq } from "drizzle-orm";
import { hashOfBytes } from "@/core/hash/hash";
import type { PictureType } from "@/core/skill/picture";
import type { Store } from "./db";
import * as t from "./schema";

/** Keeps a picture's bytes under their hash; the same picture twice is kept once. */
export async function keepPicture({ write }: Store, bytes: Uint8Array, type: PictureType): Promise<string> {
	const body = Buffer.from(bytes).toString("base64");
	const hash = hashOfBytes(body);
	await write((tx) => tx.insert(t.picture).values({ hash, type, body }).onConflictDoNothing());
	return hash;
}

export async function findPicture(
	{ db }: Store,
	hash: string,
): Promise<{ type: string; bytes: Uint8Array<ArrayBuffer> } | null> {
	const [row] = await db.select().from(t.picture).where(eq(t.picture.hash, hash));
	return row ? { type: row.type, bytes: new Uint8Array(Buffer.from(row.body, "base64")) } : null;
}
