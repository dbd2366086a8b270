import type { Line } from "../line";

/** The last word on a warm-up. */
export const warmUp: Line = {
	name: "warm-up",
	always: true,
	propose: ({ input }) => ({
		title: "Warm-up",
		reason:
			input.visit.tries.length === 0
				? "Logged and counted as load; nothing is judged. The peg stays."
				: "Nothing is judged here. Back to the peg when they are warm.",
		act: input.visit.tries.length === 0 ? null : { kind: "peg" },
		evidence: [],
	}),
};
