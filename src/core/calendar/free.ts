import type { Busy } from "./clashes";
import { clockAt, momentOf } from "./zoned";

/** From when to when a coach teaches, by the clock. */
export interface TeachingHours {
	from: string;
	to: string;
}

interface Span {
	from: number;
	to: number;
}

const MINUTE_MS = 60_000;
const HOUR = 60;
/** Where no lesson tells it. */
const USUAL: TeachingHours = { from: "14:00", to: "20:00" };

const minutesOf = (time: string): number => Number(time.slice(0, 2)) * HOUR + Number(time.slice(3));
const clock = (minutes: number): string =>
	`${String(Math.floor(minutes / HOUR)).padStart(2, "0")}:${String(minutes % HOUR).padStart(2, "0")}`;

/** From the earliest begin to the latest end of some lessons; 14:00 to 20:00 of none. */
export function hoursOf(lessons: readonly { time: string; minutes: number }[]): TeachingHours {
	if (lessons.length === 0) return USUAL;
	const last = HOUR * 24 - 1;
	return {
		from: clock(Math.min(...lessons.map(({ time }) => minutesOf(time)))),
		to: clock(Math.min(last, Math.max(...lessons.map(({ time, minutes }) => minutesOf(time) + minutes)))),
	};
}

/**
 * The free stretches of a day inside the teaching hours, as moments, the earliest first: what neither a lesson nor a
 * busy time takes.
 */
export function freeOn(
	day: string,
	{ from, to }: TeachingHours,
	zone: string,
	lessons: readonly { at: number; minutes: number }[],
	busy: readonly Busy[],
): Span[] {
	const end = momentOf(day, to, zone);
	const taken = [...lessons.map(({ at, minutes }) => ({ from: at, to: at + minutes * MINUTE_MS })), ...busy]
		.filter((one) => one.to > one.from)
		.sort((a, b) => a.from - b.from);
	const free: Span[] = [];
	let open = momentOf(day, from, zone);
	for (const one of taken) {
		if (one.to <= open) continue;
		if (one.from >= end) break;
		if (one.from > open) free.push({ from: open, to: one.from });
		open = Math.max(open, one.to);
	}
	if (open < end) free.push({ from: open, to: end });
	return free;
}

/** What is free on these days: minutes in all, and the longest stretch with its day and hours; null where none is. */
export function freeTime(
	days: readonly string[],
	hours: TeachingHours,
	zone: string,
	lessons: readonly { at: number; minutes: number }[],
	busy: readonly Busy[],
): { minutes: number; longest: { day: string; from: string; to: string } | null } {
	let minutes = 0;
	let longest: { day: string; span: Span } | null = null;
	for (const day of days)
		for (const span of freeOn(day, hours, zone, lessons, busy)) {
			const length = span.to - span.from;
			minutes += Math.round(length / MINUTE_MS);
			if (!longest || length > longest.span.to - longest.span.from) longest = { day, span };
		}
	const said = longest && {
		day: longest.day,
		from: clockAt(longest.span.from, zone).time,
		to: clockAt(longest.span.to, zone).time,
	};
	return { minutes, longest: said };
}
