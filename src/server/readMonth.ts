import { type MonthRow, monthOf, type WeekFigures, weeksTo } from "@/core/insight/month";
import type { NearAsk } from "@/core/insight/nearPass";
import { mondayOf } from "@/core/load/load";
import { readSides } from "@/core/skill/sides";
import { dayAfter, day as isDay } from "@/core/text/fields";
import { dueRungs } from "@/core/today/due";
import { lessonsBetween } from "@/store/calendar";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import { railedLadders } from "@/store/ladders";
import { digestsFor } from "@/store/lessonDigests";
import { listOccasions } from "@/store/occasions";
import { openPromises } from "@/store/said";
import { studentNames } from "@/store/students";
import { type DatedFor, datesFor } from "./readCalendar";
import { nearOn } from "./readLadders";
import { upToDate } from "./store";

export interface MonthPageProps {
	/** `YYYY-MM`, with those before and after. */
	month: string;
	before: string;
	after: string;
	rows: MonthRow[];
	/** Shows, terms and other dates of the month. */
	occasions: DatedFor[];
	/** Whole weeks, up to the one the month ends in, or to last week. */
	weeks: WeekFigures[];
	/** What tells whose ladder is near a pass. */
	near: { id: string; student: string; name: string; rung: string; near: NearAsk | null }[];
}

const MOST_PROMISES = 1000;
/** Weeks that are drawn: what led to this month, and not the year. */
const WEEKS = 8;
const WEEK = 7;

/** A month as `YYYY-MM`, so many months on. */
function monthsOn(month: string, by: number): string {
	const at = new Date(`${month}-15T12:00:00Z`);
	at.setUTCMonth(at.getUTCMonth() + by);
	return at.toISOString().slice(0, 7);
}

const countBy = (ids: readonly (string | null)[]): Record<string, number> => {
	const counts: Record<string, number> = {};
	for (const id of ids) if (id !== null) counts[id] = (counts[id] ?? 0) + 1;
	return counts;
};

/** The month of everybody in use; this one where none is asked for, or what is asked for is none. */
export async function readMonth(asked?: string): Promise<MonthPageProps> {
	const today = serverDay();
	const month = asked && isDay.safeParse(`${asked}-01`).success ? asked : today.slice(0, 7);
	const [from, to] = [`${month}-01`, `${month}-31`];
	// Whole weeks: one that is not over would look like a fall.
	const ends = [dayAfter(mondayOf(dayAfter(`${monthsOn(month, 1)}-01`, -1)), WEEK - 1), dayAfter(mondayOf(today), -1)];
	const lastWeek = ends.sort()[0] as string;
	const open = await upToDate();
	const [people, known, lessons, ladders, promised, { coach }, dates] = await Promise.all([
		studentNames(open),
		digestsFor(open, { from: dayAfter(from, -WEEKS * WEEK), to: [lastWeek, to].sort()[1] as string }),
		lessonsBetween(open, from, to, true),
		railedLadders(open),
		openPromises(open, undefined, MOST_PROMISES),
		findCoach(open),
		listOccasions(open),
	]);
	const digests = known.filter(({ day }) => day >= from && day <= to);
	const rungs = ladders.map(({ id, student, ladder }) => ({ id, student, rungs: ladder.rungs.map((rung) => rung.id) }));
	const inUse = ladders.filter((row) => !row.archived);
	const due = dueRungs(
		inUse.map(({ ladder, strong, ...row }) => ({ ...row, sides: { side: ladder.side, strong } })),
		to,
	);
	return {
		month,
		before: monthsOn(month, -1),
		after: monthsOn(month, 1),
		occasions: datesFor(dates, from, to, new Map(people.map(({ id, name }) => [id, name]))),
		rows: monthOf({
			people: people.filter((one) => !one.archived),
			digests,
			lessons,
			ladders: rungs,
			due: countBy(due.map(({ student }) => student)),
			promises: countBy(promised.filter((one) => one.due !== null && one.due <= to).map(({ student }) => student)),
			today,
		}),
		weeks: weeksTo(lastWeek, WEEKS, known, rungs),
		near: inUse.map((row) => ({
			id: row.id,
			student: row.student,
			name: people.find(({ id }) => id === row.student)?.name ?? "",
			rung: readSides(row.rail.holes[row.rail.pegIndex]?.name ?? "", { side: row.ladder.side, strong: row.strong }),
			near: nearOn(row, coach),
		})),
	};
}
