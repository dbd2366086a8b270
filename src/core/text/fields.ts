import * as z from "zod/mini";

/**
 * Free text of at most `max` characters. What is typed is made tidy before it comes to a schema (`tidy`); the schema
 * changes nothing, so that what is stored is read back as it stands.
 */
export const text = (max: number) => z.string().check(z.maxLength(max));

/** A name or label: as {@link text}, and not empty. */
export const label = (max: number) => z.string().check(z.minLength(1), z.maxLength(max));

let characters: Intl.Segmenter | undefined;
/** Code units of the longest character that is never cut through: a family of emoji is 11. */
const LONGEST = 64;

/**
 * The beginning of a text, at most so long as {@link text} measures it, cut between
 * characters as a reader sees them: never through an emoji or between a letter and
 * its accent.
 *
 * @example cutText("naïve", 3) // "naï"
 */
export function cutText(typed: string, most: number): string {
	const whole = typed.slice(0, most + LONGEST).toWellFormed();
	if (typed.length <= most) return whole;
	// A character is rarely longer than this: only the last letters before the cut are looked at, however long the text is.
	const from = Math.max(0, most - LONGEST);
	let end = from;
	characters ??= new Intl.Segmenter(undefined, { granularity: "grapheme" });
	for (const { index, segment } of characters.segment(whole.slice(from, most + LONGEST))) {
		if (from + index + segment.length > most) break;
		end = from + index + segment.length;
	}
	return whole.slice(0, end).toWellFormed();
}

/** An identifier made by a device or by us: short, no spaces, never shown. */
export const ident = z.string().check(z.regex(/^[A-Za-z0-9_-]{1,64}$/));

/**
 * The days that are taken, wherever they come in: what a phone's clock may say when nobody set it,
 * and far more than anybody plans. A year typed in two digits lies outside.
 */
export const FIRST_DAY = "1900-01-01";
export const LAST_DAY = "2199-12-31";

/** Why a day is not taken, or null. `name` begins the sentence. */
export const dayTrouble = (name: string, day: string): string | null =>
	day < FIRST_DAY || day > LAST_DAY
		? `${name}: enter a day from ${FIRST_DAY.slice(0, 4)} to ${LAST_DAY.slice(0, 4)}, not ${day}.`
		: null;

/** A calendar day, `YYYY-MM-DD`, that exists; {@link dayTrouble} says which are taken. */
export const day = z.string().check(
	z.regex(/^\d{4}-\d{2}-\d{2}$/),
	z.refine((s) => {
		const [y, m, d] = s.split("-").map(Number);
		const date = new Date(Date.UTC(y ?? 0, (m ?? 0) - 1, d));
		return date.getUTCMonth() + 1 === m && date.getUTCDate() === d;
	}),
);

const DAY_MS = 86_400_000;

/**
 * So many days after a day; before it, where negative.
 *
 * @example dayAfter("2026-03-31", 1) // "2026-04-01"
 */
export const dayAfter = (day: string, days: number): string =>
	new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);

/**
 * Days from one day to another; less than nothing where it is before.
 *
 * @example daysBetween("2026-03-28", "2026-03-31") // 3
 */
export const daysBetween = (from: string, to: string): number =>
	Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

/** Day of the week, Monday 0. */
export const weekdayOf = (on: string): number => (new Date(`${on}T12:00:00Z`).getUTCDay() + 6) % 7;

/** A whole number between two ends, both allowed. */
export const whole = (low: number, high: number) => z.int().check(z.gte(low), z.lte(high));

/**
 * Words typed with commas between.
 *
 * @example splitWords(" near, far ,") // ["near", "far"]
 */
export const splitWords = (typed: string): string[] =>
	typed
		.split(",")
		.map((word) => word.trim())
		.filter(Boolean);

/** A time of day by the clock, `HH:MM`. */
export const clockTime = z.string().check(z.regex(/^([01]\d|2[0-3]):[0-5]\d$/));
