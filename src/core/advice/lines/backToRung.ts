import type { Entry } from "@/core/log/view";
import type { Line } from "../line";

/** So many good in a row on the easier form, and the rung itself is tried again: it shows calm, not mastery. */
export const CALM = 3;

/** Good tries in a row on the easier form, since it was last begun. */
export function calmOn(entries: readonly Entry[]): string[] {
	const run: string[] = [];
	for (const { try: tried, event } of entries.toReversed()) {
		if (event.kind === "tally") break;
		if (!tried?.counted) continue;
		if (tried.variation !== "easier" || !tried.good) break;
		run.push(tried.id);
	}
	return run.reverse();
}

/** The easier form has its own way back: the rung's rule is judged on the rung alone. */
export const backToRung: Line = {
	name: "back-to-rung",
	propose({ input, settings }) {
		if (input.variation !== "easier" || input.visit.placing.easedBy) return null;
		if (input.verdict.kind === "met" || input.verdict.left === 0) return null;
		const run = calmOn(input.visit.entries);
		const met = input.visit.judgements.easier.met;
		if (run.length < CALM && !met) return null;
		return {
			title: `Back to the rung: ${settings.name}`,
			reason:
				run.length >= CALM
					? `${run.length} good in a row on the easier form. Only the rung itself can be passed.`
					: "The rule is met on the easier form. Only the rung itself can be passed.",
			act: { kind: "variation", to: "own" },
			evidence: run,
		};
	},
};
