import { usesRule } from "@/core/rules";
import type { Line } from "../line";

/** The rule went bust: the rung is closed for this lesson. */
export const notYet: Line = {
	name: "not-yet",
	propose({ input, counted }) {
		if (input.verdict.kind !== "not yet") return null;
		return {
			title: "Not yet: closed for today",
			reason: usesRule(input.visit.rule, "points")
				? "The score fell to its bust mark. Another day."
				: "The rule is lost for today. Another day.",
			act: { kind: "next" },
			evidence: counted.map((t) => t.id),
		};
	},
};
