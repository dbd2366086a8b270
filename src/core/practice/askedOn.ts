import { dayAfter, daysBetween, weekdayOf } from "@/core/text/fields";
import type { Assignment, PracticeItem } from "./assignment";
import { drillsOn } from "./phases";

/** On which days a page's drills are asked for, and in which order: apart from what an assignment is, so that the student's page carries no schema for it. */

/** In the coach's order, warm-ups first. */
export const inOrder = <T extends Pick<PracticeItem, "warmUp">>(items: readonly T[]): T[] => [
	...items.filter(({ warmUp }) => warmUp),
	...items.filter(({ warmUp }) => !warmUp),
];

/** Whether a drill is for this day of the week. */
export const isFor = (item: Pick<PracticeItem, "days">, on: string): boolean => item.days.includes(weekdayOf(on));

/** Days without practice, both ends in it. */
interface Off {
	from: string;
	to: string;
}

/**
 * Days from one to another, both in, on which one of these drills was asked for, or the one that is named: none
 * before the first day, none while the student was away.
 */
export const daysAsked = (
	{ items, from: first, phases }: Pick<Assignment, "from" | "phases"> & { items: readonly PracticeItem[] },
	from: string,
	to: string,
	away: readonly Off[] = [],
	only?: string,
): number =>
	Array.from({ length: Math.max(0, daysBetween(from, to) + 1) }, (_, i) => dayAfter(from, i)).filter(
		(on) =>
			on >= first &&
			!isOff(away, on) &&
			drillsOn(items, phases, on).some((item) => isFor(item, on) && (only === undefined || item.id === only)),
	).length;

/** Whether a day is one without practice. */
export const isOff = (away: readonly Off[], on: string): boolean => away.some(({ from, to }) => from <= on && on <= to);
