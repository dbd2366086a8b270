"use server";

import { revalidatePath } from "next/cache";
import * as z from "zod/mini";
import { linesOf } from "@/core/formats/cells";
import {
	compileLanguage,
	freshLanguage,
	Language,
	type LanguageTable,
	languageLabels,
	readLanguageRows,
} from "@/core/languages/language";
import { LanguageCode } from "@/core/languages/spoken";
import { type Outcome, parse, refuse } from "@/core/refusals/refusals";
import { ident, label, whole } from "@/core/text/fields";
import type { Saved } from "@/store/documents";
import { deleteLanguage, languageNames, saveLanguage } from "@/store/languages";
import { store } from "./store";

/** What comes in about students' languages: parsed once here, written whole or not at all. */

const At = z.object({ id: ident, rev: whole(0, 2147483647) });

/** A language by its code, with nothing in it yet. */
export async function addLanguage(code: unknown, name: unknown): Promise<Outcome<Saved>> {
	const known = LanguageCode.safeParse(code);
	if (!known.success)
		return refuse(
			"code",
			"Code: enter the language’s code in small letters, such as pl, fr or pt-BR. English is built in.",
		);
	const read = parse(z.object({ name: label(60) }), { name }, languageLabels);
	if (!read.ok) return read;
	const open = await store();
	if ((await languageNames(open)).some(({ code: there }) => there === known.data))
		return refuse("code", `Code: ${known.data} is in the list already. Open it there.`);
	const saved = await saveLanguage(open, freshLanguage(known.data, read.value.name), null);
	if (saved.ok) revalidatePath("/", "layout");
	return saved;
}

/** A language as it is edited: refused as long as one of its messages cannot be read. */
export async function keepLanguage(body: unknown, at: unknown): Promise<Outcome<Saved>> {
	const place = parse(At, at);
	if (!place.ok) return place;
	const read = parse(Language, body, languageLabels);
	if (!read.ok) return read;
	const { refused } = compileLanguage(read.value);
	if (refused.length > 0) return { ok: false, refusals: refused };
	return saveLanguage(await store(), read.value, place.value);
}

const MOST_TABLE = 1_000_000;

/** What a filled-in table holds, row by row; nothing is written yet. */
export async function lookAtLanguageTable(code: unknown, text: unknown): Promise<Outcome<LanguageTable>> {
	const read = parse(
		z.object({ code: LanguageCode, text: z.string().check(z.maxLength(MOST_TABLE)) }),
		{ code, text },
		{ text: "table" },
	);
	if (!read.ok) return read;
	const lines = linesOf(read.value.text);
	if (typeof lines === "string") return refuse("text", lines);
	return {
		ok: true,
		value: readLanguageRows(
			lines.map(({ cells }) => cells),
			read.value.code,
		),
	};
}

/** Students who have it read English from now on. */
export async function removeLanguage(code: unknown): Promise<Outcome<null>> {
	const read = parse(z.object({ code: LanguageCode }), { code });
	if (!read.ok) return read;
	await deleteLanguage(await store(), read.value.code);
	revalidatePath("/", "layout");
	return { ok: true, value: null };
}
