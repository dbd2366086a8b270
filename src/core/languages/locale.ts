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

/** How English says things, by its compiled messages. */
export function englishWith<Id extends string>(messages: unknown): Locale<Id> {
	const english = sayer("en", messages as Spoken["messages"]);
	return {
		code: "en",
		dir: "ltr",
		say: (id, values) => english._(id, values),
		day: englishDay,
		list: englishList,
		weekday: (n) => englishDay(dayAfter(MONDAY, n), MONDAY).slice(0, 3),
	};
}

/**
 * How a student's language says things.
 *
 * @param english for those who have no other language, and for what theirs lacks, with English plural forms
 */
export function localeOver<Id extends string>(english: Locale<Id>, spoken: Spoken | null | undefined): Locale<Id> {
	if (!spoken) return english;
	const { code, messages } = spoken;
	const theirs = sayer(code, messages);
	const lists = new Intl.ListFormat([code, "en"]);
	const weekdays = new Intl.DateTimeFormat([code, "en"], { weekday: "short", timeZone: "UTC" });
	return {
		code,
		dir: directionOf(code),
		say: (id, values) => (id in messages ? theirs._(id, values) : english.say(id, values)),
		day: dayIn(code),
		list: (words) => lists.format(words),
		weekday: (n) => weekdays.format(new Date(dayAfter(MONDAY, n))),
	};
}

const onPage: Locale = englishWith(pageEnglish);

/** How the student's page says things. */
export const localeOf = (spoken?: Spoken | null): Locale => localeOver(onPage, spoken);
