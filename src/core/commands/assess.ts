import { PROBE_TRIES, type Probe } from "@/core/build/assess";
import { looksAtForm, type RungSettings } from "@/core/ladder/rung";
import type { Attempt } from "@/core/log/kinds";
import type { LessonView } from "@/core/log/view";
import type { PackLadder } from "@/core/pack/pack";
import { scales } from "@/core/rules/scale";

/** What was tried to find a start, read from the lesson it was written in: every number has its attempts. */
export function probesIn(view: LessonView, ladder: PackLadder): Probe[] {
	return view.visits.flatMap((visit): Probe[] => {
		const rung = ladder.rungs.findIndex(({ id }) => id === visit.rung);
		const counted = visit.tries.filter((one) => one.counted).slice(0, PROBE_TRIES);
		if (visit.ladder !== ladder.id || rung < 0 || counted.length < PROBE_TRIES) return [];
		return [{ rung, tries: counted.length, good: counted.filter((one) => one.good).length }];
	});
}

/** The attempts a proposal rests on. */
export const probeEvidence = (view: LessonView, ladder: PackLadder): string[] =>
	view.visits
		.filter((visit) => visit.ladder === ladder.id)
		.flatMap((visit) => visit.tries.filter((one) => one.counted).map((one) => one.id));

/** A try judged in one word, whatever the rung's gate: good, or not; and what was off in it, where that was seen. */
export function plainAttempt(
	{ gate, scale }: Pick<RungSettings, "gate" | "scale">,
	good: boolean,
	off?: string,
): Attempt {
	const outcomes = scale ?? scales["hit or miss"];
	const code = outcomes.find(({ success }) => success === good)?.code ?? (good ? "hit" : "miss");
	return {
		result: code,
		off: off ? [{ position: off }] : !good && looksAtForm(gate) ? [{ position: "other" }] : [],
		judged: false,
		...(gate === "commitment" ? { committed: good } : {}),
	};
}
