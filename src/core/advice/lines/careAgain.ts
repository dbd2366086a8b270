import { everyOf, withoutEvery } from "@/core/ladder/care";
import { list } from "@/core/text/lists";
import type { Line } from "../line";

/** Lines of the rung's checklist that are asked for again after so many tries. */
export const careAgain: Line = {
	name: "care-again",
	always: true,
	propose({ input }) {
		const due = input.context.careAgain ?? [];
		const [first] = due;
		if (first === undefined) return null;
		return {
			title: "Once more",
			reason: `After ${everyOf(first)} tries: ${list(due.map(withoutEvery))}.`,
			act: { kind: "care", items: due },
			evidence: [],
		};
	},
};
