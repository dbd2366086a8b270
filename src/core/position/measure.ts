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
 * A distance in metres by a known length in the same plane of the picture.
 *
 * @returns null where the known length has no two ends in the picture, or is nothing
 */
export function distanceBy(a: Point, b: Point, known: { from: Point; to: Point; metres: number }): Measured | null {
	const [pixels, scale] = [lengthOf(minus(a, b)), lengthOf(minus(known.from, known.to))];
	if (scale === 0 || !(known.metres > 0)) return null;
	const value = (known.metres * pixels) / scale;
	// Both ends of both lengths; along themselves each counts whole.
	const ends = PLACING_PX * Math.SQRT2;
	const error = (known.metres / scale) * Math.hypot(ends, (ends * pixels) / scale);
	return { value, error };
}

export interface Range {
	low: number;
	high: number;
}

export type Judged = "on" | "short" | "beyond" | "cannot tell";

/** On, short of its range or beyond it; where the error is wider than what is left to the nearest end, nobody can tell. */
export function judge({ value, error }: Measured, { low, high }: Range): Judged {
	const left = Math.min(Math.abs(value - low), Math.abs(high - value));
	if (error > left) return "cannot tell";
	return value < low ? "short" : value > high ? "beyond" : "on";
}

/** The picture seen in a mirror: left is right. */
export const mirrorPoint = <P extends Point>(point: P, width: number): P => ({ ...point, x: width - point.x });
