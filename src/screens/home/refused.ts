import type * as z from "zod/mini";
import type { PageMessageId } from "@/core/languages/english";
import { tidy } from "@/core/text/tidy";

const fields = ["good", "tries", "minutes", "day"] as const;

/** What was typed, tidy; or a message for each field that cannot be taken, each once. */
export type Checked<T> = { ok: true; value: T } | { ok: false; messages: PageMessageId[] };

/** Parses what a student typed. The words are the page's own, in the student's language: the coach's sentences stay away. */
export function checked<T>(schema: z.ZodMiniType<T>, typed: unknown): Checked<T> {
	const read = schema.safeParse(tidy(typed));
	if (read.success) return { ok: true, value: read.data };
	const messages = read.error.issues.map(({ path }): PageMessageId => {
		const field = fields.find((one) => one === path.at(-1));
		return field ? `refused.${field}` : "refused.entry";
	});
	return { ok: false, messages: [...new Set(messages)] };
}
