import { openPain } from "@/core/log/view";
import type { Line } from "../line";

/** Pain in this visit that nobody has asked about since. */
export const stop: Line = {
	name: "stop",
	always: true,
	propose({ input }) {
		const pain = openPain(input.visit);
		if (!pain) return null;
		return {
			title: `Stop: pain, ${pain.part}`,
			reason:
				"Stop work on this rung. If the pain stays or is sharp, have a professional look at it before the next lesson.",
			act: { kind: "next" },
			evidence: [],
		};
	},
};
