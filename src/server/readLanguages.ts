import { doneIn } from "@/core/languages/language";
import { type LanguageRow, languageNames, listLanguages } from "@/store/languages";
import { listStudents } from "@/store/students";
import { store } from "./store";

export interface LanguagesPage {
	languages: { code: string; name: string; done: number; students: string[] }[];
	/** The one that is open. */
	open: LanguageRow | null;
}

/** The languages with how far each is and who has it; the one of a code is opened. */
export async function readLanguages(code: string | undefined): Promise<LanguagesPage> {
	const open = await store();
	const [rows, people] = await Promise.all([listLanguages(open), listStudents(open)]);
	return {
		languages: rows.map(({ id, language }) => ({
			code: id,
			name: language.name,
			done: doneIn(language),
			students: people.flatMap(({ student, archived }) => (!archived && student.language === id ? [student.name] : [])),
		})),
		open: rows.find(({ id }) => id === code) ?? null,
	};
}

/** The languages a student may have, by name. */
export const readLanguageNames = async (): Promise<{ code: string; name: string }[]> => languageNames(await store());
