import * as z from "zod/mini";
import { Side } from "@/core/people/body";
import { complainIn } from "@/core/refusals/complain";
import { ident, label, text } from "@/core/text/fields";

/**
 * A set-up seen from above, in metres: `x` to the right of the middle, `y` away from
 * the foot of the picture. Drawn for one side; the other side reads it mirrored.
 */

export const sketchKinds = ["person", "mark", "object", "camera"] as const;
export type SketchKind = (typeof sketchKinds)[number];

const metres = z.number().check(z.gte(-100), z.lte(100));

export const SketchItem = z.object({
	id: ident,
	kind: z.enum(sketchKinds),
	name: label(40),
	x: metres,
	y: metres,
	/** Above the ground. */
	height: z.optional(z.number().check(z.gte(0), z.lte(30))),
	/** What does for it at home. */
	home: z.optional(text(80)),
});
export type SketchItem = z.infer<typeof SketchItem>;

export const Sketch = z
	.object({
		/** The side it was drawn for. */
		side: Side,
		/** Metres from the left edge to the right one. */
		across: z.number().check(z.gte(1), z.lte(100)),
		items: z.array(SketchItem).check(z.maxLength(24)),
		/** Distances that are told, from one thing to another. */
		lines: z.array(z.object({ from: ident, to: ident })).check(z.maxLength(24)),
	})
	.check((ctx) => {
		const known = new Set(ctx.value.items.map(({ id }) => id));
		ctx.value.lines.forEach(({ from, to }, i) => {
			if (!known.has(from) || !known.has(to) || from === to)
				complainIn(ctx)(["lines", i], `Distance ${i + 1} of the sketch has no end. Choose two things in the sketch.`);
		});
	});
export type Sketch = z.infer<typeof Sketch>;

export const freshSketch = (side: Side): Sketch => ({ side, across: 8, items: [], lines: [] });

/** Takes a thing out, and the distances that led to it. */
export const withoutItem = (sketch: Sketch, id: string): Sketch => ({
	...sketch,
	items: sketch.items.filter((item) => item.id !== id),
	lines: sketch.lines.filter(({ from, to }) => from !== id && to !== id),
});
