import { openPain } from "@/core/log/view";
import type { Line } from "../line";

/** Pain in this visit, or a load limit reached. */
export const stop: Line = {
	name: "stop",
	always: true,
	propose({ input }) {
		const pain = openPain(input.visit);
		if (pain)
			return {
				title: `Stop: pain, ${pain.part}`,
				reason:
					"Pain ends the work on this rung. If it stays or is sharp, a professional looks at it before the next lesson.",
				act: { kind: "next" },
				evidence: [],
			};
		const load = input.context.loadReached;
		if (!load) return null;
		return {
			title: `Stop: ${load.part} has had enough`,
			reason: load.words,
			act: { kind: "next" },
			evidence: [],
		};
	},
};
