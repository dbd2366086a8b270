import type { PageMessageId } from "@/core/languages/english";
import type { Refusal } from "@/core/refusals/refusals";

const fields = ["good", "tries", "minutes", "day"] as const;

/** What was not taken of an entry: a message a field, each once. */
export const refusedBy = (refusals: readonly Refusal[]): PageMessageId[] => [
	...new Set(
		refusals.map(({ path }): PageMessageId => {
			const field = fields.find((one) => one === path.split(".").at(-1));
			return field ? `refused.${field}` : "refused.entry";
		}),
	),
];
