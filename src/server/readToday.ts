import { letGo } from "@/core/commands/begin";
import type { Drafts } from "@/core/commands/drafts";
import type { PassAt } from "@/core/commands/passes";
import type { SlipAt } from "@/core/commands/slip";
import type { LastTime } from "@/core/ladder/lastTime";
import { limitsOf } from "@/core/ladder/limits";
import type { Rail } from "@/core/ladder/rail";
import type { Reminders } from "@/core/log/reminders";
import { readSides } from "@/core/skill/sides";
import { dayAfter } from "@/core/text/fields";
import type { Store } from "@/store/db";
import { ladderQuestions, railedLadders } from "@/store/ladders";
import { doubtfulLessons, lessonView, openLessons, studentDigests } from "@/store/lessons";
import { waitingRemarks } from "@/store/practice";
import { openParked, openPromises } from "@/store/said";
import { findStudent, studentNames } from "@/store/students";
import { studioMark } from "@/store/studio";
import { type WeekRow, weekFrom, withRails } from "./readCalendar";
import { upToDate } from "./store";

export interface TodayLadder {
	id: string;
	skill: string;
	side: string;
	rail: Rail;
	last: LastTime | null;
}

export interface TodayStudent {
	id: string;
	name: string;
	/** Day of the next lesson, if one was set. */
	next: string | null;
	ladders: TodayLadder[];
	/** Their lesson of today is open. */
	isOpen: boolean;
}

export interface Question {
	href: string;
	text: string;
	why: string;
	/** A day that ends the text, and one that begins the why. */
	day?: string;
	since?: string;
	/** A rule that was met while the peg stayed: answered in place. */
	pass?: PassAt;
}

export interface TodayProps {
	studio: { id: string; demo: boolean };
	day: string;
	open: { lesson: string; names: string; tries: number; day: string; letGo: Drafts | null }[];
	/** Whose lessons come first. */
	students: TodayStudent[];
	/** Students beyond those, in use. */
	more: number;
	names: Record<string, string>;
	keeping: Pick<Reminders, "promises" | "parked">;
	decide: Question[];
	/** Passed rungs of those shown that want to be looked at again, the longest due first. */
	due: { ladder: string; who: string; rung: string; due: string; slip: SlipAt | null }[];
	/** What students said with their practice, and nobody answered. */
	practice: { assignment: string; who: string; day: string; remark: string }[];
	/** Lessons in the calendar, today's; those of the six days after, where they are few enough to be read at once. */
	week: { now: WeekRow[]; rest: WeekRow[] | null; lessons: number; open: number };
}

/** The days after today that are looked at. */
const WEEK_DAYS = 7;
/** More rows are asked for by a press. */
const ROWS_AT_ONCE = 12;
const DUE_SHOWN = 5;
/** A remark that nobody answered for so long is not answered any more. */
const REMARK_DAYS = 30;

/** As many lessons as a long day holds, and as many lines as a glance. */
const SHOWN = 8;

/** Everything the Today screen asks: who is next, what is due, what needs a decision. */
export async function readToday(day: string): Promise<TodayProps> {
	const store = await upToDate();
	const [studio, people, digests, open, promises, parked, week, said] = await Promise.all([
		studioMark(store),
		studentNames(store),
		studentDigests(store),
		openLessons(store),
		openPromises(store, undefined, SHOWN),
		openParked(store, undefined, SHOWN),
		weekFrom(store, day, WEEK_DAYS),
		waitingRemarks(store, dayAfter(day, -REMARK_DAYS), DUE_SHOWN),
	]);
	const here = people.filter((person) => !person.archived);
	const names = Object.fromEntries(people.map(({ id, name }) => [id, name]));
	// Who has a day comes first, by that day; days gone by stay at the top until a lesson was held.
	// What the calendar says goes before what was said at a wrap-up.
	const inCalendar = new Map(week.toReversed().flatMap((row) => row.students.map((id) => [id, row.day] as const)));
	const next = (id: string) => inCalendar.get(id) ?? digests.get(id)?.next ?? null;
	const inOrder = here.sort((a, b) => {
		const [one, other] = [next(a.id) ?? "9999", next(b.id) ?? "9999"];
		return one < other ? -1 : one > other ? 1 : a.name.localeCompare(b.name);
	});
	const inLesson = new Set(open.flatMap((lesson) => (lesson.day === day ? lesson.students : [])));
	// Whoever is in a lesson has no next day yet: they stay in sight, behind who comes after them.
	const [first, ...rest] = inOrder.filter(({ id }) => !inLesson.has(id));
	const shown = [...(first ? [first] : []), ...inOrder.filter(({ id }) => inLesson.has(id)), ...rest].slice(0, SHOWN);
	const ladders = (await railedLadders(store, { students: shown.map(({ id }) => id) })).filter((row) => !row.archived);
	return {
		studio,
		day,
		names,
		students: shown.map(({ id, name }) => ({
			id,
			name,
			next: next(id),
			isOpen: inLesson.has(id),
			ladders: ladders
				.filter((ladder) => ladder.student === id)
				.map((row) => ({
					id: row.id,
					skill: row.followed.name,
					side: row.ladder.side,
					rail: row.rail,
					last: row.last,
				})),
		})),
		more: inOrder.length - shown.length,
		open: await Promise.all(
			open.toReversed().map(async ({ lesson, students, attempts, day: begun }) => ({
				lesson,
				names: students.map((id) => names[id] ?? "somebody").join(", ") || "Quick count, for nobody yet",
				tries: attempts,
				day: begun || day,
				letGo: attempts === 0 ? await lettingGo(store, lesson) : null,
			})),
		),
		keeping: { promises, parked },
		decide: await questions(store, names, day),
		due: dueAmong(ladders, names, day),
		practice: said.map(({ student, ...one }) => ({ ...one, who: names[student] ?? "somebody" })),
		week: await inShort(store, week, day, { students: shown.map(({ id }) => id), ladders }),
	};
}

