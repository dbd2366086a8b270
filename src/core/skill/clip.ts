/**
 * MP4 clips (ISO base media: boxes of a length, a four-letter name and a body). What
 * tells place, maker or owner lies in `udta`, `meta` and `uuid` boxes; they are blanked
 * in place, so that no offset in the file changes.
 */

const HOLDERS = new Set(["moov", "trak", "mdia", "minf"]);
const TELLING = new Set(["udta", "meta", "uuid"]);
const FREE = [0x66, 0x72, 0x65, 0x65];

export const isClip = (bytes: Uint8Array): boolean => bytes.length > 12 && nameAt(bytes, 0) === "ftyp";

/** Boxes on the outermost level: what is shown lies in some, how it is shown in others. */
function outermost(bytes: Uint8Array): Set<string> {
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	const names = new Set<string>();
	for (let at = 0; bytes.length - at >= 8; ) {
		const short = view.getUint32(at);
		const size =
			short === 0
				? bytes.length - at
				: short === 1 && bytes.length - at >= 16
					? Number(view.getBigUint64(at + 8))
					: short;
		if (size > (short === 1 ? 16 : 8)) names.add(nameAt(bytes, at));
		if (size < 8) break;
		at += size;
	}
	return names;
}

/** Whether there is anything in it to be shown: a head alone is no clip. */
export function showsSomething(bytes: Uint8Array): boolean {
	const names = outermost(bytes);
	return names.has("moov") && (names.has("mdat") || names.has("moof"));
}

/** A copy of the clip without what it tells besides pictures and sound; null where its boxes do not fit together. */
export function blankedClip(bytes: Uint8Array): Uint8Array | null {
	const copy = bytes.slice();
	return isClip(copy) && blank(copy, 0, copy.length) ? copy : null;
}

function blank(bytes: Uint8Array, from: number, to: number): boolean {
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	let at = from;
	while (at < to) {
		if (to - at < 8) return false;
		const short = view.getUint32(at);
		const long = short === 1;
		if (long && to - at < 16) return false;
		const size = short === 0 ? to - at : long ? Number(view.getBigUint64(at + 8)) : short;
		const head = long ? 16 : 8;
		if (size < head || at + size > to) return false;
		const name = nameAt(bytes, at);
		if (TELLING.has(name)) {
			bytes.set(FREE, at + 4);
			bytes.fill(0, at + head, at + size);
		} else if (HOLDERS.has(name) && !blank(bytes, at + head, at + size)) return false;
		at += size;
	}
	return true;
}

const nameAt = (bytes: Uint8Array, at: number): string => String.fromCharCode(...bytes.subarray(at + 4, at + 8));
