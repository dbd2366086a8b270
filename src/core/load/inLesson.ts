import type { Placing } from "@/core/log/kinds";
import type { LessonView, SetView, Visit } from "@/core/log/view";
import type { bodyParts } from "@/core/people/body";
import { sum } from "@/core/statistics/sums";
import { addDays, type LoadDay, type Raise, type Reached, raisedOn, reachedOn, timesTries } from "./load";

type Part = (typeof bodyParts)[number];

/** Whoever coaches: where nobody takes turns, the feeding is theirs. */
export const COACH = "";

type Worked = Pick<LessonView, "visits" | "sets">;

/** Tries as the body knows them: each of a tally, and each that a score counts. */
const triesOf = ({ tries, tallies, scores }: Pick<Visit, "tries" | "tallies" | "scores">): number =>
	tries.length + sum(tallies, (one) => one.tries) + sum(scores, (one) => one.count);

/** Who feeds the tries of a set: whoever takes turns with it, else the coach; nobody where both do each try together. */
function feederOf({ sets }: Worked, { inTurnWith, joint }: SetView): string | null {
	if (joint) return null;
	const other = sets.find(({ id }) => id === inTurnWith);
	return other ? other.placing.student : COACH;
}

/** What feeding the tries of others put on somebody. */
function feeding(lesson: Worked, who: string): LoadDay["parts"][] {
	return lesson.sets.flatMap((set) => {
		const { feederLoads } = set.placing.settings;
		if (!feederLoads || set.placing.student === who || feederOf(lesson, set) !== who) return [];
		return [timesTries(feederLoads, triesFed(lesson, set))];
	});
}

/** Tries of one set. */
function triesFed({ visits }: Worked, { id, visit: key }: SetView): number {
	const visit = visits.find((one) => one.key === key);
	const here = <T extends { set: string }>(all: readonly T[]) => all.filter(({ set }) => set === id);
	return visit ? triesOf({ tries: here(visit.tries), tallies: here(visit.tallies), scores: here(visit.scores) }) : 0;
}

/** What a lesson put on somebody's parts: all their tries, counted or not, and what they fed. */
export function loadOf(lesson: Worked, who: string): LoadDay["parts"] {
	const own = lesson.visits
		.filter(({ student }) => student === who)
		.map((visit) => timesTries(visit.placing.settings.loads, triesOf(visit)));
	return addDays([...own, ...feeding(lesson, who)].map((parts) => ({ day: "", parts })))[0]?.parts ?? {};
}

/** Tries of somebody on one rung of a ladder in a lesson, with the parts whose load was known then. */
export interface RungLoad {
	ladder: string;
	rung: string;
	tries: number;
	had: Part[];
	/** They fed it. */
	fed?: true;
}

const partsIn = (loads: LoadDay["parts"] | undefined): Part[] => Object.keys(loads ?? {}) as Part[];

/** What somebody did on each rung of a ladder: for parts whose load is only set afterwards. */
export function rungLoads(lesson: Worked, who: string): RungLoad[] {
	const own = lesson.visits.flatMap((visit): RungLoad[] => {
		const { ladder, rung, placing } = visit;
		const tries = triesOf(visit);
		return visit.student === who && ladder && tries > 0
			? [{ ladder, rung, tries, had: partsIn(placing.settings.loads) }]
			: [];
	});
	const fed = lesson.sets.flatMap((set): RungLoad[] => {
		const { ladder, rung, settings, student } = set.placing;
		const tries = student === who || feederOf(lesson, set) !== who ? 0 : triesFed(lesson, set);
		return ladder && tries > 0 ? [{ ladder, rung, tries, had: partsIn(settings.feederLoads), fed: true }] : [];
	});
	return [...own, ...fed];
}

/** The loads of a rung as it stands now: of one try, and of feeding it. */
export interface RungNow {
	loads: LoadDay["parts"];
	feederLoads?: LoadDay["parts"] | undefined;
}

/** What tries of before put on parts that had no load then, by the loads set since; a part that had one keeps it. */
export const filledIn = (tries: readonly RungLoad[], now: ReadonlyMap<string, RungNow>): LoadDay["parts"] =>
	addDays(
		tries.map(({ ladder, rung, tries: n, had, fed }) => {
			const is = now.get(`${ladder}/${rung}`);
			const since = Object.entries((fed ? is?.feederLoads : is?.loads) ?? {}).filter(
				([part]) => !had.includes(part as Part),
			);
			return { day: "", parts: timesTries(Object.fromEntries(since), n) };
		}),
	)[0]?.parts ?? {};

/** Raises of a lesson, for one student. */
export const raisesIn = ({ events }: Pick<LessonView, "events">, student: string | null): Raise[] =>
	events.flatMap((event) =>
		event.kind === "load.raised" && event.student === student ? [{ ...event.body, day: event.localDay }] : [],
	);

/**
 * Limits that are reached on the rung in hand: what its parts took before the lesson, and what
 * every try of this student has put on them since.
 */
export function reachedInLesson(
	lesson: Worked & Pick<LessonView, "events">,
	{ student, load }: Pick<Placing, "student" | "load">,
): Reached[] {
	const today = lesson.events.at(-1)?.localDay;
	if (student === null || !load || load.length === 0 || !today) return [];
	const days = addDays(
		...load.map(({ part, before }) => before.map((one) => ({ day: one.day, parts: { [part]: one.load } }))),
		[{ day: today, parts: loadOf(lesson, student) }],
	);
	return reachedOn(days, raisedOn(load, raisesIn(lesson, student), today), today);
}
