import {
	type CompiledMessage,
	type CompiledMessageToken,
	compileMessageOrThrow,
} from "@lingui/message-utils/compileMessage";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { list } from "@/core/text/lists";
import { english, type MessageId } from "./english";

/** What a coach writes for a message, read once when it is saved. */

/** As long as one message may be. */
export const MOST_LETTERS = 1000;

type Choices = Record<string, CompiledMessage | number | undefined>;
const isChoice = (
	token: CompiledMessageToken,
): token is [name: string, type: "plural" | "selectordinal" | "select", choices: Choices] =>
	Array.isArray(token) && (token[1] === "plural" || token[1] === "selectordinal" || token[1] === "select");

/** All tokens of a message, those inside its forms among them. */
const tokensOf = (message: CompiledMessage): CompiledMessageToken[] =>
	message.flatMap((token) => [
		token,
		...(isChoice(token) ? formsOf(token[2]).flatMap(([, one]) => tokensOf(one)) : []),
	]);

const formsOf = (choices: Choices): [form: string, message: CompiledMessage][] =>
	Object.entries(choices).flatMap(([form, message]): [string, CompiledMessage][] =>
		Array.isArray(message) ? [[form, message]] : [],
	);

/** What a message is given, by name. */
export const argumentsOf = (message: CompiledMessage): string[] => [
	...new Set(tokensOf(message).flatMap((token) => (Array.isArray(token) ? [token[0]] : []))),
];

/** `<b>` and `</b>` in their order. */
const boldIn = (words: string): string => (words.match(/<\/?b>/g) ?? []).join("");

const inBraces = (names: readonly string[]): string => list(names.map((name) => `{${name}}`));

/** What is wrong with the names between braces; null where they are those of the English message. */
function troubleInNames(wanted: readonly string[], given: readonly string[]): string | null {
	const unknown = given.filter((name) => !wanted.includes(name));
	if (unknown.length > 0)
		return `remove ${inBraces(unknown)}.${wanted.length > 0 ? ` This message has ${inBraces(wanted)}.` : ""}`;
	const missing = wanted.filter((name) => !given.includes(name));
	return missing.length > 0 ? `add ${inBraces(missing)}.` : null;
}

/** The forms a choice must have: those of the language for a number, the last resort for everything else. */
const formsNeeded = (type: "plural" | "selectordinal" | "select", code: string): readonly string[] =>
	type === "select"
		? ["other"]
		: new Intl.PluralRules([code, "en"], { type: type === "plural" ? "cardinal" : "ordinal" }).resolvedOptions()
				.pluralCategories;

/** What is wrong with one part of a message; null where nothing is. */
function troubleInToken(token: CompiledMessageToken, code: string): string | null {
	if (!Array.isArray(token)) return null;
	if (!isChoice(token))
		return token[1] === undefined || token[1] === "number" ? null : `write {${token[0]}} without “${token[1]}”.`;
	const forms = formsOf(token[2]).map(([form]) => form);
	const lacks = formsNeeded(token[1], code).filter((form) => !forms.includes(form));
	return lacks.length === 0
		? null
		: `{${token[0]}} needs ${lacks.length === 1 ? "the form" : "the forms"} ${list(lacks)}.`;
}

/** What is wrong with a message that can be read; null where it says all that the English one does. */
function troubleIn(id: MessageId, words: string, message: CompiledMessage, code: string): string | null {
	const bold = boldIn(english[id]);
	return (
		troubleInNames(argumentsOf(compileMessageOrThrow(english[id])), argumentsOf(message)) ??
		(boldIn(words) === bold
			? null
			: bold === ""
				? "remove <b> and </b>."
				: "keep one <b> and one </b>, in this order.") ??
		tokensOf(message)
			.map((token) => troubleInToken(token, code))
			.find((trouble) => trouble !== null) ??
		null
	);
}

/**
 * Reads what stands for a message in a language.
 *
 * @returns the message compiled, as pages carry it; a refusal that names the message where it cannot be read, lacks
 * a part that the English one has, or a plural form that the language needs
 */
export function readMessage(id: MessageId, words: string, code: string): Outcome<CompiledMessage> {
	const refused = (why: string) => refuse(id, `“${id}”: ${why}`);
	const unmatched = "the braces do not match. Copy them as they stand in English.";
	if (words.length > MOST_LETTERS) return refused(`write at most ${MOST_LETTERS} letters.`);
	let message: CompiledMessage;
	try {
		message = compileMessageOrThrow(words);
	} catch {
		return refused(unmatched);
	}
	if (tokensOf(message).some((token) => typeof token === "string" && /[{}]/.test(token))) return refused(unmatched);
	const trouble = troubleIn(id, words, message, code);
	return trouble ? refused(trouble) : { ok: true, value: message };
}
