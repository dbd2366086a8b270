import { list } from "@/core/words/numbers";
import type { Line } from "../line";

/** The rung's checklist is not confirmed today. */
export const care: Line = {
	name: "care",
	always: true,
	speak({ input }) {
		const open = input.later.careOpen ?? [];
		if (open.length === 0) return null;
		return {
			title: "Checklist first",
			reason: `Before the first try of the day: ${list(open)}.`,
			act: { kind: "care" },
			evidence: [],
		};
	},
};