async function inShort(
	store: Store,
	week: readonly WeekRow[],
	day: string,
	read: Parameters<typeof withRails>[2],
): Promise<TodayProps["week"]> {
	const [now, after] = [week.filter((row) => row.day === day), week.filter((row) => row.day !== day)];
	const few = after.length <= ROWS_AT_ONCE;
	const railed = await withRails(store, few ? [...now, ...after] : now, read);
	return {
		now: railed.slice(0, now.length),
		rest: few ? railed.slice(now.length) : null,
		lessons: after.length,
		open: after.filter(({ plan }) => plan === null).length,
	};
}

/** A glance's worth, a rung a ladder: the highest that is due holds what is below it. */
function dueAmong(
	ladders: Awaited<ReturnType<typeof railedLadders>>,
	names: Record<string, string>,
	day: string,
): TodayProps["due"] {
	return ladders
		.flatMap(({ id, student, rail }) => {
			const due = rail.holes
				.slice(0, rail.pegIndex)
				.filter(({ schedule }) => schedule && (schedule.slipped || schedule.due <= day));
			const one = due.findLast(({ schedule }) => schedule?.slipped) ?? due.at(-1);
			return one?.schedule
				? [
						{
							ladder: id,
							who: names[student] ?? "somebody",
							rung: one.name,
							due: one.schedule.due,
							slip: one.schedule.slipped
								? {
										student,
										ladder: id,
										rung: one.rung,
										peg: rail.peg,
										lesson: one.recent.at(-1)?.lesson ?? "",
									}
								: null,
						},
					]
				: [];
		})
		.sort((a, b) => Number(b.slip !== null) - Number(a.slip !== null) || (a.due < b.due ? -1 : 1))
		.slice(0, DUE_SHOWN);
}

/** What lets go of a lesson in which nothing was tried. */
async function lettingGo(store: Store, lesson: string): Promise<Drafts | null> {
	const view = await lessonView(store, lesson);
	return view && letGo(view);
}

async function questions(store: Store, names: Record<string, string>, day: string): Promise<Question[]> {
	const [ids, doubtful] = await Promise.all([ladderQuestions(store), doubtfulLessons(store, day, SHOWN)]);
	const rows = await railedLadders(store, { ids: ids.slice(0, SHOWN) });
	const days = doubtful.map(({ lesson, students, day: said }): Question => {
		const who = students.map((id) => names[id] ?? "somebody").join(", ") || "Quick count";
		return {
			href: `/lessons/${lesson}`,
			text: `${who}: a lesson on`,
			day: said,
			why: "Its date looks wrong. It does not count for “last time” until you confirm the date.",
		};
	});
	const people = new Map(
		(await Promise.all(rows.filter(({ rail }) => rail.pass).map((row) => findStudent(store, row.student)))).flatMap(
			(one) => (one ? [[one.id, one.student] as const] : []),
		),
	);
	const asked = rows.flatMap(({ id, student, followed, rail, outdated, ladder }) => {
		const [who, href] = [names[student] ?? "somebody", `/ladders/${id}`];
		const says: Question[] = [];
		const top = rail.holes.at(-1);
		const person = people.get(student);
		const out = new Set(
			person ? limitsOf(ladder.rungs, person).flatMap((one) => (one.what === "taken out" ? [one.rung] : [])) : [],
		);
		const above = ladder.rungs.slice(rail.pegIndex + 1).find((rung) => !out.has(rung.id));
		if (rail.pass && person && above) {
			const { rung, lesson, metBy, seen } = rail.pass;
			const sides = { side: ladder.side, strong: person.strongSide };
			says.push({
				href,
				text: `${who}: ${rail.holes[rail.pegIndex]?.name ?? ""} is passed`,
				why: `on ${followed.name}; the peg has not moved.`,
				since: rail.pass.day,
				pass: {
					lesson,
					student,
					ladder: id,
					rung,
					metBy,
					seen,
					to: { id: above.id, name: readSides(above.settings.name, sides) },
					yes: ladder.rungs.find(({ id: one }) => one === rung)?.settings.yes,
				},
			});
		}
		if (top && rail.pegIndex === rail.holes.length - 1 && top.state !== "open")
			says.push({
				href,
				text: `${who}: ${followed.name} is done`,
				why: "The top rung is passed; choose what follows.",
			});
		if (outdated)
			says.push({
				href,
				text: `${who}: ${followed.name} was revised`,
				why: "The ladder follows the skill as it was; take the new one or stay.",
			});
		if (rail.unfounded)
			says.push({
				href: `/lessons/${rail.unfounded.lesson}`,
				text: `${who}: a peg move on ${followed.name}`,
				why: "The tries behind this move were removed.",
			});
		return says;
	});
	return [...days, ...asked];
}
