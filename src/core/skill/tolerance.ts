import * as z from "zod/mini";
import { endsRefusal } from "@/core/position/measure";
import { label, text } from "@/core/text/fields";

export const measures = ["angle", "distance", "seconds", "count"] as const;

/** Within what a position still counts as on: a range of a measure, or words where nothing can be measured. */
export const Tolerance = z.discriminatedUnion("by", [
	z.object({
		by: z.literal("range"),
		of: z.enum(measures),
		unit: label(16),
		low: z.number().check(z.gte(-100000), z.lte(100000)),
		high: z.number().check(z.gte(-100000), z.lte(100000)),
	}),
	z.object({ by: z.literal("words"), words: text(300) }),
]);
export type Tolerance = z.infer<typeof Tolerance>;

/** What stands in the form when a measure is chosen. */
export const usualUnit: Record<(typeof measures)[number], string> = {
	angle: "degrees",
	distance: "cm",
	seconds: "s",
	count: "times",
};

/** "10 to 20 cm", or the words. */
export const toleranceWords = (tolerance: Tolerance | undefined): string =>
	!tolerance
		? ""
		: tolerance.by === "words"
			? tolerance.words
			: `${tolerance.low} to ${tolerance.high} ${tolerance.unit}`;

/** Null where the range is one. `where` names what it is the tolerance of. */
export const toleranceRefusal = (where: string, tolerance: Tolerance | undefined): string | null =>
	tolerance?.by === "range" && tolerance.low > tolerance.high
		? `Tolerance of ${where} runs from ${tolerance.low} to ${tolerance.high} ${tolerance.unit}. The low end is above the high one. Swap them.`
		: null;

/**
 * Why an angle or a distance with this tolerance cannot be measured; null where it can. A lean, or how far something is over
 * or under another, is told by eye, and may be less than nothing.
 *
 * @param measured whether points on a still are named for it
 */
export const endsTrouble = (where: string, tolerance: Tolerance | undefined, measured: boolean): string | null => {
	if (!measured || tolerance?.by !== "range" || (tolerance.of !== "angle" && tolerance.of !== "distance")) return null;
	const sentence = endsRefusal(tolerance.of, tolerance, tolerance.unit);
	return sentence && `Tolerance of ${where}: ${sentence}`;
};
