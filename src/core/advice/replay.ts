import type { EventOf, LogEvent } from "@/core/log/event";
import { foldLesson } from "@/core/log/fold";
import { type Advice, adviseOn, ENGINE } from ".";

/**
 * The advice as it stood when a decision was made: worked out again from the events
 * its basis names. Null when another engine made it, which would say something else.
 */
export function replay(
	log: readonly LogEvent[],
	decision: EventOf<"advice.followed" | "advice.overruled">,
): Advice | null {
	const { engine, seen } = decision.body.basis;
	if (engine !== ENGINE) return null;
	const view = foldLesson(log.filter((event) => event.dseq <= (seen[event.device] ?? 0)));
	const set = view.sets.find((s) => s.id === decision.set);
	return set ? adviseOn(view, set) : null;
}
