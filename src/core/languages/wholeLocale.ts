import besidePage from "./besidePage.json" with { type: "json" };
import type { MessageId } from "./english";
import { type Locale, localeWith } from "./locale";
import onPage from "./onPage.json" with { type: "json" };
import type { Spoken } from "./spoken";

export type WholeLocale = Locale<MessageId>;

/** How everything is said that a student reads, the paper and the note among it. */
export const wholeLocaleOf = (spoken?: Spoken | null): WholeLocale => localeWith({ ...onPage, ...besidePage }, spoken);
