import * as z from "zod/mini";
import type { Refusal } from "@/core/refusals/refusals";
import { label, text } from "@/core/text/fields";
import { english, type MessageId, messageIds } from "./english";
import { MOST_LETTERS, readMessage } from "./messages";
import { LanguageCode, type Spoken } from "./spoken";

/** A language that the coach adds: what stands in it for each message, in ICU's way of writing; what is missing is read in English. */
export const Language = z.object({
	code: LanguageCode,
	name: label(60),
	messages: z.record(z.string().check(z.maxLength(60)), text(MOST_LETTERS)),
});
export type Language = z.infer<typeof Language>;

export const languageLabels = { code: "code", name: "name", messages: "messages" };

export const freshLanguage = (code: string, name: string): Language => ({ code, name, messages: {} });

/** A language as pages carry it, and what of it cannot be read; ids that no build knows any more are left out. */
export function compileLanguage({ code, messages }: Language): { spoken: Spoken; refused: Refusal[] } {
	const spoken: Spoken = { code, messages: {} };
	const refused: Refusal[] = [];
	for (const id of messageIds) {
		const words = messages[id];
		if (!words) continue;
		const read = readMessage(id, words, code);
		if (read.ok) spoken.messages[id] = read.value;
		else refused.push(...read.refusals);
	}
	return { spoken, refused };
}

/** How many messages a language has of all there are. */
export const doneIn = ({ messages }: Pick<Language, "messages">): number =>
	messageIds.filter((id) => Boolean(messages[id])).length;

/** The columns of a language's table: the id, what it is in English, what it is to be. */
export const languageColumns = ["id", "English", "translation"] as const;

/** The table as it is downloaded and filled in, its head first. */
export const languageRows = ({ messages }: Pick<Language, "messages">): string[][] => [
	[...languageColumns],
	...messageIds.map((id) => [id, english[id], messages[id] ?? ""]),
];

/** What of a filled-in table is taken, and which rows are not, each by its name. */
export interface LanguageTable {
	messages: Record<string, string>;
	refused: Refusal[];
}

/**
 * Reads a filled-in table, row by row: a row that is empty says nothing, one that cannot be read takes no other with
 * it. A column moved or added does no harm while the head names `id` and `translation`.
 *
 * @param rows the table's cells, its head first
 */
export function readLanguageRows(rows: readonly (readonly string[])[], code: string): LanguageTable {
	const [head = [], ...lines] = rows;
	const at = (name: string) => head.findIndex((cell) => cell.trim().toLowerCase() === name);
	const [idAt, wordsAt] = [at("id"), at("translation")];
	if (idAt < 0 || wordsAt < 0)
		return {
			messages: {},
			refused: [{ path: "", sentence: "The table needs the columns “id” and “translation”. Keep its first line." }],
		};
	const table: LanguageTable = { messages: {}, refused: [] };
	for (const line of lines) {
		const id = (line[idAt] ?? "").trim();
		const words = (line[wordsAt] ?? "").trim();
		if (words === "") continue;
		if (!isMessage(id)) {
			table.refused.push({ path: id, sentence: `“${id}” is no message. Keep the column “id” as it was downloaded.` });
			continue;
		}
		const read = readMessage(id, words, code);
		if (read.ok) table.messages[id] = words;
		else table.refused.push(...read.refusals);
	}
	return table;
}

const isMessage = (id: string): id is MessageId => Object.hasOwn(english, id);
