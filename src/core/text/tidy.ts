import { DEPTH } from "./json";

/** Controls but tab and line break, the byte order mark, and what Unicode promises never to be a character. */
const unseen = /(?![\t\n\r])[\p{Cc}\p{Noncharacter_Code_Point}\uFEFF]/gu;
/** Most texts: letters of a typewriter, with nothing around them. */
const plain = /^(?:[!-~](?:[ -~]*[!-~])?)?$/;

/**
 * A text as a person meant it, once, where it is typed: without characters that nobody sees,
 * well formed (half of a surrogate pair is no character), trimmed, and Unicode-normalised, so that the
 * same name typed on two phones is the same name. What is stored is read back as it stands, and never tidied again.
 *
 * @example tidyText("\uFEFF na\u0000me ") // "name"
 */
export const tidyText = (typed: string): string =>
	plain.test(typed) ? typed : typed.toWellFormed().replace(unseen, "").trim().normalize("NFC");

/** What was typed is nested deeper than anything of ours. */
export class TooDeep extends Error {}

/**
 * A value that was typed, with every text in it as {@link tidyText} makes it; the very same where all are. What is
 * neither a list nor plain fields (a file, a moment) stays.
 *
 * @throws TooDeep
 */
export function tidy<T>(value: T, depth = 1): T {
	return tidied(value, depth) as T;
}

function tidied(value: unknown, depth: number): unknown {
	if (typeof value === "string") return tidyText(value);
	if (typeof value !== "object" || value === null) return value;
	if (depth > DEPTH) throw new TooDeep();
	if (Array.isArray(value)) {
		const list = value.map((one) => tidied(one, depth + 1));
		return list.every((one, i) => one === value[i]) ? value : list;
	}
	const proto = Object.getPrototypeOf(value);
	if (proto !== Object.prototype && proto !== null) return value;
	let changed = false;
	const fields = Object.entries(value).map(([key, inside]) => {
		const [name, now] = [tidyText(key), tidied(inside, depth + 1)];
		changed ||= name !== key || now !== inside;
		return [name, now] as const;
	});
	return changed ? Object.fromEntries(fields) : value;
}
