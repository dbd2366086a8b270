import { mkdirSync, statSync } from "node:fs";
import { dirname } from "node:path";
import { type Client, createClient } from "@libsql/client";
import { overHttp } from "./overHttp";
import { accessTo } from "./serverAccess";

/**
 * Where a studio's database is: a file here (`file:…`), or a libSQL server (`http:`, `https:`),
 * which keeps many studios apart as namespaces. The part of the address after `#` names one:
 * `http://127.0.0.1:8080#north`.
 */
export interface Place {
	/** What the client is given. */
	url: string;
	/** Its path, where it is a file. */
	file: string | null;
	/** The server's namespace; null for its only one. */
	namespace: string | null;
}

export function placeOf(address: string): Place {
	if (address.startsWith("file:")) return { url: address, file: address.slice("file:".length), namespace: null };
	const [url = "", namespace = ""] = address.split("#");
	return { url, file: null, namespace: namespace || null };
}

/** A libSQL server tells namespaces apart by this header (base64 without padding), where they have no host names. */
const within = (namespace: string): Record<string, string> => ({
	"x-namespace-bin": Buffer.from(namespace).toString("base64").replace(/=+$/, ""),
});

/**
 * The only place where a connection is made.
 *
 * @param waitMs how long a connection to a file waits for a lock; a wait blocks Node's only thread
 */
export function connect(address: string, waitMs?: number): Client {
	const { url, file, namespace } = placeOf(address);
	if (file !== null) {
		if (!file.startsWith(":")) mkdirSync(dirname(file), { recursive: true });
		return createClient({ url, ...(waitMs === undefined ? {} : { timeout: waitMs }) });
	}
	const authToken = process.env.DATABASE_AUTH_TOKEN || accessTo(url)?.token;
	return createClient({
		url,
		...(authToken ? { authToken } : {}),
		fetch: overHttp(namespace === null ? {} : within(namespace)),
	});
}

/** Which file a database is, whatever it is called: another one put in its place is another. Null where it is no file. */
export function fileIdentity(address: string): string | null {
	const { file } = placeOf(address);
	if (file === null) return null;
	try {
		const { dev, ino } = statSync(/* turbopackIgnore: true */ file);
		return `${dev}/${ino}`;
	} catch {
		return "gone";
	}
}
