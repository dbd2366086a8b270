import { asc, eq, inArray, sql } from "drizzle-orm";
import { compileLanguage, Language } from "@/core/languages/language";
import type { Spoken } from "@/core/languages/spoken";
import type { Outcome } from "@/core/refusals/refusals";
import type { Store } from "./db";
import { addOrRevise, type Saved } from "./documents";
import * as t from "./schema";
import { findStudent } from "./students";

export interface LanguageRow extends Saved {
	language: Language;
}

/** All that the coach has added, by name. */
export async function listLanguages({ db }: Pick<Store, "db">): Promise<LanguageRow[]> {
	const rows = await db
		.select()
		.from(t.language)
		.orderBy(asc(sql`lower(${t.language.name})`));
	return rows.map(({ id, rev, body }) => ({ id, rev, language: Language.parse(body) }));
}

/** Names alone. */
export const languageNames = ({ db }: Pick<Store, "db">): Promise<{ code: string; name: string }[]> =>
	db
		.select({ code: t.language.id, name: t.language.name })
		.from(t.language)
		.orderBy(asc(sql`lower(${t.language.name})`));

/** A language as pages carry it; null for English, and for one that is not here. */
export async function spokenOf({ db }: Pick<Store, "db">, code: string | undefined): Promise<Spoken | null> {
	if (code === undefined) return null;
	const [row] = await db.select({ compiled: t.language.compiled }).from(t.language).where(eq(t.language.id, code));
	return row?.compiled ?? null;
}

/** Each of these languages once, as far as it is here. */
export async function spokenBy({ db }: Pick<Store, "db">, codes: readonly (string | undefined)[]): Promise<Spoken[]> {
	const some = [...new Set(codes.flatMap((code) => code ?? []))];
	if (some.length === 0) return [];
	const rows = await db.select({ compiled: t.language.compiled }).from(t.language).where(inArray(t.language.id, some));
	return rows.map(({ compiled }) => compiled);
}

/** The language a student's page is in; null for English. */
export const spokenFor = async (store: Store, student: string): Promise<Spoken | null> =>
	spokenOf(store, (await findStudent(store, student))?.student.language);

/** Adds a language by its code, or saves one against the revision it was opened at; compiled here, once. */
export async function saveLanguage({ write }: Store, language: Language, at: Saved | null): Promise<Outcome<Saved>> {
	const body = { ...language, code: at?.id ?? language.code };
	const compiled = compileLanguage(body).spoken;
	const { code: id, name } = body;
	return write((tx) =>
		addOrRevise(id, at, body, {
			what: "This language",
			add: () => tx.insert(t.language).values({ id, name, body, compiled }).onConflictDoNothing(),
			stands: (one) =>
				tx.select({ rev: t.language.rev, body: t.language.body }).from(t.language).where(eq(t.language.id, one)),
			revise: (one, changed) =>
				tx
					.update(t.language)
					.set({ name, body, compiled, ...changed })
					.where(eq(t.language.id, one)),
		}),
	);
}

/** Students who have it read English until they have another. */
export async function deleteLanguage({ write }: Store, code: string): Promise<void> {
	await write((tx) => tx.delete(t.language).where(eq(t.language.id, code)));
}
