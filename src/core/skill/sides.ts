/**
 * Side tokens: one text for either side. `{this}` is the side the ladder is on,
 * `{across}` the opposite one; `{strong}` and `{weak}` are the student's own. On a
 * ladder without a side, `{this}` is the strong one.
 */

export const sideTokens = ["this", "across", "strong", "weak"] as const;
type Token = (typeof sideTokens)[number];
type BodySide = "left" | "right";

const mirrored: Record<Token, Token> = { this: "across", across: "this", strong: "weak", weak: "strong" };
const opposite = (hand: BodySide): BodySide => (hand === "left" ? "right" : "left");

/** Anything in braces without braces inside. */
const TOKEN = /\{([^{}]*)\}/g;
const isToken = (word: string): word is Token => (sideTokens as readonly string[]).includes(word);
const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);
/** `{This}` begins a sentence. */
const bare = (word: string) => word.charAt(0).toLowerCase() + word.slice(1);
const likeIt = (word: string, like: string) => (/^\p{Lu}/u.test(like) ? capital(word) : word);

/** The text as the other side reads it. Done twice, it is the text again. */
export const mirror = (text: string): string =>
	text.replace(TOKEN, (whole, word: string) =>
		isToken(bare(word)) ? `{${likeIt(mirrored[bare(word) as Token], word)}}` : whole,
	);

export interface Sides {
	/** The ladder's side. */
	side: BodySide | "none";
	/** The student's strong side. */
	strong: BodySide;
}

/** The text with left and right in the places of its tokens; what is no token stays as it stands. */
export function readSides(text: string, { side, strong }: Sides): string {
	const here = side === "none" ? strong : side;
	const hands: Record<Token, BodySide> = {
		this: here,
		across: opposite(here),
		strong,
		weak: opposite(strong),
	};
	return text.replace(TOKEN, (whole, word: string) =>
		isToken(bare(word)) ? likeIt(hands[bare(word) as Token], word) : whole,
	);
}

export interface SideMark {
	/** A token nobody knows, or a side written out where a token would fit either. */
	what: "unknown" | "missing";
	word: string;
}

const WRITTEN = /\b(left|right)(?=[ -](?:hand|arm|foot|leg|knee|hip|elbow|wrist|shoulder|side|eye|ear)s?\b)/gi;

/** What to look at again in a text: unknown tokens, and sides of the body written out as left or right. */
export const sideMarks = (text: string): SideMark[] => [
	...[...text.matchAll(TOKEN)].flatMap(([whole, word = ""]) =>
		isToken(bare(word)) ? [] : [{ what: "unknown" as const, word: whole }],
	),
	...[...text.matchAll(WRITTEN)].map(([word]) => ({ what: "missing" as const, word })),
];

/** Sides of the body written out become tokens, as seen from a ladder on the side `here`. */
export const withTokens = (text: string, here: BodySide): string =>
	text.replace(WRITTEN, (word) => `{${likeIt(word.toLowerCase() === here ? "this" : "across", word)}}`);

/** Every text inside a plain value, with where it stands; for marking and for reading out. */
export function textsIn(value: unknown, path: string[] = []): { path: string[]; text: string }[] {
	if (typeof value === "string") return [{ path, text: value }];
	if (Array.isArray(value)) return value.flatMap((one, i) => textsIn(one, [...path, String(i)]));
	if (value && typeof value === "object")
		return Object.entries(value).flatMap(([key, one]) => textsIn(one, [...path, key]));
	return [];
}

/** A plain value with the texts of it changed and all else as it was. */
export function mapTexts<T>(value: T, to: (text: string) => string): T {
	if (typeof value === "string") return to(value) as T;
	if (Array.isArray(value)) return value.map((one) => mapTexts(one, to)) as T;
	if (value && typeof value === "object")
		return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, mapTexts(one, to)])) as T;
	return value;
}
