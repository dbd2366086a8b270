import type { Line } from "../line";

/** The rule went bust: the rung is closed for this lesson. */
export const notYet: Line = {
	name: "not-yet",
	speak({ input, counted }) {
		if (input.verdict.kind !== "not yet") return null;
		return {
			title: "Not yet: closed for today",
			reason: "The score fell to its bust mark. Another day.",
			act: { kind: "next" },
			evidence: counted.map((t) => t.id),
		};
	},
};
