import sharp from "sharp";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { blankedClip, isClip, showsSomething } from "@/core/skill/clip";
import { LONGEST_SIDE, MOST_BRINGING, MOST_CLIP } from "@/core/skill/picture";
import { keepPicture } from "@/store/pictures";
import { store } from "./store";

const MB = 1_000_000;
const said = (bytes: number) => `${(bytes / MB).toFixed(1)} MB`;
/** More take more memory to draw anew than a machine of a coach has to spare. */
const MOST_PIXELS = 120_000_000;
const tooManyPixels = (width: number, height: number) =>
	refuse(
		"picture",
		`The picture is ${width} x ${height} pixels, ${Math.round((width * height) / MB)} megapixels. The most is ${MOST_PIXELS / MB}. Make it smaller or crop it.`,
	);
const kinds: Record<string, string> = { "image/png": "png", "image/jpeg": "jpeg", "image/webp": "webp" };

export interface Brought {
	hash: string;
	clip: boolean;
}

export const tooLarge = (bytes: number) =>
	refuse(
		"picture",
		`The picture has ${said(bytes)}. The most is ${MOST_BRINGING / MB} MB. Make it smaller or crop it.`,
	);

/**
 * Takes a picture or clip in, made small and without what cameras write into it:
 * place, time, owner. Pictures are read and written anew; a clip's telling parts are
 * blanked.
 */
export function bringPicture(bytes: Uint8Array, called: string): Promise<Outcome<Brought>> {
	// A large picture takes a hundred megabytes while it is drawn anew: one after the other.
	const turn = last.then(() => takeIn(bytes, called));
	last = turn.catch(() => undefined);
	return turn;
}
let last: Promise<unknown> = Promise.resolve();

async function takeIn(bytes: Uint8Array, called: string): Promise<Outcome<Brought>> {
	if (bytes.length === 0) return refuse("picture", "The picture is empty. Choose another file.");
	if (isClip(bytes) || called === "video/mp4") return bringClip(bytes);
	let format: string | undefined;
	let small: Buffer;
	try {
		const image = sharp(bytes, { limitInputPixels: false, animated: false });
		const { width = 0, height = 0, format: is } = await image.metadata();
		format = is;
		if (width * height > MOST_PIXELS) return tooManyPixels(width, height);
		if (!Object.values(kinds).includes(format ?? "")) return notAPicture(called, format);
		if (called in kinds && kinds[called] !== format)
			return refuse(
				"picture",
				`The file name says ${kinds[called]?.toUpperCase()}, but it is ${format?.toUpperCase()}. Correct the ending, or choose another file.`,
			);
		// Turned as the camera held it: what says so is left out with the rest.
		small = await image
			.rotate()
			.resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: "inside", withoutEnlargement: true })
			.webp({ quality: 82 })
			.toBuffer();
	} catch {
		const begun = format ?? beginsAs(bytes);
		return begun && Object.values(kinds).includes(begun) ? brokenOff(begun) : notAPicture(called, format);
	}
	const hash = await keepPicture(await store(), small, "image/webp");
	return { ok: true, value: { hash, clip: false } };
}

async function bringClip(bytes: Uint8Array): Promise<Outcome<Brought>> {
	if (bytes.length > MOST_CLIP)
		return refuse(
			"picture",
			`The clip has ${said(bytes.length)}. The most is ${MOST_CLIP / MB} MB. Cut it to the few seconds you need.`,
		);
	const blanked = blankedClip(bytes);
	if (blanked && !showsSomething(blanked)) return refuse("picture", "The clip has no pictures in it. Choose another.");
	if (!blanked) return refuse("picture", "The file name says MP4, but it is not an MP4 clip. Choose another.");
	return { ok: true, value: { hash: await keepPicture(await store(), blanked, "video/mp4"), clip: true } };
}

/** What a file that cannot be read at all begins like: it may be the beginning of one. */
function beginsAs(bytes: Uint8Array): string | undefined {
	const head = Buffer.from(bytes.subarray(0, 12)).toString("latin1");
	if (head.startsWith("\x89PNG")) return "png";
	if (head.startsWith("\xff\xd8\xff")) return "jpeg";
	return /^RIFF.{4}WEBP/s.test(head) ? "webp" : undefined;
}

const brokenOff = (format: string) =>
	refuse("picture", `The ${format.toUpperCase()} is cut off or damaged. Copy it again, or choose another.`);

const notAPicture = (called: string, format: string | undefined) =>
	refuse(
		"picture",
		`The file${called ? ` is named ${called} but` : ""} ${format ? `is ${format.toUpperCase()}` : "is not a picture"}. Choose a PNG, JPEG or WebP picture, or an MP4 clip.`,
	);
