import * as z from "zod/mini";
import { Side } from "@/core/people/body";
import { complainIn } from "@/core/refusals/complain";
import { day, ident, label, text, whole } from "@/core/text/fields";
import {
	angleAt,
	distanceBy,
	endsRefusal,
	type Judged,
	judge,
	type Measured,
	mirrorPoint,
	type Point,
	type Range,
} from "./measure";

/** A still of a held position with what was measured on it. */

export const MOST_POINTS = 16;
/** Longest side of what is kept, in pixels: as of every picture. */
const SIDE_PX = 1600;
export const MOST_MEGAPIXELS = 40;

const pixel = z.number().check(z.gte(-SIDE_PX), z.lte(2 * SIDE_PX));
const Place = { x: pixel, y: pixel };
const metres = z.number().check(z.gt(0), z.lte(100));

export const StillMeasure = z.discriminatedUnion("kind", [
	/** The angle at the second point. Its range in degrees. */
	z.object({
		kind: z.literal("angle"),
		at: z.tuple([label(40), label(40), label(40)]),
		range: z.nullable(z.object({ low: z.number(), high: z.number() })),
	}),
	/** Between two points, by a known length between two others. Its range in metres. */
	z.object({
		kind: z.literal("distance"),
		at: z.tuple([label(40), label(40)]),
		known: z.object({ at: z.tuple([label(40), label(40)]), metres }),
		range: z.nullable(z.object({ low: z.number(), high: z.number() })),
	}),
]);
export type StillMeasure = z.infer<typeof StillMeasure>;

const StillBody = z.object({
	student: ident,
	/** The lesson in which it was held, where it was in one. */
	lesson: z.nullable(ident),
	ladder: z.nullable(ident),
	rung: z.nullable(ident),
	/** The key position, and what it is called. */
	position: z.nullable(ident),
	name: label(80),
	side: Side,
	day,
	picture: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
	width: whole(1, SIDE_PX),
	height: whole(1, SIDE_PX),
	points: z.array(z.object({ name: label(40), ...Place })).check(z.maxLength(MOST_POINTS)),
	measures: z.array(StillMeasure).check(z.maxLength(6)),
	/** Lines drawn by hand. */
	marks: z.array(z.object({ from: z.object(Place), to: z.object(Place) })).check(z.maxLength(60)),
	words: text(400),
});

export const Still = StillBody.check((ctx) => {
	const named = new Set(ctx.value.points.map(({ name }) => name));
	if (named.size < ctx.value.points.length)
		complainIn(ctx)(["points"], "Two points have the same name. Rename one of them.");
	ctx.value.measures.forEach((one, i) => {
		const gone = [...one.at, ...(one.kind === "distance" ? one.known.at : [])].find((name) => !named.has(name));
		if (gone)
			complainIn(ctx)(["measures", i], `"${gone}" is not placed in the picture. Place it, or measure elsewhere.`);
	});
});
export type Still = z.infer<typeof Still>;

/** A still that is to be kept: what was kept before with a range that nothing can be judged by stays readable. */
export const StillToKeep = Still.check((ctx) => {
	ctx.value.measures.forEach(({ kind, range }, i) => {
		const sentence = range && endsRefusal(kind, range, kind === "angle" ? "degrees" : "m");
		if (sentence) complainIn(ctx)(["measures", i, "range"], sentence);
	});
});

export const stillLabels = {
	student: "student",
	name: "position",
	day: "day",
	points: "points",
	measures: "measures",
	marks: "drawn lines",
	words: "remark",
	metres: "known length",
};

export interface StillResult {
	measure: StillMeasure;
	/** Null where it cannot be measured: two of the points on one spot. */
	measured: Measured | null;
	/** Null without a range. */
	judged: Judged | null;
}

/** What the points say, measure by measure. */
export function measureStill({ points, measures }: Pick<Still, "points" | "measures">): StillResult[] {
	const at = (name: string): Point => points.find((point) => point.name === name) ?? { x: 0, y: 0 };
	return measures.map((measure) => {
		const [a, b] = [at(measure.at[0]), at(measure.at[1])];
		const measured =
			measure.kind === "angle"
				? angleAt(a, b, at(measure.at[2]))
				: distanceBy(a, b, {
						from: at(measure.known.at[0]),
						to: at(measure.known.at[1]),
						metres: measure.known.metres,
					});
		return {
			measure,
			measured,
			judged: measured && measure.range ? judge(measured, measure.range, measure.kind) : null,
		};
	});
}

/** "93°", "41 cm", "1.20 m": a value as it is read, of an angle or a distance. */
export const figureWords = (value: number, of: StillMeasure["kind"]): string =>
	of === "angle" ? `${value.toFixed(0)}°` : value < 1 ? `${(100 * value).toFixed(0)} cm` : `${value.toFixed(2)} m`;

/** What the first measure of a still came to; null where nothing was measured. */
export function stillFigure(still: Pick<Still, "points" | "measures">): string | null {
	const [told] = measureStill(still);
	return told?.measured ? figureWords(told.measured.value, told.measure.kind) : null;
}

/** The points as the other side has them. */
export const mirrorPoints = (still: Pick<Still, "points" | "width">): Still["points"] =>
	still.points.map((point) => mirrorPoint(point, still.width));

/** Of stills of one position, the one whose first measure lies nearest to the middle of its range; null where none can be told. */
export function bestOf<S extends Pick<Still, "points" | "measures">>(stills: readonly S[]): S | null {
	const off = (still: S): number => {
		const [first] = measureStill(still);
		const range: Range | null = first?.measure.range ?? null;
		return first?.measured && range ? Math.abs(first.measured.value - (range.low + range.high) / 2) : Infinity;
	};
	const [best] = [...stills].sort((a, b) => off(a) - off(b));
	return best && Number.isFinite(off(best)) ? best : null;
}

/** What *save as JSON* writes: the still without its picture, and what its points said. */
export const StillFile = z.object({
	format: z.literal("peg-ladder-still"),
	version: z.literal(1),
	still: z.omit(StillBody, { picture: true }),
	results: z.array(
		z.object({
			measure: StillMeasure,
			/** Degrees, or metres. */
			measured: z.nullable(z.object({ value: z.number(), error: z.number() })),
			judged: z.nullable(z.enum(["on", "short", "beyond", "cannot tell", "cannot be judged"])),
		}),
	),
});
export type StillFile = z.infer<typeof StillFile>;

const METRES_IN: Record<string, number> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254, ft: 0.3048 };

/** What a position is checked by: its range in degrees or metres, and the points it is measured at. */
export interface PositionCheck {
	of: "angle" | "distance";
	low: number;
	high: number;
	at: string[];
}

/** Read from a position's tolerance; null where it is no angle and no distance in a unit that is known. */
export function checkOf(
	tolerance: { by: string; of?: string; unit?: string; low?: number; high?: number } | undefined,
	measuredAt: string | undefined,
): PositionCheck | null {
	if (tolerance?.by !== "range" || tolerance.low === undefined || tolerance.high === undefined) return null;
	const at = (measuredAt ?? "")
		.split(",")
		.map((one) => one.trim())
		.filter(Boolean);
	if (tolerance.of === "angle") return { of: "angle", low: tolerance.low, high: tolerance.high, at: at.slice(0, 3) };
	const unit = METRES_IN[tolerance.unit ?? ""];
	return tolerance.of === "distance" && unit
		? { of: "distance", low: tolerance.low * unit, high: tolerance.high * unit, at: at.slice(0, 2) }
		: null;
}
