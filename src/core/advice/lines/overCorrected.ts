import type { Direction } from "@/core/log/kinds";
import type { Entry, TryView } from "@/core/log/view";
import type { Facts } from "../facts";
import type { Line } from "../line";
import { ease, secondCue } from "./correct";
import { tooHard } from "./tooHard";

const rangeWords = (direction: Direction): string => (direction === "short" ? "not enough" : "too much");

/** Since the last cue on a position it is off in the other direction. */
export const overCorrected: Line = {
	name: "over-corrected",
	propose(facts) {
		// It holds back nothing that ends the work: a cue that does not take, a rung too hard today.
		if ([secondCue, ease, tooHard].some((line) => line.propose(facts) !== null)) return null;
		for (const position of facts.placing.positions) {
			const swing = swungOver(facts, position.id);
			if (swing)
				return {
					title: `Over-corrected ${position.short}: let adjust`,
					reason: `Before the ${facts.lastWord === "question" ? "question" : "cue"}: ${rangeWords(swing.before)}. Now: ${rangeWords(swing.now)}. It changed, so give no new cue yet.`,
					act: null,
					evidence: [swing.by.id],
					position: position.id,
				};
		}
		return null;
	},
};

/**
 * The latest try that says something of the position since the last word on it is off in
 * the other direction than before. It ends with the next try that has the position on, and
 * once there were as many tries as the rung gives to adjust.
 */
function swungOver(facts: Facts, position: string): { before: Direction; now: Direction; by: TryView } | null {
	const { entries } = facts.input.visit;
	const at = entries.findLastIndex(
		({ event }) => event.kind === "feedback" && event.body.type !== "confirmation" && event.body.position === position,
	);
	if (at < 0) return null;
	const cue = entries[at]?.event;
	const before =
		(cue?.kind === "feedback" ? cue.body.direction : undefined) ??
		sayings(entries.slice(0, at), position).findLast((one) => one.off)?.off;
	const since = sayings(entries.slice(at + 1), position);
	const last = since.findLastIndex((one) => one.says);
	const by = since[last];
	if (!before || !by?.off || by.off === before) return null;
	// The swing began with the first of those that are off in this direction without a break.
	const broken = since.findLastIndex((one, i) => i < last && one.says && one.off !== by.off);
	const first = since.findIndex((one, i) => i > broken && one.off === by.off);
	return since.length - 1 - first < facts.settings.adjust ? { before, now: by.off, by: by.tried } : null;
}

/** Counted tries, with what each says of a position: off in a direction, on, or nothing. */
const sayings = (entries: readonly Entry[], position: string) =>
	entries.flatMap(({ try: tried }) => {
		if (!tried?.counted) return [];
		const off = tried.body.off.find((one) => one.position === position);
		return [{ tried, off: off?.direction ?? null, says: off !== undefined || tried.body.judged || tried.good }];
	});
