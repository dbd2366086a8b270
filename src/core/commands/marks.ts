import type { Attempt } from "@/core/log/kinds";
import { type LessonView, type TryView, type Visit, visitOfSet } from "@/core/log/view";

/**
 * What was off in a try whose fields say something else: how long, where to, which answer. A touch marks it, a second
 * one says not enough of it, a third too much, a fourth takes it away. A mark belongs to the try before it and changes it
 * at once, also where that try has passed the turn or the round on. Before a rung's first try it waits for that one.
 */
export type Marked = "off" | "short" | "beyond";
export type Marks = Readonly<Record<string, Marked>>;

/** Not a position: it was not gone for. */
export const HELD_BACK = "held-back";
/** Nor this: it did not come off, whatever was chosen. */
export const MISSED = "missed";
/** Marked or not; nothing of not enough or too much. */
export const isPlain = (id: string): boolean => id === HELD_BACK || id === MISSED;

const AFTER: Record<Marked, Marked | null> = { off: "short", short: "beyond", beyond: null };

/** The marks after one more touch on one of them. */
export function touched(marks: Marks, id: string): Marks {
	const { [id]: now, ...others } = marks;
	const next = now === undefined ? "off" : isPlain(id) ? null : AFTER[now];
	return next ? { ...others, [id]: next } : others;
}

/** A try with marks that waited for it. */
export function marked(attempt: Attempt, marks: Marks): Attempt {
	const { [HELD_BACK]: heldBack, [MISSED]: missed, ...faults } = marks;
	const off = Object.entries(faults).map(([position, how]) =>
		how === "off" ? { position } : { position, direction: how },
	);
	return {
		...attempt,
		off: [...attempt.off, ...off],
		...(heldBack ? { committed: false } : {}),
		...(missed ? { cameOff: false } : {}),
	};
}

/** What is marked of a try, as far as marks can say it. */
export function marksOn({ off, committed, cameOff }: Attempt): Marks {
	return {
		...Object.fromEntries(off.map(({ position, direction }) => [position, direction ?? "off"])),
		...(committed === false ? { [HELD_BACK]: "off" as const } : {}),
		...(cameOff === false ? { [MISSED]: "off" as const } : {}),
	};
}

/** A try as it is after a touch on one of its marks. */
export function remarked(attempt: Attempt, id: string): Attempt {
	const next = touched(marksOn(attempt), id)[id];
	if (id === HELD_BACK) return { ...attempt, committed: next === undefined };
	if (id === MISSED) return { ...attempt, cameOff: next === undefined };
	const others = attempt.off.filter(({ position }) => position !== id);
	const was = attempt.off.find(({ position }) => position === id);
	if (next === undefined) return { ...attempt, off: others };
	const { direction: _, ...bare } = was ?? { position: id };
	return { ...attempt, off: [...others, next === "off" ? bare : { ...bare, direction: next }] };
}

export interface MarkedTry {
	tried: TryView;
	visit: Visit;
	/** Its number among the tries of its visit, from 1. */
	n: number;
}

/**
 * The try that a mark pressed now belongs to: the latest one, unless the coach has gone on to something else since. Of
 * two that were one touch, done together, the one in hand. Null where a mark waits for the first try.
 */
export function tryToMark(view: Pick<LessonView, "events" | "visits" | "sets" | "current">): MarkedTry | null {
	const last = view.events.findLastIndex(({ kind }) => kind === "attempt");
	const attempt = view.events[last];
	if (!attempt) return null;
	const sinceThen = view.events.slice(last + 1);
	if (sinceThen.some(({ kind, act }) => kind === "set.opened" && act !== attempt.act)) return null;
	const first = view.events.find(({ kind, act }) => kind === "attempt" && act === attempt.act) ?? attempt;
	const set = view.sets.find(({ id }) => id === first.set) ?? null;
	const visit = visitOfSet(view, set);
	const at = visit?.tries.findIndex(({ id }) => id === first.id) ?? -1;
	const tried = visit?.tries[at];
	return visit && tried ? { tried, visit, n: at + 1 } : null;
}
