import type { Occasion } from "@/core/calendar/occasion";
import type { WeekRow } from "@/server/readCalendar";
import { dayWords } from "@/ui/dates";

export const views = ["week", "month", "list"] as const;
export type View = (typeof views)[number];

/** Where a lesson stands on the grid. */
export interface Times {
	day: string;
	time: string;
	minutes: number;
}

/** A lesson is known by its booking and its own day in it, wherever it was moved. */
export const keyOf = ({ booking, on }: Pick<WeekRow, "booking" | "on">): string => `${booking} ${on}`;

/** "every Tuesday", "every other Tuesday": how often a series comes, by one of its days. */
export function oftenWords(repeats: Exclude<WeekRow["repeats"], "once">, day: string): string {
	const weekday = new Date(`${day}T12:00:00`).toLocaleDateString("en-GB", { weekday: "long" });
	return `${repeats} ${weekday}`.replace(" week ", " ");
}

/** The day of a show, or from when to when a term is. */
export const dateWords = ({ day, until }: Pick<Occasion, "day" | "until">): string =>
	until === null || until === day ? dayWords(day) : `${dayWords(day)} to ${dayWords(until)}`;

/** The component's name of what is shown: seven days, three where there is no room for them, or a month. */
export const viewNames = (view: View, narrow: boolean): string =>
	view === "month" ? "dayGridMonth" : narrow ? "timeGridThree" : "timeGridWeek";
