import { hmac } from "@noble/hashes/hmac.js";
import { sha256 } from "@noble/hashes/sha2.js";
import { Inflate, strFromU8 } from "fflate";
import * as z from "zod/mini";
import { type Outcome, parseStored, refuse } from "@/core/refusals/refusals";
import { ident } from "@/core/text/fields";

/**
 * Practice given back as text: a line that says what it is, and one word that holds it, so
 * that any messenger carries it and a QR code shows it. `PEG1.<packed>.<mark>`: the packed
 * part is JSON `[assignment, acts]`, deflated (RFC 1951), in base64url; the mark is the first
 * 16 bytes of HMAC-SHA-256 (RFC 2104) over it with the assignment's own key. Somebody who
 * changes a letter, or writes another assignment into it, has no mark for it.
 */
const Carried = z.tuple([ident, z.array(z.unknown()).check(z.maxLength(2000))]);

const MARK_BYTES = 16;
/** Nobody's practice is longer; what unpacks to more is not ours. */
const MOST_UNPACKED = 2_000_000;
const WORD = /PEG1\.([\w-]+)\.([\w-]{22})/g;

const toWord = (bytes: Uint8Array): string =>
	btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(""))
		.replaceAll("+", "-")
		.replaceAll("/", "_")
		.replace(/=+$/, "");

/** The bytes of a word; null where no bytes are written with so many letters. */
function fromWord(word: string): Uint8Array | null {
	if (word.length % 4 === 1) return null;
	return Uint8Array.from(atob(word.replaceAll("-", "+").replaceAll("_", "/")), (letter) => letter.charCodeAt(0));
}

const utf8 = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text);

const markOf = (packed: string, key: string): string =>
	toWord(hmac(sha256, utf8(key), utf8(packed)).slice(0, MARK_BYTES));

/** A stored block of RFC 1951 holds no more. */
const BLOCK = 0xffff;

/** Bytes as they are, in blocks that say so (RFC 1951, 3.2.4): for a browser that cannot pack. */
function stored(bytes: Uint8Array): Uint8Array {
	const blocks = Array.from({ length: Math.max(1, Math.ceil(bytes.length / BLOCK)) }, (_, i) => {
		const part = bytes.subarray(i * BLOCK, (i + 1) * BLOCK);
		const [low, high] = [part.length & 0xff, part.length >> 8];
		return [(i + 1) * BLOCK >= bytes.length ? 1 : 0, low, high, low ^ 0xff, high ^ 0xff, ...part];
	});
	return Uint8Array.from(blocks.flat());
}

/** Packs by the browser's own means, which weigh nothing on the page. */
async function deflate(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
	try {
		const packed = new Blob([bytes]).stream().pipeThrough(new CompressionStream("deflate-raw"));
		return new Uint8Array(await new Response(packed).arrayBuffer());
	} catch {
		return stored(bytes);
	}
}

/** One word that holds these acts of an assignment, and what the phone itself cannot read of them. */
export async function packActs(assignment: string, key: string, acts: readonly unknown[]): Promise<string> {
	const packed = toWord(await deflate(utf8(JSON.stringify([assignment, acts]))));
	return `PEG1.${packed}.${markOf(packed, key)}`;
}

/** The same in as many words as are needed for each to be at most so long; each holds by itself. */
export async function packInPieces(
	assignment: string,
	key: string,
	acts: readonly unknown[],
	most: number,
): Promise<string[]> {
	const whole = await packActs(assignment, key, acts);
	if (whole.length <= most || acts.length <= 1) return [whole];
	const middle = Math.ceil(acts.length / 2);
	const halves = [acts.slice(0, middle), acts.slice(middle)];
	return (await Promise.all(halves.map((some) => packInPieces(assignment, key, some, most)))).flat();
}

/** A text holds no more words than pictures somebody would hold up one after the other. */
const MOST_WORDS = 100;

/** Unpacks, and stops as soon as it is more than may come of it. */
function inflate(bytes: Uint8Array, most: number): string | null {
	const pieces: Uint8Array[] = [];
	let size = 0;
	const unpack = new Inflate((piece) => {
		size += piece.length;
		if (size > most) throw new RangeError("too large for a practice");
		pieces.push(piece);
	});
	try {
		for (let i = 0; i < bytes.length; i += 1024) unpack.push(bytes.subarray(i, i + 1024), i + 1024 >= bytes.length);
	} catch {
		return null;
	}
	const all = new Uint8Array(size);
	let at = 0;
	for (const piece of pieces) {
		all.set(piece, at);
		at += piece.length;
	}
	return strFromU8(all);
}

export interface HandedBack {
	assignment: string;
	/** As they were sent; each is read by itself. */
	acts: unknown[];
}

/**
 * Reads what was given back out of whatever stands around it. `keyOf` knows the key of an
 * assignment, or null where there is none of that name.
 *
 * A text is taken whole or not at all; the refusal says which.
 */
export async function readHandedBack(
	text: string,
	keyOf: (assignment: string) => Promise<string | null>,
): Promise<Outcome<HandedBack[]>> {
	const words = [...text.matchAll(WORD)];
	if (words.length === 0)
		return refuse(
			"text",
			"No practice entries found. The text must have a word that starts with PEG1. Copy all of it.",
		);
	if (words.length > MOST_WORDS)
		return refuse("text", `This text has ${words.length} practices. Import at most ${MOST_WORDS} at a time.`);
	const read: HandedBack[] = [];
	// Of all words together: many small ones may unpack to much.
	let left = MOST_UNPACKED;
	for (const [, packed = "", mark] of words) {
		const bytes = fromWord(packed);
		const json = bytes && inflate(bytes, left);
		left -= json?.length ?? 0;
		const carried = json === null ? null : readJson(json);
		const outcome = parseStored(Carried, carried);
		if (!outcome.ok)
			return refuse("text", "This text was cut or changed on its way. Ask for it again. Nothing was imported.");
		const [assignment, acts] = outcome.value;
		const key = await keyOf(assignment);
		if (key === null)
			return refuse("text", "This practice belongs to another studio, or was deleted. Nothing was imported.");
		if (markOf(packed, key) !== mark)
			return refuse("text", "This text was changed after it was written. Ask for it again. Nothing was imported.");
		read.push({ assignment, acts });
	}
	return { ok: true, value: read };
}

function readJson(text: string): unknown {
	try {
		return JSON.parse(text);
	} catch {
		return null;
	}
}
