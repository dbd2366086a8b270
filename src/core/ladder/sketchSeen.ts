import type { Side } from "@/core/people/body";
import { sum } from "@/core/statistics/sums";
import type { Sketch, SketchItem } from "./sketch";

/** A set-up as it is seen: apart from what it is, so that a page that draws it carries no schema for it. */

/** The picture's depth for its width. */
export const DEPTH = 0.6;

/** The sketch as a ladder on this side sees it; drawn for no side, or seen from none, it stays as it is. */
export function sketchFor(sketch: Sketch, side: Side): Sketch {
	if (side === "none" || sketch.side === "none" || sketch.side === side) return sketch;
	return { ...sketch, side, items: sketch.items.map((item) => ({ ...item, x: item.x === 0 ? 0 : -item.x })) };
}

export interface Distance {
	from: SketchItem;
	to: SketchItem;
	/** Along the ground, in metres. */
	metres: number;
}

/** The told distances, and what they are together: along the ground, heights left out. */
export function distances({ items, lines }: Sketch): { each: Distance[]; sum: number } {
	const each = lines.flatMap((line): Distance[] => {
		const [from, to] = [line.from, line.to].map((id) => items.find((item) => item.id === id));
		return from && to ? [{ from, to, metres: Math.hypot(to.x - from.x, to.y - from.y) }] : [];
	});
	return { each, sum: sum(each, (one) => one.metres) };
}
