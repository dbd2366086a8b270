import * as z from "zod/mini";

/**
 * Free text a person typed: trimmed, Unicode-normalised (so that the same name
 * typed on two phones is the same name), at most `max` characters.
 */
export const text = (max: number) => z.string().check(z.trim(), z.normalize("NFC"), z.maxLength(max));

/** A name or label: as {@link text}, and not empty. */
export const label = (max: number) => z.string().check(z.trim(), z.normalize("NFC"), z.minLength(1), z.maxLength(max));

/** An identifier made by a device or by us: short, no spaces, never shown. */
export const ident = z.string().check(z.regex(/^[A-Za-z0-9_-]{1,64}$/));

/** A calendar day, `YYYY-MM-DD`, that exists. */
export const day = z.string().check(
	z.regex(/^\d{4}-\d{2}-\d{2}$/),
	z.refine((s) => {
		const [y, m, d] = s.split("-").map(Number);
		const date = new Date(Date.UTC(y ?? 0, (m ?? 0) - 1, d));
		return date.getUTCMonth() + 1 === m && date.getUTCDate() === d;
	}),
);

/** A whole number between two ends, both allowed. */
export const whole = (low: number, high: number) => z.int().check(z.gte(low), z.lte(high));

/** Words typed with commas between. */
export const splitWords = (typed: string): string[] =>
	typed
		.split(",")
		.map((word) => word.trim())
		.filter(Boolean);
