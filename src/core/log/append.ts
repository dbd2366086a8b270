import type { LogEvent } from "./event";
import { byOrder } from "./order";
import { judgeAnother, judgedAs } from "./verdict";
import type { LessonView, Visit } from "./view";
import { afterTurn, viewTry, visitKey } from "./visit";

/**
 * The lesson with one more event, as `foldLesson` would have it, for what a thumb does
 * most: an attempt, a cue or a state mark, after everything else and in a set that is
 * there. Costs the same however long the lesson is. Null for anything else.
 */
export function appendEvent(view: LessonView, event: LogEvent): LessonView | null {
	if (event.kind !== "attempt" && event.kind !== "feedback" && event.kind !== "state") return null;
	if (view.top && byOrder(view.top, event) >= 0) return null;
	const set = view.sets.find((one) => one.id === event.set);
	const at = view.visits.findIndex((one) => one.key === set?.visit);
	const before = view.visits[at];
	if (!set || !before) return null;
	const { lamport, device, dseq } = event;
	const grown: LessonView = {
		...view,
		events: [...view.events, event],
		seen: { ...view.seen, [device]: Math.max(view.seen[device] ?? 0, dseq) },
		top: { lamport, device, dseq },
	};
	const tried = event.kind === "attempt" ? viewTry(event, set) : null;
	const visit: Visit = { ...before, entries: [...before.entries, { event, try: tried }] };
	if (tried) {
		// A peg move or another device in between: the visit, or what is counted, is another matter.
		const moves = view.moves.filter((move) => set.placing.ladder && move.ladder === set.placing.ladder).length;
		if (tried.apart || !before.key.startsWith(visitKey(set, moves))) return null;
		visit.tries = [...before.tries, tried];
		if (!judgeAnother(view.visits, at, visit, tried)) return null;
	} else judgedAs(before, visit);
	grown.visits = view.visits.with(at, visit);
	if (tried) grown.current = afterTurn(grown, set, tried);
	return grown;
}
