import type { bodyParts } from "@/core/people/body";
import { mean } from "@/core/statistics/sums";
import { dayAfter, weekdayOf } from "@/core/text/fields";

type Part = (typeof bodyParts)[number];

/** What one day put on the parts of a body: tries, counted or not, times what a try loads. */
export interface LoadDay {
	day: string;
	parts: Partial<Record<Part, number>>;
}

/** As much as a part may take, in tries of a usual load: in a day, and in any seven days. */
export interface LoadLimit {
	part: Part;
	day: number | null;
	week: number | null;
}

/** Of a rolling week, and of the calendar weeks that a caution is told from. */
const WEEK = 7;
const WEEKS_BEFORE = 4;
const LEAST_WEEKS = 2;
const OVER_LARGEST = 1.1;
/** The usual per cent over the mean of the weeks before at which a caution is said. */
export const USUAL_CAUTION = 30;

const on = (days: readonly LoadDay[], part: Part, from: string, to: string): number =>
	days.reduce((sum, one) => (one.day >= from && one.day <= to ? sum + (one.parts[part] ?? 0) : sum), 0);

/** What a part took on a day, and in the seven days up to it. */
export const loadOn = (days: readonly LoadDay[], part: Part, day: string): { day: number; week: number } => ({
	day: on(days, part, day, day),
	week: on(days, part, dayAfter(day, 1 - WEEK), day),
});

/** A limit that was raised with a reason: that of a day for that day, that of a week for the seven days from then. */
export interface Raise {
	part: Part;
	of: "day" | "week";
	to: number;
	day: string;
	reason: string;
}

/** The limits as they hold on a day: a raise lasts as long as what it raised, and lowers nothing. */
export const raisedOn = (limits: readonly LoadLimit[], raises: readonly Raise[], day: string): LoadLimit[] =>
	limits.map((limit) => {
		const raised = (of: Raise["of"], most: number | null): number | null => {
			if (most === null) return null;
			const since = of === "day" ? day : dayAfter(day, 1 - WEEK);
			const to = raises.flatMap((one) =>
				one.part === limit.part && one.of === of && one.day >= since && one.day <= day ? [one.to] : [],
			);
			return Math.max(most, ...to);
		};
		return { part: limit.part, day: raised("day", limit.day), week: raised("week", limit.week) };
	});

/** A limit for whoever is younger than so many years. */
export interface AgeLimit extends LoadLimit {
	under: number;
}

/**
 * The limits that hold for somebody: their own, and of a part that has none those of their
 * age, the narrowest bracket they fall into. Of an unknown age nothing is assumed.
 */
export function limitsFor(
	{ loadLimits = [], born }: { loadLimits?: readonly LoadLimit[] | undefined; born: number | null },
	byAge: readonly AgeLimit[],
	day: string,
): LoadLimit[] {
	const age = born === null ? null : Number(day.slice(0, 4)) - born;
	const own = new Set(loadLimits.map(({ part }) => part));
	const narrowest = new Map<Part, AgeLimit>();
	for (const one of age === null ? [] : byAge) {
		const known = narrowest.get(one.part);
		if (!own.has(one.part) && (age as number) < one.under && (!known || one.under < known.under))
			narrowest.set(one.part, one);
	}
	return [...loadLimits, ...[...narrowest.values()].map(({ under: _, ...limit }) => limit)];
}

export interface Reached {
	part: Part;
	/** Of the day or of the rolling week. */
	of: "day" | "week";
	load: number;
	limit: number;
}

/** Limits that are reached on a day, those of the day first. */
export const reachedOn = (days: readonly LoadDay[], limits: readonly LoadLimit[], day: string): Reached[] =>
	limits.flatMap(({ part, ...limit }) => {
		const load = loadOn(days, part, day);
		return (["day", "week"] as const).flatMap((of): Reached[] => {
			const most = limit[of];
			return most !== null && load[of] >= most ? [{ part, of, load: load[of], limit: most }] : [];
		});
	});

export const reachedWords = ({ part, of, load, limit }: Reached): string =>
	`its limit for the ${part} is reached: ${Math.round(load)} of ${limit} ${of === "day" ? "today" : "in seven days"}`;

/** Monday of the week a day is in. */
export const mondayOf = (day: string): string => dayAfter(day, -weekdayOf(day));

export interface WeekLoad {
	monday: string;
	load: number;
}

/** Calendar weeks up to the one a day is in, oldest first. */
export const weeksOf = (days: readonly LoadDay[], part: Part, day: string, count = WEEKS_BEFORE + 1): WeekLoad[] =>
	Array.from({ length: count }, (_, i) => {
		const monday = dayAfter(mondayOf(day), -WEEK * (count - 1 - i));
		return { monday, load: on(days, part, monday, dayAfter(monday, WEEK - 1)) };
	});

export interface Caution {
	load: number;
	/** Mean of the weeks before in which there was any. */
	mean: number;
	largest: number;
}

/**
 * Whether a week is far more than those before it: over the mean of the weeks with any load
 * among the four before (two at least) by so many per cent, and over 1.1 times the largest.
 */
export function cautionOf(days: readonly LoadDay[], part: Part, day: string, percent = USUAL_CAUTION): Caution | null {
	const weeks = weeksOf(days, part, day);
	const now = weeks.at(-1)?.load ?? 0;
	const before = weeks.slice(0, -1).flatMap(({ load }) => (load > 0 ? [load] : []));
	if (before.length < LEAST_WEEKS) return null;
	const average = mean(before);
	const largest = Math.max(...before);
	return now > average * (1 + percent / 100) && now > OVER_LARGEST * largest
		? { load: now, mean: average, largest }
		: null;
}

/** Days of several sources as one list, each day once, oldest first. */
export function addDays(...all: readonly (readonly LoadDay[])[]): LoadDay[] {
	const sums = new Map<string, Partial<Record<Part, number>>>();
	for (const { day, parts } of all.flat()) {
		const sum = { ...sums.get(day) };
		for (const [part, load] of Object.entries(parts) as [Part, number][]) sum[part] = (sum[part] ?? 0) + load;
		sums.set(day, sum);
	}
	return [...sums].map(([day, parts]) => ({ day, parts })).sort((a, b) => (a.day < b.day ? -1 : 1));
}

/** So many tries of what a try loads. */
export const timesTries = (loads: Partial<Record<Part, number>>, tries: number): Partial<Record<Part, number>> =>
	Object.fromEntries(
		Object.entries(loads).flatMap(([part, load]) => (load && tries > 0 ? [[part, load * tries]] : [])),
	);
