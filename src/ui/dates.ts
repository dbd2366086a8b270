import { englishDay } from "@/core/text/days";
import { now } from "@/device/now";

/**
 * Until a page is the browser's own, its words are the server's: a page that says "today" of
 * one day and is found to say "yesterday" would be thrown away and drawn anew.
 */
let handedOver = typeof document === "undefined";

/** The page is the browser's from here on. */
export function handOver(): void {
	handedOver = true;
}

/** The day here and now, as the record writes days; on a page that is just being taken over, the server's. */
export function today(date = new Date()): string {
	const servers = handedOver ? undefined : document.documentElement.dataset.day;
	return servers ?? now(date).localDay;
}

/** "Tue 24 Nov"; the year is said only when it is another one. */
export const dayWords = (day: string, from = today()): string => englishDay(day, from);

/** "30 Nov – 6 Dec", "1 – 3 Dec": a stretch of days, both included, without their weekdays. */
export function stretchWords(from: string, to: string): string {
	const [, day, month] = dayWords(from, from).split(" ");
	const last = dayWords(to, from).split(" ").slice(1).join(" ");
	return from.slice(0, 7) === to.slice(0, 7) ? `${day} – ${last}` : `${day} ${month} – ${last}`;
}

const relative = new Intl.RelativeTimeFormat("en", { numeric: "auto" });

/** "today", "tomorrow", "3 days ago", "in 3 days". */
export const fromToday = (day: string, from = today()): string =>
	relative.format(Math.round((Date.parse(day) - Date.parse(from)) / 86_400_000), "day");
