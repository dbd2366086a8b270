import type { CompiledMessage } from "@lingui/message-utils/compileMessage";
import * as z from "zod/mini";

/** What is kept and carried of a student's language: apart from what reads and says it, so that a lesson carries neither. */

/** A language's code by BCP 47, as far as students' languages need it: "pl", "pt-BR", "zh-Hant". */
export const LanguageCode = z.string().check(
	z.regex(/^[a-z]{2,3}(-[A-Za-z]{4})?(-([A-Z]{2}|[0-9]{3}))?$/),
	z.refine((code) => code !== "en" && isKnown(code)),
);

function isKnown(code: string): boolean {
	try {
		return Intl.getCanonicalLocales(code)[0] === code;
	} catch {
		return false;
	}
}

/** A student's language as a page carries it: its messages compiled, so that no parser goes with them. */
export const Spoken = z.object({
	code: LanguageCode,
	/** What is missing is read in English. */
	messages: z.record(z.string(), z.custom<CompiledMessage>(Array.isArray)),
});
export type Spoken = z.infer<typeof Spoken>;
