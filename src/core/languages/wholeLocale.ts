import besidePage from "./besidePage.json" with { type: "json" };
import type { MessageId } from "./english";
import { englishWith, type Locale, localeOver } from "./locale";
import onPage from "./onPage.json" with { type: "json" };
import type { Spoken } from "./spoken";

export type WholeLocale = Locale<MessageId>;

const english: WholeLocale = englishWith({ ...onPage, ...besidePage });

/** How everything is said that a student reads, the paper and the note among it. */
export const wholeLocaleOf = (spoken?: Spoken | null): WholeLocale => localeOver(english, spoken);
