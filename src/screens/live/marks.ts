import type { Gate } from "@/core/ladder/rung";
import type { Attempt } from "@/core/log/kinds";

/**
 * What was off in a try whose fields or keys say something else: how long, where to, which
 * answer. A touch marks it, a second one says short of its range, a third beyond it, a
 * fourth takes it away. The field or number that follows logs both, and the marks are gone.
 */
export interface Mark {
	id: string;
	label: string;
	/** Key that touches it. */
	key?: string;
}

export type Marked = "off" | "short" | "beyond";
export type Marks = Readonly<Record<string, Marked>>;

/** Not a position: it was not gone for. */
export const HELD_BACK = "held-back";
/** Nor this: it did not come off, whatever was chosen. */
export const MISSED = "missed";
/** Marked or not; nothing of short or beyond. */
export const isPlain = (id: string): boolean => id === HELD_BACK || id === MISSED;
const KEYS = "zxvbw";

export function marksFor(gate: Gate, positions: readonly { id: string; short: string }[]): Mark[] {
	const faults = positions.map(({ id, short }, i) => ({ id, label: short, ...(KEYS[i] ? { key: KEYS[i] } : {}) }));
	return gate === "commitment" ? [...faults, { id: HELD_BACK, label: "held back", key: "h" }] : faults;
}

const AFTER: Record<Marked, Marked | null> = { off: "short", short: "beyond", beyond: null };

export function touched(marks: Marks, id: string): Marks {
	const { [id]: now, ...others } = marks;
	const next = now === undefined ? "off" : isPlain(id) ? null : AFTER[now];
	return next ? { ...others, [id]: next } : others;
}

/** The try with what was marked of it. */
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
