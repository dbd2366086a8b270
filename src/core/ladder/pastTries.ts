import type { Coach } from "@/core/coach/coach";
import type { PastTry } from "@/core/estimate/rate";
import { readMark } from "@/core/ladder/marks";
import type { Hole } from "@/core/ladder/rail";
import { daysBetween } from "@/core/text/fields";

/** Whose tries an estimate goes without. */
export type Leaving = Pick<Coach, "partnersLeftOut">;

/** Past tries on a rung, oldest first, as the estimate takes them; without a partner's, where the coach wants it so. */
export const pastTries = (
	hole: Pick<Hole, "recent"> | null,
	day: string,
	{ partnersLeftOut = false }: Leaving,
): PastTry[] =>
	(hole?.recent ?? []).flatMap(({ day: then, marks }) => {
		const daysAgo = Math.max(0, daysBetween(then, day));
		return [...marks]
			.map(readMark)
			.filter(({ byPartner }) => !(byPartner && partnersLeftOut))
			.map(({ good }) => ({ good, daysAgo }));
	});
