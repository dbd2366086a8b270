import type { SlipAt } from "@/core/commands/slip";
import type { Rail } from "@/core/ladder/rail";
import { readSides, type Sides } from "@/core/skill/sides";

/** A passed rung that wants to be looked at again. */
export interface DueRung {
	ladder: string;
	student: string;
	rung: string;
	/** The day it became due. */
	due: string;
	/** Where it slipped at its last check: what moves the peg back to it. */
	slip: SlipAt | null;
}

/**
 * Passed rungs below the peg that are due on a day or slipped, one a ladder: the highest holds
 * what is below it. Those that slipped come first, then the longest due.
 */
export const dueRungs = (
	ladders: readonly { id: string; student: string; rail: Rail; sides: Sides }[],
	day: string,
): DueRung[] =>
	ladders
		.flatMap(({ id, student, rail, sides }): DueRung[] => {
			const due = rail.holes
				.slice(0, rail.pegIndex)
				.filter(({ schedule }) => schedule && (schedule.slipped || schedule.due <= day));
			const one = due.findLast(({ schedule }) => schedule?.slipped) ?? due.at(-1);
			if (!one?.schedule) return [];
			const lesson = one.recent.at(-1)?.lesson ?? "";
			return [
				{
					ladder: id,
					student,
					rung: readSides(one.name, sides),
					due: one.schedule.due,
					slip: one.schedule.slipped ? { student, ladder: id, rung: one.rung, peg: rail.peg, lesson } : null,
				},
			];
		})
		.sort((a, b) => Number(b.slip !== null) - Number(a.slip !== null) || (a.due < b.due ? -1 : 1));
