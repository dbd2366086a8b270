import { climb } from "@/core/difficulty/difficulty";
import { difficultiesOn } from "@/core/difficulty/usual";
import type { Ladder } from "@/core/ladder/ladder";
import { formOf, type LessonView } from "@/core/log/view";
import type { Skill } from "@/core/skill/skill";
import type { WeighedVisit } from "./stepWeights";

/** The first tries of each visit: later ones are there because of what came before. */
const FIRST_TRIES = 8;

/** The visits of a student in a lesson as steps are weighed from them: warm-ups and easier forms left out. */
export const weighedIn = (
	lesson: string,
	view: LessonView | null,
	student: string,
	ladders: ReadonlyMap<string, { ladder: Ladder; followed: Skill }>,
): WeighedVisit[] =>
	(view?.visits ?? []).flatMap((visit): WeighedVisit[] => {
		const row = ladders.get(visit.ladder ?? "");
		if (!row || visit.student !== student || visit.elsewhere === "warm-up") return [];
		const first = visit.tries.filter((t) => t.counted && t.variation === formOf(visit.placing)).slice(0, FIRST_TRIES);
		if (first.length === 0) return [];
		const { notches } = visit.placing.settings;
		return [
			{
				student,
				lesson: `${lesson} ${visit.ladder}`,
				good: first.filter(({ good }) => good).length,
				tries: first.length,
				weights: Object.fromEntries(
					difficultiesOn(row.ladder, row.followed).map((one) => [one.id, climb(one, 0, notches[one.id] ?? 0)]),
				),
			},
		];
	});
