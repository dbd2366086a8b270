/** Angles and distances between points placed on a still, with what misplacing them by a little changes. Pixels, degrees, metres. */

export interface Point {
	x: number;
	y: number;
}

/** How far a point may be from where it belongs, in pixels. */
export const PLACING_PX = 2;

const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });
const lengthOf = ({ x, y }: Point): number => Math.hypot(x, y);
const DEGREES = 180 / Math.PI;

/** A value with the error that misplacing each point by `PLACING_PX` in any direction gives, propagated to first order. */
export interface Measured {
	value: number;
	error: number;
}

/**
 * The angle at B between BA and BC, in degrees from 0 to 180.
 *
 * Each of A and C moves it by 1/r a pixel across its arm; B moves both arms at once. Near 0 and
 * 180 the angle folds over, and its own size is the most it can be off towards there.
 *
 * @returns null where two of the points lie on one spot
 */
export function angleAt(a: Point, b: Point, c: Point): Measured | null {
	const [u, v] = [minus(a, b), minus(c, b)];
	const [ru, rv] = [lengthOf(u), lengthOf(v)];
	if (ru === 0 || rv === 0) return null;
	const cross = u.x * v.y - u.y * v.x;
	const value = Math.abs(Math.atan2(cross, u.x * v.x + u.y * v.y)) * DEGREES;
	const turn = cross < 0 ? -1 : 1;
	// Gradients of the angle: across the arm at A, against it at C, and what is left of both at B.
	const byA = { x: (turn * u.y) / ru ** 2, y: (-turn * u.x) / ru ** 2 };
	const byC = { x: (-turn * v.y) / rv ** 2, y: (turn * v.x) / rv ** 2 };
	const byB = { x: -byA.x - byC.x, y: -byA.y - byC.y };
	const error = PLACING_PX * Math.hypot(lengthOf(byA), lengthOf(byB), lengthOf(byC)) * DEGREES;
	return { value, error };
}

/**
 * A distance in metres by a known length in the same plane of the picture. A point that is an end of both (the same
 * object) is misplaced once, for both.
 *
 * @returns null where the known length has no two ends in the picture, or is nothing
 */
export function distanceBy(a: Point, b: Point, known: { from: Point; to: Point; metres: number }): Measured | null {
	const [along, by] = [minus(a, b), minus(known.from, known.to)];
	const [pixels, scale] = [lengthOf(along), lengthOf(by)];
	if (scale === 0 || !(known.metres > 0)) return null;
	const value = (known.metres * pixels) / scale;
	// What a pixel at each end changes: along its length, and not at all across it.
	const unit = ({ x, y }: Point, length: number): Point =>
		length === 0 ? { x: 1, y: 0 } : { x: x / length, y: y / length };
	const times = ({ x, y }: Point, by: number): Point => ({ x: x * by, y: y * by });
	const [apart, longer] = [times(unit(along, pixels), known.metres / scale), times(unit(by, scale), -value / scale)];
	const gradients = new Map<Point, Point>();
	const put = (point: Point, { x, y }: Point) => {
		const before = gradients.get(point) ?? { x: 0, y: 0 };
		gradients.set(point, { x: before.x + x, y: before.y + y });
	};
	put(a, apart);
	put(b, times(apart, -1));
	put(known.from, longer);
	put(known.to, times(longer, -1));
	return { value, error: PLACING_PX * Math.hypot(...[...gradients.values()].map(lengthOf)) };
}

export interface Range {
	low: number;
	high: number;
}

export type Judged = "on" | "short" | "beyond" | "cannot tell" | "cannot be judged";

/** Nothing lies beyond these: an angle is nothing at the least and straight at the most, a distance is nothing at the least. */
const BOUNDS = { angle: { low: 0, high: 180 }, distance: { low: 0, high: Number.POSITIVE_INFINITY } };

/** Why a range cannot be one of what is measured on a still; null where it can. */
export function endsRefusal(of: "angle" | "distance", { low, high }: Range, unit: string): string | null {
	const { low: least, high: most } = BOUNDS[of];
	const wrong = [low, high].find((end) => !(end >= least && end <= most));
	if (wrong === undefined) return null;
	return of === "angle"
		? `Tolerance: enter both ends from 0 to 180, not ${wrong} ${unit}. It is the angle inside the joint.`
		: `Tolerance: enter both ends as 0 or more, not ${wrong} ${unit}. It is the distance between the two points.`;
}

/**
 * On, short of its range or beyond it; where the error is wider than what is left to the nearest end, nobody can tell. An
 * end beyond which nothing can lie (180 degrees, no distance at all) decides nothing. A range with an end that cannot be
 * measured cannot be judged by.
 */
export function judge({ value, error }: Measured, range: Range, of: "angle" | "distance"): Judged {
	if (endsRefusal(of, range, "")) return "cannot be judged";
	const { low: least, high: most } = BOUNDS[of];
	const { low, high } = range;
	const ends = [low, high].filter((end) => end > least && end < most);
	const left = Math.min(...ends.map((end) => Math.abs(value - end)));
	if (error > left) return "cannot tell";
	return value < low ? "short" : value > high ? "beyond" : "on";
}

/** The picture seen in a mirror: left is right. */
export const mirrorPoint = <P extends Point>(point: P, width: number): P => ({ ...point, x: width - point.x });
