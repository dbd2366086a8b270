import { format, parseISO } from "date-fns";

/** The day here and now, as the record writes days. */
export const today = (): string => format(new Date(), "yyyy-MM-dd");

/** "Tue 24 Nov"; the year is said only when it is another one. */
export function dayWords(day: string, from = today()): string {
	return format(parseISO(day), day.slice(0, 4) === from.slice(0, 4) ? "EEE d MMM" : "EEE d MMM yyyy");
}

/** "today", "tomorrow", "3 days ago", "in 3 days". */
export function fromToday(day: string, from = today()): string {
	const days = Math.round((Date.parse(day) - Date.parse(from)) / 86_400_000);
	if (days === 0) return "today";
	if (days === 1) return "tomorrow";
	if (days === -1) return "yesterday";
	return days > 0 ? `in ${days} days` : `${-days} days ago`;
}
