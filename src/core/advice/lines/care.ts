import { list } from "@/core/text/lists";
import type { Line } from "../line";

/** The rung's checklist is not confirmed today. */
export const care: Line = {
	name: "care",
	always: true,
	propose({ input }) {
		const open = input.context.careOpen ?? [];
		if (open.length === 0) return null;
		return {
			title: "Checklist first",
			reason: `Before the first try of the day: ${list(open)}.`,
			act: { kind: "care", items: open },
			evidence: [],
		};
	},
};
