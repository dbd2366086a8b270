import { raisesOffTheGround } from "@/core/build/care";
import type { Difficulty } from "@/core/build/difficulty";
import type { RungSettings } from "@/core/ladder/rung";
import { list } from "@/core/text/lists";

/**
 * Why a rung is not for practice alone: never alone as it says itself, off the ground, head
 * first, or on a surface that gives way. Null where it may be done at home.
 *
 * @param difficulties what the rung's notches are counted on
 */
export function whyNotAlone(settings: RungSettings, difficulties: readonly Difficulty[]): string | null {
	const why = [
		...(settings.neverAlone ? ["it is never done alone"] : []),
		...difficulties.flatMap((one) => {
			const at = settings.notches[one.id] ?? 0;
			const notch = one.notches[at]?.name ?? "";
			if (at === 0) return [];
			if (raisesOffTheGround(one, at)) return [`it is at “${notch}” of ${one.name}`];
			return SURFACE.test(one.name) ? [`it is on “${notch}” of ${one.name}`] : [];
		}),
	];
	return why.length > 0 ? `Not for home: ${list(why)}.` : null;
}

const SURFACE = /\b(surface|ground|floor)/i;
