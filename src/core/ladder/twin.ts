import type { Ladder } from "./ladder";
import type { Rail } from "./rail";

/** A gap of more rungs than this between the sides is pointed out. */
export const GREATEST_GAP = 2;

/**
 * The same ladder for the other side: new rungs with the same settings, each knowing
 * which one it mirrors. Texts need no change: their side tokens read for the side they
 * are on, and a sketch is seen mirrored from there. A ladder without a side has no other.
 */
export function mirrorLadder(ladder: Ladder, id: string, newId: () => string): Ladder | null {
	if (ladder.side === "none") return null;
	const { body, from } = renewed(ladder, newId);
	return { ...body, side: otherSide(ladder.side), twin: { ladder: id, rungs: Object.fromEntries(from) } };
}

const otherSide = (side: "left" | "right") => (side === "left" ? "right" : "left");

/** The same ladder with rungs of its own; `from` says, for each of them, which it was. */
function renewed(ladder: Ladder, newId: () => string): { body: Ladder; from: Map<string, string> } {
	const { twin: _, ...rest } = structuredClone(ladder);
	const rungs = rest.rungs.map((rung) => ({ was: rung.id, id: newId(), settings: rung.settings }));
	return {
		body: {
			...rest,
			start: rungs.find(({ was }) => was === ladder.start)?.id ?? null,
			rungs: rungs.map(({ id, settings }) => ({ id, settings })),
		},
		from: new Map(rungs.map(({ id, was }) => [id, was])),
	};
}

/**
 * The ladder as another student's own: what becomes of either is nothing to the other.
 *
 * @param strong the strong sides of whose it is and of who is given it: where they differ, a ladder of a side
 * changes over, so that the strong side stays the strong one. Null keeps left left.
 */
export function copyLadder(
	ladder: Ladder,
	newId: () => string,
	strong: { from: "left" | "right"; to: "left" | "right" } | null,
): Ladder {
	const { body } = renewed(ladder, newId);
	const over = strong !== null && strong.from !== strong.to && ladder.side !== "none";
	return over ? { ...body, side: otherSide(ladder.side as "left" | "right") } : body;
}

export interface Twin {
	ladder: string;
	side: "left" | "right";
	/** Index, on this ladder, of the rung that the other side's peg stands level with. */
	pegIndex: number;
	/** How many rungs the other side's peg is above this one; below, where negative. */
	ahead: number;
	/** Said where the gap is greater than `GREATEST_GAP`. */
	gap: string | null;
}

/** By the rungs of the other ladder, the rung of this one that each mirrors; nothing where neither was made from the other. */
export const levelRungs = (
	mine: { id: string; ladder: Ladder },
	other: { id: string; ladder: Ladder },
): ReadonlyMap<string, string> => {
	if (mine.ladder.twin?.ladder === other.id)
		return new Map(Object.entries(mine.ladder.twin.rungs).map(([here, there]) => [there, here]));
	if (other.ladder.twin?.ladder === mine.id) return new Map(Object.entries(other.ladder.twin.rungs));
	return new Map();
};

export interface Sided {
	id: string;
	student: string;
	ladder: Ladder;
	rail: Rail;
}

/** Whether one of the two was made as the mirror of the other. */
export const areTwins = (a: Sided, b: Sided): boolean =>
	a.student === b.student && (a.ladder.twin?.ladder === b.id || b.ladder.twin?.ladder === a.id);

/**
 * Where the other side's peg stands, on this side's rail. A rung that was added on one
 * side only stands level with the nearest one below it that both sides have.
 */
export function twinOn(mine: Sided, other: Sided): Twin | null {
	if (other.ladder.side === "none") return null;
	const level = levelRungs(mine, other);
	const place = (id: string | undefined) => mine.ladder.rungs.findIndex((rung) => rung.id === id);
	let pegIndex = 0;
	for (let i = other.rail.pegIndex; i >= 0; i--) {
		const at = place(level.get(other.ladder.rungs[i]?.id ?? ""));
		if (at >= 0) {
			pegIndex = at;
			break;
		}
	}
	const ahead = pegIndex - mine.rail.pegIndex;
	const [here, there] = [mine.ladder.side, other.ladder.side];
	const [up, down] = ahead > 0 ? [there, here] : [here, there];
	return {
		ladder: other.id,
		side: other.ladder.side,
		pegIndex,
		ahead,
		gap:
			Math.abs(ahead) > GREATEST_GAP
				? `The ${up} side is ${Math.abs(ahead)} rungs ahead. The ${down} side may need more time.`
				: null,
	};
}
