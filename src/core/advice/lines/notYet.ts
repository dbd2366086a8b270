import { usesRule } from "@/core/rules";
import type { Line } from "../line";

/** The rule went bust: the rung is closed for this lesson. */
export const notYet: Line = {
	name: "not-yet",
	propose({ input, counted }) {
		if (input.verdict.kind !== "not yet") return null;
		return {
			title: "Not today",
			reason: usesRule(input.visit.rule, "points")
				? "The score hit the losing mark. Try another day."
				: "The rule can no longer be met today. Try another day.",
			act: { kind: "next" },
			evidence: counted.map((t) => t.id),
		};
	},
};
