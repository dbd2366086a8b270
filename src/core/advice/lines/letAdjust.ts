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
		const since =
			seenSince > 0
				? `, seen ${plural(seenSince, "time")} since`
				: sinceCorrection === 0
					? " just now"
					: ` ${plural(sinceCorrection, "try")} ago`;
		const wait = seenSince > 0 ? plural(left, "more time") : plural(left, "more try");
		return {
			title: "Let adjust",
			reason: `${wordOf(lastWord)}${since}. Wait ${wait} before the next cue.`,
			act: null,
			evidence: counted.slice(counted.length - tries).map((t) => t.id),
		};
	},
};
