import { setupI18n } from "@lingui/core";
import { dayIn, englishDay } from "@/core/text/days";
import { dayAfter } from "@/core/text/fields";
import { list as englishList } from "@/core/text/lists";
import type { PageMessageId } from "./english";
import pageEnglish from "./onPage.json" with { type: "json" };
import type { Spoken } from "./spoken";

export type Values = Readonly<Record<string, string | number>>;
/** A message with its values put in. */
export type Say<Id extends string = PageMessageId> = (id: Id, values?: Values) => string;

/** All that is said in one language. */
export interface Locale<Id extends string = PageMessageId> {
	code: string;
	dir: "ltr" | "rtl";
	say: Say<Id>;
	/** The year is said only where it is another than that of `from`. */
	day: (day: string, from: string) => string;
	list: (words: readonly string[]) => string;
	/** Monday 0. */
	weekday: (n: number) => string;
}

/** Scripts that are written from the right (Unicode, Bidi_Class R and AL). */
const FROM_THE_RIGHT = new Set(["Adlm", "Arab", "Hebr", "Nkoo", "Rohg", "Syrc", "Thaa"]);

/** From where a language is written. */
export const directionOf = (code: string): Locale["dir"] =>
	FROM_THE_RIGHT.has(new Intl.Locale(code).maximize().script ?? "") ? "rtl" : "ltr";

const sayer = (code: string, messages: Spoken["messages"]): ReturnType<typeof setupI18n> =>
	setupI18n({ locale: code, locales: [code, "en"], messages: { [code]: messages } });

/** Some Monday. */
const MONDAY = "2024-01-01";

/**
 * How a language says things.
 *
 * @param english compiled, by id: for those who have no other language, and for what theirs lacks
 */
export function localeWith<Id extends string>(english: unknown, spoken: Spoken | null | undefined): Locale<Id> {
	const ours = sayer("en", english as Spoken["messages"]);
	const sayEnglish: Say<Id> = (id, values) => ours._(id, values);
	if (!spoken)
		return {
			code: "en",
			dir: "ltr",
			say: sayEnglish,
			day: englishDay,
			list: englishList,
			weekday: (n) => englishDay(dayAfter(MONDAY, n), MONDAY).slice(0, 3),
		};
	const { code, messages } = spoken;
	const theirs = sayer(code, messages);
	const lists = new Intl.ListFormat([code, "en"]);
	const weekdays = new Intl.DateTimeFormat([code, "en"], { weekday: "short", timeZone: "UTC" });
	return {
		code,
		dir: directionOf(code),
		// Each id by itself: what is English has English plural forms.
		say: (id, values) => (id in messages ? theirs._(id, values) : sayEnglish(id, values)),
		day: dayIn(code),
		list: (words) => lists.format(words),
		weekday: (n) => weekdays.format(new Date(dayAfter(MONDAY, n))),
	};
}

/** How the student's page says things. */
export const localeOf = (spoken?: Spoken | null): Locale => localeWith(pageEnglish, spoken);
