import type { Direction } from "@/core/log/kinds";
import type { Entry, TryView } from "@/core/log/lesson";
import { plural } from "@/core/words/numbers";
import type { Facts } from "../facts";
import type { Line } from "../line";

/** Since the last cue on a position it is off in the other direction. */
export const overCorrected: Line = {
	name: "over-corrected",
	speak(facts) {
		for (const position of facts.placing.positions) {
			const swing = swungOver(facts, position.id);
			if (swing)
				return {
					title: `Over-corrected ${position.short}: let adjust`,
					reason: `Before the cue it was ${swing.before === "short" ? "short of" : "beyond"} its range, now it is ${swing.now === "short" ? "short of" : "beyond"} it. It moved; leave it alone.`,
					act: null,
					evidence: [swing.by.id],
					position: position.id,
				};
		}
		return null;
	},
};

function swungOver(facts: Facts, position: string): { before: Direction; now: Direction; by: TryView } | null {
	const { entries } = facts.input.visit;
	const at = entries.findLastIndex(
		({ event }) => event.kind === "feedback" && event.body.type !== "confirmation" && event.body.position === position,
	);
	if (at < 0) return null;
	const cue = entries[at]?.event;
	const before =
		(cue?.kind === "feedback" ? cue.body.direction : undefined) ??
		lastDirection(entries.slice(0, at), position)?.direction;
	const now = lastDirection(entries.slice(at + 1), position);
	return before && now && now.direction !== before ? { before, now: now.direction, by: now.by } : null;
}

function lastDirection(entries: readonly Entry[], position: string): { direction: Direction; by: TryView } | null {
	for (let i = entries.length - 1; i >= 0; i--) {
		const tried = entries[i]?.try;
		if (!tried?.counted) continue;
		const direction = tried.body.off.find((off) => off.position === position)?.direction;
		if (direction) return { direction, by: tried };
	}
	return null;
}

/** Fewer tries than the rung gives since the last correction of any kind. */
export const letAdjust: Line = {
	name: "let-adjust",
	speak({ sinceCorrection, settings, counted }) {
		if (sinceCorrection === null || sinceCorrection >= settings.adjust) return null;
		const left = settings.adjust - sinceCorrection;
		return {
			title: "Let adjust",
			reason: `A cue was given ${sinceCorrection === 0 ? "just now" : `${plural(sinceCorrection, "try", "tries")} ago`}; ${plural(left, "more try", "more tries")} before the next word.`,
			act: null,
			evidence: counted.slice(counted.length - sinceCorrection).map((t) => t.id),
		};
	},
};
