import { plural } from "@/core/text/lists";
import { wordOf } from "../facts";
import type { Line } from "../line";

/** Fewer tries than the rung gives since the last correction of any kind. */
export const letAdjust: Line = {
	name: "let-adjust",
	propose({ sinceCorrection, seenSince, lastWord, settings, counted }) {
		if (sinceCorrection === null || sinceCorrection >= settings.adjust) return null;
		const left = settings.adjust - sinceCorrection;
		const tries = sinceCorrection - seenSince;
		const inPlay = `${wordOf(lastWord)}; seen ${plural(seenSince, "time")} since, ${left} more before the next word.`;
		return {
			title: "Let adjust",
			reason:
				seenSince > 0
					? inPlay
					: `${wordOf(lastWord)} ${sinceCorrection === 0 ? "just now" : `${plural(sinceCorrection, "try", "tries")} ago`}; ${plural(left, "more try", "more tries")} before the next word.`,
			act: null,
			evidence: counted.slice(counted.length - tries).map((t) => t.id),
		};
	},
};
