import { list } from "@/core/text/lists";
import type { Line } from "../line";

const NEEDED = 2;

/** Two marks of rushed, tense or tired within the last six attempts. */
export const pause: Line = {
	name: "pause",
	propose({ stateMarks, fresh }) {
		if (stateMarks.length < NEEDED) return null;
		return {
			title: "Pause",
			reason: `You marked ${list([...new Set(stateMarks)])} in the last six tries. Take a drink and a breath, then go on.`,
			act: { kind: "pause" },
			evidence: fresh.slice(-6).map((t) => t.id),
		};
	},
};
