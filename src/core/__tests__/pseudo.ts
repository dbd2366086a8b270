import { compileMessageOrThrow } from "@lingui/message-utils/compileMessage";
import { english, messageIds } from "@/core/languages/english";
import type { Language } from "@/core/languages/language";
import { argumentsOf } from "@/core/languages/messages";

/**
 * A made-up language in which every message says its id between these brackets, with all its values: what is read
 * without them was not said in the student's language.
 */
export const pseudo: Language = {
	code: "ja",
	name: "Made up",
	messages: Object.fromEntries(
		messageIds.map((id) => {
			const values = argumentsOf(compileMessageOrThrow(english[id])).map((name) => `{${name}}`);
			const [first, ...others] = values;
			const said = english[id].includes("<b>") ? [`<b>${first}</b>`, ...others] : values;
			return [id, `⟦${[id, ...said].join(" ")}⟧`];
		}),
	),
};
