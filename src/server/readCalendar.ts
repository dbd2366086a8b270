import type { Booking, Occurrence } from "@/core/calendar/booking";
import { type Busy, clashes } from "@/core/calendar/clashes";
import { hoursOf, type TeachingHours } from "@/core/calendar/free";
import { occasionsIn } from "@/core/calendar/occasion";
import { USUAL_TRAVEL } from "@/core/coach/coach";
import { writeCalendar } from "@/core/formats/calendar";
import type { Rail } from "@/core/ladder/rail";
import { dayAfter, daysBetween } from "@/core/text/fields";
import { type BookingRow, busyBetween, busySources, type Feed, listBookings, listFeeds } from "@/store/bookings";
import { lessonsBetween } from "@/store/calendar";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { type LadderRow, type Railed, railedLadders } from "@/store/ladders";
import { listOccasions, type OccasionRow } from "@/store/occasions";
import { plansFrom } from "@/store/plans";
import { studentNames } from "@/store/students";
import { upToDate } from "./store";

/** A lesson of the week, as a row. */
export interface WeekRow extends Omit<Occurrence, "students"> {
	students: string[];
	who: string;
	/** Rails of the first who comes. */
	rails: {
		id: string;
		skill: string;
		holes: Pick<Rail["holes"][number], "rung" | "name" | "state">[];
		pegIndex: number;
	}[];
	/** The plan made for it, if one is. */
	plan: string | null;
	clash: string | null;
}

const DAY_MS = 86_400_000;

const whoOf = (students: readonly string[], names: ReadonlyMap<string, string>): string =>
	students.map((id) => names.get(id) ?? "a deleted student").join(", ");

/**
 * The lessons of so many days from one on, with what is in the way of each and whether it is planned; rails are
 * {@link withRails}.
 *
 * @param cancelled those that are not held are rows too
 */
export async function weekFrom(open: Store, day: string, days: number, cancelled = false): Promise<WeekRow[]> {
	const to = dayAfter(day, days - 1);
	const lessons = await lessonsBetween(open, day, to, cancelled);
	if (lessons.length === 0) return [];
	const [people, plans, busy, { coach }] = await Promise.all([
		studentNames(open),
		plansFrom(open, day),
		busyBetween(open, Date.parse(day) - DAY_MS, Date.parse(to) + 2 * DAY_MS),
		findCoach(open),
	]);
	const names = new Map(people.map(({ id, name }) => [id, name]));
	const away = new Set(people.filter((one) => one.archived).map(({ id }) => id));
	const found = clashes(
		lessons.filter((one) => !one.cancelled),
		busy,
		coach.travel ?? USUAL_TRAVEL,
	);
	const keyOf = (ids: readonly string[]) => [...ids].sort().join();
	const planned = new Map(plans.map(({ id, plan }) => [`${plan.day} ${keyOf(plan.students)}`, id]));
	return lessons
		.filter((one) => !one.students.every((id) => away.has(id)))
		.map((one) => ({
			...one,
			students: [...one.students],
			who: whoOf(one.students, names),
			rails: [],
			plan: planned.get(`${one.day} ${keyOf(one.students)}`) ?? null,
			clash: found.get(one) ?? null,
		}));
}

/**
 * The same rows with the rails of the first who comes.
 *
 * @param read ladders that were read already, all of each of these students
 */
export async function withRails(
	open: Store,
	rows: readonly WeekRow[],
	read: { students: readonly string[]; ladders: readonly (LadderRow & Railed)[] } = { students: [], ladders: [] },
): Promise<WeekRow[]> {
	const here = new Set(read.students);
	const students = [...new Set(rows.flatMap((one) => one.students[0] ?? []))].filter((one) => !here.has(one));
	const ladders = [...read.ladders, ...(students.length > 0 ? await railedLadders(open, { students }) : [])];
	return rows.map((one) => ({
		...one,
		rails: ladders
			.filter((row) => row.student === one.students[0] && !row.archived)
			.map(({ id, followed, rail: { holes, pegIndex } }) => ({
				id,
				skill: followed.name,
				holes: holes.map(({ rung, name, state }) => ({ rung, name, state })),
				pegIndex,
			})),
	}));
}

