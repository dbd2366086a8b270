import type { LessonDigest } from "@/core/digest/lessonDigest";
import type { Ladder } from "@/core/ladder/ladder";
import { levelRungs } from "@/core/ladder/twin";
import { difference } from "@/core/statistics/shares";
import { sum } from "@/core/statistics/sums";
import { dayAfter } from "@/core/text/fields";
import type { RungLesson } from "./thenNow";

/** Two rates beside each other: home and lessons, contest and lessons, one side and the other; only where both have enough tries. */

/** They are laid side by side over so many days. */
export const LATELY_DAYS = 42;
/** Fewer tries on either side are no comparison. */
const ENOUGH = 20;

export interface Good {
	good: number;
	tries: number;
}

export interface Compared {
	name: string;
	/** Good of tries at home, in contest or on the other side; and in lessons, or on this one. */
	there: Good;
	lesson: Good;
	apart: ReturnType<typeof difference>;
}

/** A ladder beside the one of the other side. */
export interface BothSides {
	/** This side, and the other one, with the rung each peg stands on, counted from one. */
	here: { side: string; at: number };
	there: { side: string; at: number };
	rungs: Compared[];
}

/** Lessons on each rung of a ladder, oldest first. */
export type DaysOn = ReadonlyMap<string, readonly RungLesson[]>;

export const sumTries = (all: readonly Good[]): Good => ({
	good: sum(all, (one) => one.good),
	tries: sum(all, (one) => one.tries),
});

/** Both sides with enough tries; null where one is missing. */
export const compare = (name: string, there: Good, lesson: Good): Compared | null =>
	there.tries < ENOUGH || lesson.tries < ENOUGH ? null : { name, there, lesson, apart: difference(there, lesson) };

/** @param lessons newest first, as they are listed */
export function rungLessons(ladder: string, lessons: readonly LessonDigest[]): DaysOn {
	const daysOn = new Map<string, RungLesson[]>();
	// What was done in an easier form, in contest or elsewhere is not laid beside the rung as it is.
	for (const { lesson, day, rungs } of [...lessons].reverse())
		for (const one of rungs)
			if (one.ladder === ladder && !one.eased && !one.under)
				daysOn.set(one.rung, [
					...(daysOn.get(one.rung) ?? []),
					{
						lesson,
						day,
						good: one.good,
						tries: one.tries,
						marks: one.marks,
						...(one.result ? { result: one.result } : {}),
					},
				]);
	return daysOn;
}

/** What was done of late. */
export function lately(days: readonly RungLesson[] | undefined, today: string): readonly RungLesson[] {
	const since = dayAfter(today, -LATELY_DAYS);
	return (days ?? []).filter(({ day }) => day >= since);
}

interface Side {
	id: string;
	skill: string;
	ladder: Ladder;
	rail: { pegIndex: number };
}

/** Rungs of the same words are the same, where neither ladder was made from the other. */
const sameNames = (ladder: Ladder, other: Ladder): ReadonlyMap<string, string> =>
	new Map(
		ladder.rungs.flatMap(({ id, settings }) => {
			const same = other.rungs.find((one) => one.settings.name === settings.name);
			return same ? [[id, same.id]] : [];
		}),
	);

/** A ladder beside that of the other side: the one made as its mirror image, else one to the same skill; told once, on the strong side. */
export function bothSides(
	row: Side,
	known: {
		rows: readonly Side[];
		daysOn: ReadonlyMap<string, DaysOn>;
		strong: "left" | "right";
		today: string;
	},
	nameOf: (rung: string) => string,
): BothSides | null {
	const { ladder } = row;
	if (ladder.side !== known.strong) return null;
	const others = known.rows.filter(
		(one) => one.skill === row.skill && one.ladder.side !== "none" && one.ladder.side !== ladder.side,
	);
	const other = others.find((one) => levelRungs(one, row).size > 0) ?? others[0];
	if (!other) return null;
	const made = levelRungs(other, row);
	const twins = made.size > 0 ? made : sameNames(ladder, other.ladder);
	const of = (id: string, rung: string) => sumTries(lately(known.daysOn.get(id)?.get(rung), known.today));
	return {
		here: { side: ladder.side, at: row.rail.pegIndex + 1 },
		there: { side: other.ladder.side, at: other.rail.pegIndex + 1 },
		rungs: ladder.rungs.flatMap(({ id }) => {
			const twin = twins.get(id);
			const one = twin && compare(nameOf(id), of(other.id, twin), of(row.id, id));
			return one ? [one] : [];
		}),
	};
}

/** Rungs under pressure against the rung right below each: does it hold where it counts? */
export function contestOf(ladder: Ladder, daysOn: DaysOn): Compared | null {
	const pairs = ladder.rungs.flatMap((rung, i) => {
		const below = ladder.rungs[i - 1];
		const pressed = (rung.settings.notches.pressure ?? 0) > (below?.settings.notches.pressure ?? 0);
		return below && pressed ? [[rung.id, below.id] as const] : [];
	});
	const of = (ids: readonly string[]) => sumTries(ids.flatMap((id) => daysOn.get(id) ?? []));
	return compare("with people watching", of(pairs.map(([over]) => over)), of(pairs.map(([, under]) => under)));
}
