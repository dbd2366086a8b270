import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import canonicalize from "canonicalize";

/**
 * Content address of a JSON value: SHA-256 over its canonical form (RFC 8785),
 * as 64 hex digits. Synchronous: the browser's own digest needs a secure context,
 * and awaiting it would close the storage transaction we are in.
 *
 * @throws when the value has no JSON form (undefined, a function, NaN, half a character);
 * `jsonTrouble` says so beforehand for what came from outside.
 */
export const hashOf = (value: unknown): string => bytesToHex(sha256(utf8ToBytes(canonicalForm(value))));

/** The canonical JSON of a value: two values that say the same have the same one. */
export function canonicalForm(value: unknown): string {
	const form = canonicalize(value);
	if (form === undefined) throw new TypeError("hash: the value has no JSON form");
	return form;
}

/** Content address of bytes given in base64. */
export const hashOfBytes = (base64: string): string =>
	bytesToHex(sha256(Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))));
