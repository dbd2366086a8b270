import { generateKeyPairSync, randomBytes, sign } from "node:crypto";
import { mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import * as z from "zod/mini";

/**
 * What lets a program of this machine ask a libSQL server started here. The server answers any
 * web page's origin, so that a request without the secret of this start must get nothing.
 */
const Access = z.strictObject({
	/** The server it is for. */
	url: z.string().check(z.maxLength(200)),
	/** Sent with each question: a JSON web token the server knows the public key of. */
	token: z.string().check(z.maxLength(2000)),
	/** Sent to its administration, which makes namespaces. */
	adminKey: z.string().check(z.maxLength(200)),
});
export type ServerAccess = z.infer<typeof Access>;

/** Where other programs of this machine read it: only who runs the server may. */
export const accessFileIn = (folder: string): string => join(folder, "access.json");
const accessFile = (): string => process.env.PEG_SERVER_ACCESS ?? accessFileIn(join(".data", "server"));

const encoded = (value: unknown): string => Buffer.from(JSON.stringify(value)).toString("base64url");

/** A new secret for one start of a server, and the public key it is told (base64url of an Ed25519 key). */
export function newAccess(url: string): { access: ServerAccess; publicKey: string } {
	const { publicKey, privateKey } = generateKeyPairSync("ed25519");
	const claims = `${encoded({ alg: "EdDSA", typ: "JWT" })}.${encoded({ a: "rw" })}`;
	const token = `${claims}.${sign(null, Buffer.from(claims), privateKey).toString("base64url")}`;
	const adminKey = randomBytes(32).toString("hex");
	return { access: { url, token, adminKey }, publicKey: String(publicKey.export({ format: "jwk" }).x) };
}

/** Servers that this process has started. */
const started = new Map<string, ServerAccess>();

/** Writes the secret where other programs of this machine find it, readable by nobody else. */
export function keepAccess(access: ServerAccess, file: string): void {
	started.set(access.url, access);
	mkdirSync(dirname(file), { recursive: true });
	rmSync(`${file}.part`, { force: true });
	writeFileSync(`${file}.part`, JSON.stringify(access), { mode: 0o600 });
	renameSync(`${file}.part`, file);
}

/** The secret of a server that was started on this machine; null where none of ours has this address. */
export function accessTo(url: string): ServerAccess | null {
	const known = started.get(url);
	if (known) return known;
	try {
		const access = Access.parse(JSON.parse(readFileSync(/* turbopackIgnore: true */ accessFile(), "utf8")));
		return access.url === url ? access : null;
	} catch {
		// No server of this machine: its address and token come from who runs it.
		return null;
	}
}
