import type { Line } from "../line";

/** A part of the body has taken as much as it may. */
export const load: Line = {
	name: "load",
	always: true,
	propose({ input }) {
		const [first] = input.context.loadReached ?? [];
		if (!first) return null;
		return {
			title: `Enough for the ${first.part}`,
			reason: `${Math.round(first.load)} of ${first.limit} ${first.of === "day" ? "today" : "in seven days"}. Choose other work, or raise the limit and say why.`,
			act: { kind: "next" },
			evidence: [],
		};
	},
};
