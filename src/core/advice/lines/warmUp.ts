import type { Line } from "../line";

/** The last word on a warm-up. */
export const warmUp: Line = {
	name: "warm-up",
	always: true,
	propose: ({ input }) => ({
		title: "Warm-up",
		reason:
			input.visit.tries.length === 0
				? "These tries are logged and count as load, but are not judged. The peg stays."
				: "Tries are not judged here. Back to the peg when they are warm.",
		act: input.visit.tries.length === 0 ? null : { kind: "peg" },
		evidence: [],
	}),
};
