import { randomBytes, scrypt as scryptOf, timingSafeEqual } from "node:crypto";
import { promisify } from "node:util";
import { eq } from "drizzle-orm";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import type { Store } from "./db";
import * as t from "./schema";

const scrypt = promisify<string, string, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scryptOf);
/** Cost as OWASP's cheat sheet gives it for scrypt: 128 MB of work for a guess. */
const COST = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 };
const BYTES = 32;
const ID = "passcode";

export const FEWEST_LETTERS = 6;

const digest = (passcode: string, salt: string) => scrypt(passcode.normalize("NFKC"), salt, BYTES, COST);

/** Whether a passcode is set, and what sessions are hashed with. A new passcode ends every session of the old one. */
export async function findAccess({ db }: Pick<Store, "db">): Promise<{ secret: string } | null> {
	const [row] = await db.select({ secret: t.access.secret }).from(t.access).where(eq(t.access.id, ID));
	return row ?? null;
}

export async function setPasscode({ write }: Store, passcode: string): Promise<Outcome<null>> {
	if ([...passcode].length < FEWEST_LETTERS)
		return refuse("passcode", `Passcode: enter at least ${FEWEST_LETTERS} letters. A few words are best.`);
	if (passcode.length > 200) return refuse("passcode", "Passcode: enter at most 200 letters.");
	const salt = randomBytes(16).toString("hex");
	const values = {
		id: ID,
		salt,
		hash: (await digest(passcode, salt)).toString("hex"),
		secret: randomBytes(32).toString("hex"),
	};
	await write(async (tx) => {
		await tx.delete(t.access).where(eq(t.access.id, ID));
		await tx.insert(t.access).values(values);
	});
	return { ok: true, value: null };
}

/** A new secret for sessions: every one of them ends, the passcode stays. */
export async function endSessions({ write }: Store): Promise<void> {
	await write(async (tx) => {
		await tx
			.update(t.access)
			.set({ secret: randomBytes(32).toString("hex") })
			.where(eq(t.access.id, ID));
	});
}

export async function isPasscode({ db }: Pick<Store, "db">, passcode: string): Promise<boolean> {
	const [row] = await db.select().from(t.access).where(eq(t.access.id, ID));
	if (!row || passcode.length > 200) return false;
	return timingSafeEqual(await digest(passcode, row.salt), Buffer.from(row.hash, "hex"));
}
