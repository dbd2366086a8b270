import { raisesOffTheGround } from "@/core/build/care";
import type { Difficulty } from "@/core/difficulty/difficulty";
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
		...(settings.neverAlone ? ["it must not be practised alone"] : []),
		...settings.care.filter((line) => SOMEBODY.test(line)).map((line) => `its checklist asks for “${line}”`),
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

/** What a checklist says where somebody else has to be there. */
const SOMEBODY = /\b(spotter|stands by|somebody|someone|helper|coach|partner)\b/i;
const SURFACE = /\b(surface|ground|floor)/i;