/** What a stretch of the calendar shows: its lessons, held or not, and what else takes time. */
export interface CalendarSpan {
	from: string;
	to: string;
	rows: WeekRow[];
	busy: Busy[];
}

/** The stretch from one day to another, both included. */
export async function spanOf(open: Store, from: string, to: string): Promise<CalendarSpan> {
	const [rows, busy] = await Promise.all([
		weekFrom(open, from, daysBetween(from, to) + 1, true),
		busyBetween(open, Date.parse(from) - DAY_MS, Date.parse(to) + 2 * DAY_MS),
	]);
	return { from, to, rows, busy };
}

export interface CalendarPageProps {
	day: string;
	week: WeekRow[];
	/** The weeks around today, for the grid. */
	span: CalendarSpan;
	/** Those set, or as the lessons of eight weeks are. */
	hours: TeachingHours;
	series: { at: { id: string; rev: number }; booking: Booking; who: string }[];
	/** Shows, terms and other dates, those long over left out. */
	occasions: DatedFor[];
	feeds: Feed[];
	busy: { source: string; times: number }[];
	travel: number;
	students: { id: string; name: string }[];
}

/** A date and whom it is for: names, none where it is everybody's. */
export interface DatedFor extends OccasionRow {
	who: string;
}

/** @returns those of a stretch of days, the earliest first */
export const datesFor = (
	all: readonly OccasionRow[],
	from: string,
	to: string,
	names: ReadonlyMap<string, string>,
): DatedFor[] => occasionsIn(all, from, to).map((row) => ({ ...row, who: whoOf(row.occasion.students, names) }));

const FAR = "9999-12-31";

/** As far as one looks ahead at a glance. */
const AHEAD = 14;
/** Days before and after today that the grid begins with: eight weeks in all. */
const AROUND = 28;

const seriesOf = ({ id, rev, booking }: BookingRow, names: ReadonlyMap<string, string>) => ({
	at: { id, rev },
	booking,
	who: whoOf(booking.students, names),
});

export async function readCalendar(): Promise<CalendarPageProps> {
	const open = await upToDate();
	const day = serverDay();
	const [week, span, bookings, feeds, busy, { coach }, people, dates] = await Promise.all([
		weekFrom(open, day, AHEAD).then((rows) => withRails(open, rows)),
		spanOf(open, dayAfter(day, -AROUND), dayAfter(day, AROUND)),
		listBookings(open),
		listFeeds(open),
		busySources(open),
		findCoach(open),
		studentNames(open),
		listOccasions(open),
	]);
	const names = new Map(people.map(({ id, name }) => [id, name]));
	return {
		day,
		week,
		occasions: datesFor(dates, dayAfter(day, -AROUND), FAR, names),
		span,
		hours: coach.teaching ?? hoursOf(span.rows.filter((one) => !one.cancelled)),
		// What is over stays out of sight; its lessons are in the record.
		series: bookings
			.filter(({ booking }) => (booking.repeats === "once" ? booking.day : (booking.until ?? day)) >= day)
			.map((row) => seriesOf(row, names))
			.sort((a, b) => a.who.localeCompare(b.who)),
		feeds,
		busy,
		travel: coach.travel ?? USUAL_TRAVEL,
		students: people
			.filter((one) => !one.archived)
			.map(({ id, name }) => ({ id, name }))
			.sort((a, b) => a.name.localeCompare(b.name)),
	};
}

/** The calendar as a file: a month back and half a year ahead, who comes, when and where. */
export async function calendarFile(open: Store): Promise<Response> {
	const day = serverDay();
	const [held, people, dates] = await Promise.all([
		lessonsBetween(open, dayAfter(day, -31), dayAfter(day, 183)),
		studentNames(open),
		listOccasions(open),
	]);
	const names = new Map(people.map(({ id, name }) => [id, name]));
	const lessons = held.map((one) => ({ ...one, who: whoOf(one.students, names) }));
	return new Response(writeCalendar(lessons, new Date(), dates), {
		headers: {
			"content-type": "text/calendar; charset=utf-8",
			"content-disposition": 'attachment; filename="lessons.ics"',
			"cache-control": "no-store",
		},
	});
}
