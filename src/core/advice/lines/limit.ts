import { plural } from "@/core/text/lists";
import type { Line } from "../line";

/** The limit is reached: on to the next thing, whatever the result. */
export const limit: Line = {
	name: "limit",
	propose({ input, placing, counted }) {
		const { verdict } = input;
		const dose = placing.policy === "fixed dose";
		if (verdict.left > 0) return null;
		const raised = verdict.raisedBy > 0 ? `, ${verdict.raisedBy} of them added today` : "";
		return {
			title: dose ? `All ${plural(verdict.used, "try")} done. Move on` : "Limit reached. Move on",
			reason: `${verdict.used} of ${plural(verdict.allowed, "try")} used${raised}. More now would only repeat what they already do.`,
			act: { kind: "next" },
			evidence: counted.slice(-1).map((t) => t.id),
		};
	},
};
