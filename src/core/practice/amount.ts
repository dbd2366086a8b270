import type { MessageId } from "@/core/languages/english";
import type { Say } from "@/core/languages/locale";
import { plural } from "@/core/text/lists";
import type { PracticeItem } from "./assignment";

/** How much of one drill is asked for: said once, and the same on every page, on paper and in the note. */
export interface Amount {
	/** Days of a week. */
	days: number;
	/** Tries of a day, and how many of them are to be good. */
	tries: number;
	target: number;
	/** Minutes of a day beside the tries; 0 where none are asked for. */
	minutes: number;
}

/** A drill's amount, as it stands on the page. */
export const amountOf = ({
	days,
	dose,
	target,
	minutes = 0,
}: Pick<PracticeItem, "days" | "dose" | "target" | "minutes">): Amount => ({
	days: days.length,
	tries: dose,
	target,
	minutes,
});

/**
 * "4 days a week, 10 tries, 7 of them good, 5 minutes"; "every day, 10 tries" where no good ones are asked for.
 *
 * @param say in the student's language, where somebody else than the coach reads it
 */
export function amountWords({ days, tries, target, minutes }: Amount, say?: Say<MessageId>): string {
	if (say)
		return [
			days >= 7 ? say("drill.every day") : say("amount.days", { n: days }),
			say("amount.tries", { n: tries }),
			...(target > 0 ? [say("amount.target", { n: target })] : []),
			...(minutes > 0 ? [say("drill.minutes", { n: minutes })] : []),
		].join(", ");
	return [
		days >= 7 ? "every day" : `${plural(days, "day")} a week`,
		plural(tries, "try"),
		...(target > 0 ? [`${target} of them good`] : []),
		...(minutes > 0 ? [plural(minutes, "minute")] : []),
	].join(", ");
}

/** Days of a week, Monday 0, as far apart as they come: by how many there are. */
const SPREAD: readonly (readonly number[])[] = [
	[],
	[0],
	[0, 3],
	[0, 2, 4],
	[0, 1, 3, 5],
	[0, 1, 2, 3, 4],
	[0, 1, 2, 3, 4, 5],
	[0, 1, 2, 3, 4, 5, 6],
];

/** So many days of a week: those that were chosen before, where it were as many. */
export const weekdaysFor = (days: number, known: readonly number[] = []): number[] =>
	known.length === days ? [...known] : [...(SPREAD[Math.min(7, Math.max(1, days))] ?? [])];

/** Of the tries of a day so many are to be good, where nobody said so: a steady student meets about 7 in 10 where targets settle. */
export const usualTarget = (tries: number): number => Math.max(1, Math.round(0.7 * tries));

/** Days for which a link to a student's page opens, from the day it is made and from each wrap-up. */
export const LINK_DAYS = 90;
