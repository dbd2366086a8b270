import type { Difficulty } from "@/core/difficulty/difficulty";

/** What falls can be high from, or head first. */
const HIGH = /\b(high|height|raised|invers|invert|upside|head first|handstand|shoulder)/i;
const LEVEL = /\b(ground|floor)/i;

/**
 * Whether a notch of a difficulty takes the student off the ground or upside down. "Low" and
 * "real height" of "surface and height" are a fall; soft ground is none.
 */
export function raisesOffTheGround({ name, notches }: Difficulty, at: number): boolean {
	const notch = notches[at]?.name ?? "";
	return at > 0 && (HIGH.test(notch) || (HIGH.test(name) && !LEVEL.test(notch)));
}
