import type { PackLadder } from "@/core/pack/pack";
import { placeOn, variationOn } from "@/core/pack/placing";
import { type Outcome, type Refusal, refuse } from "@/core/refusals/refusals";
import { tallyRefusal } from "@/core/rules/tally";
import { plural } from "@/core/text/lists";
import { beginLesson } from "./begin";
import type { Drafts } from "./drafts";
import { talliedSet } from "./tries";

/** What was ticked on a card, for one rung. */
export interface Ticked {
	rung: string;
	tries: number;
	good: number;
}

/**
 * Ticks from a card, kept like a lesson and marked as none: a set and its tally a rung. In
 * what order they fell nobody knows, and so no longest run either: a card meets a rule
 * only where every order would.
 */
export function fromCard(
	newId: () => string,
	lesson: string,
	ladder: PackLadder,
	ticked: readonly Ticked[],
	remark: string,
	/** On which day it was practised, and the day it is. */
	day: { practised: string; today: string },
	/** A lesson of another day that was written down in a notebook is one; a card is none. */
	lessonHeld = false,
): Outcome<Drafts> {
	const filled = ticked.filter(({ tries, good }) => tries !== 0 || good !== 0);
	const wrong: Refusal[] = filled.flatMap(({ rung, tries, good }) => {
		const name = ladder.rungs.find(({ id }) => id === rung)?.settings.name ?? "";
		if (!Number.isInteger(tries) || tries < 1 || tries > 500)
			return [
				{
					path: rung,
					sentence: `"${name}" has ${plural(tries, "try")}: enter a whole number from 1 to 500.`,
				},
			];
		const said = tallyRefusal({ tries, good });
		return said ? [{ path: rung, sentence: `"${name}": ${said}` }] : [];
	});
	if (day.practised > day.today)
		wrong.unshift({
			path: "day",
			sentence: `Practised on: ${day.practised} is in the future. Choose ${day.today} or an earlier day.`,
		});
	if (wrong.length > 0) return { ok: false, refusals: wrong };
	if (filled.length === 0) return refuse("ticked", "Enter the tries of at least one rung.");
	return {
		ok: true,
		value: [
			...beginLesson(
				newId,
				lesson,
				{ minutes: null, wish: "", quick: false, ...(lessonHeld ? {} : { fromCard: true }) },
				ladder.student,
				null,
			),
			...(day.practised === day.today ? [] : [{ kind: "lesson.dated" as const, body: { day: day.practised } }]),
			...filled.flatMap(({ rung, tries, good }) =>
				talliedSet(newId, placeOn(ladder, rung), variationOn(ladder, rung), { tries, good }),
			),
			{ kind: "lesson.closed" as const, student: ladder.student, body: { remark, note: "", next: null } },
		].map((event) => ({ ...event, lesson })),
	};
}
