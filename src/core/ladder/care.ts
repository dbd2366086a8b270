/** A line of a rung's checklist that comes back: "shake the arms out, every 10 tries". */
const EVERY = /\bevery (\d{1,3}) (?:tries|attempts)\b/i;

/** After how many tries a line of a checklist is asked for again; null for one that is asked for once a day. */
export function everyOf(line: string): number | null {
	const n = Number(EVERY.exec(line)?.[1] ?? 0);
	return n > 0 ? n : null;
}

/** The line without its "every n tries", as it is said when it is due. */
export const withoutEvery = (line: string): string =>
	line
		.replace(EVERY, "")
		.replace(/\s+/g, " ")
		.replace(/^[\s,;:]+|[\s,;:]+$/g, "");
