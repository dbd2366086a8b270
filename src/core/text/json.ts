/**
 * What JSON lets through and a record cannot keep: half of a surrogate pair is no text,
 * a number too large for a double is read as infinite, and brackets in brackets without
 * end take down whoever walks them.
 */

/** Deeper than anything of ours, and shallower than any reader's limit. */
export const DEPTH = 30;

/** A database's text ends at this one: what stood behind it would be lost. */
const NUL = "\0";
const troubleOf = (text: string): "a broken character" | "a character that cannot be stored" | null =>
	text.includes(NUL) ? "a character that cannot be stored" : text.isWellFormed() ? null : "a broken character";

/** Why a value that came as JSON cannot be kept as it is; null where it can. Never recursive. */
export function jsonTrouble(value: unknown): string | null {
	const open: [unknown, number][] = [[value, 1]];
	for (let next = open.pop(); next; next = open.pop()) {
		const [one, depth] = next;
		const trouble = typeof one === "string" && troubleOf(one);
		if (trouble) return `One text contains ${trouble}.`;
		if (typeof one === "number" && !Number.isFinite(one)) return "A number in it is too large.";
		if (typeof one !== "object" || one === null) continue;
		if (depth > DEPTH) return `It is nested over ${DEPTH} deep.`;
		for (const [key, inside] of Object.entries(one)) {
			const wrong = troubleOf(key);
			if (wrong) return `A name in it contains ${wrong}.`;
			open.push([inside, depth + 1]);
		}
	}
	return null;
}

/**
 * Any value that came as JSON, written down again: word for word where that is possible.
 * A number that was read as infinite is named, and what is nested too deeply to be
 * written is left out and said to be.
 */
export function writeJson(raw: unknown): string {
	const whole = (value: unknown) =>
		JSON.stringify(value, (_, one) => (typeof one === "number" && !Number.isFinite(one) ? String(one) : one)) ?? "null";
	try {
		return whole(raw);
	} catch {
		return whole(shallow(raw, DEPTH));
	}
}

const shallow = (value: unknown, depth: number): unknown => {
	if (typeof value !== "object" || value === null) return value;
	if (depth === 0) return "(nested too deeply to be written down)";
	return Array.isArray(value)
		? value.map((one) => shallow(one, depth - 1))
		: Object.fromEntries(Object.entries(value).map(([key, one]) => [key, shallow(one, depth - 1)]));
};
