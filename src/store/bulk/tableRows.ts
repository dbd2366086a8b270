import { and, asc, eq, gt, inArray, sql } from "drizzle-orm";
import type { LessonDigest } from "@/core/digest/lessonDigest";
import type { TableName, TableRow } from "@/core/formats/tables";
import type { Body } from "@/core/log/kinds";
import type { LessonView, TallyView, Visit } from "@/core/log/view";
import { ruleSentence } from "@/core/rules";
import { readSides } from "@/core/skill/sides";
import { sum } from "@/core/statistics/sums";
import type { Store } from "../db";
import { railedLadders } from "../ladders";
import { lessonViews } from "../lessons";
import { loadSince } from "../loads";
import * as t from "../schema";
import { holds } from "../takenBack";

/** What a table is told of, read once. */
interface People {
	name: (student: string | null) => string;
	strong: (student: string | null) => "left" | "right";
	skill: (ladder: string | null) => string;
	ids: string[];
}

async function peopleOf(store: Store, only: string | null): Promise<People> {
	const rows = await store.db.select().from(t.student).where(sql`${t.student.deletedAt} is null`);
	const students = new Map(rows.map((row) => [row.id, row.body as { name: string; strongSide: "left" | "right" }]));
	const ladders = await store.db
		.select({ id: t.ladder.id, skill: t.skill.name })
		.from(t.ladder)
		.innerJoin(t.skill, eq(t.skill.id, t.ladder.skill));
	const skills = new Map(ladders.map(({ id, skill }) => [id, skill]));
	return {
		name: (id) => students.get(id ?? "")?.name ?? "",
		strong: (id) => students.get(id ?? "")?.strongSide ?? "right",
		skill: (id) => skills.get(id ?? "") ?? "",
		ids: only === null ? [...students.keys()] : students.has(only) ? [only] : [],
	};
}

const AT_ONCE = 200;

/** Lessons by their day, a few at a time: a table is never held whole. */
async function* lessonsByDay({ db }: Store, only: string | null, atOnce = AT_ONCE): AsyncGenerator<LessonDigest[]> {
	let [day, lesson] = ["", ""];
	const theirs =
		only === null
			? undefined
			: inArray(
					t.lessonDigest.lesson,
					db.select({ lesson: t.lessonWork.lesson }).from(t.lessonWork).where(eq(t.lessonWork.student, only)),
				);
	for (;;) {
		const rows = await db
			.select({ day: t.lessonDigest.day, lesson: t.lessonDigest.lesson, body: t.lessonDigest.body })
			.from(t.lessonDigest)
			.where(and(theirs, sql`(${t.lessonDigest.day}, ${t.lessonDigest.lesson}) > (${day}, ${lesson})`))
			.orderBy(asc(t.lessonDigest.day), asc(t.lessonDigest.lesson))
			.limit(atOnce);
		if (rows.length > 0) yield rows.map(({ body }) => body);
		const last = rows.at(-1);
		if (!last || rows.length < atOnce) return;
		[day, lesson] = [last.day, last.lesson];
	}
}

const yes = (is: boolean) => (is ? "yes" : "no");

function visitRows(day: string, lesson: string, visit: Visit, view: LessonView, people: People): TableRow[] {
	const { placing, student, ladder } = visit;
	const names = new Map(
		[...placing.positions, ...(placing.musts ?? [])].map(({ id, short, name }) => [id, short || name]),
	);
	const about = {
		day,
		student: people.name(student),
		skill: people.skill(ladder),
		side: placing.side,
		rung: readSides(placing.settings.name, { side: placing.side, strong: people.strong(student) }),
	};
	const single = visit.entries.flatMap(({ event, try: one }): TableRow[] =>
		one
			? [
					{
						...about,
						time: event.at,
						form: one.variation,
						tries: 1,
						good: one.good ? 1 : 0,
						outcome: one.body.result,
						off: one.body.off
							.map(({ position, direction }) => `${names.get(position) ?? position}${direction ? `:${direction}` : ""}`)
							.join(";"),
						judged: yes(one.body.judged),
						counted: yes(one.counted),
						partner: yes(one.byPartner),
						measure: one.body.measure?.value ?? null,
						unit: one.body.measure?.unit ?? "",
						lesson,
						attempt: one.id,
					},
				]
			: [],
	);
	const times = new Map(view.events.map(({ id, at }) => [id, at]));
	const tallied = visit.tallies.map(
		(one: TallyView): TableRow => ({
			...about,
			time: times.get(one.id) ?? null,
			form: one.variation,
			tries: one.tries,
			good: one.good,
			outcome: "",
			off: "",
			judged: "no",
			counted: yes(one.counted),
			partner: yes(one.byPartner),
			measure: null,
			unit: "",
			lesson,
			attempt: one.id,
		}),
	);
	const scored = visit.scores.map(
		(one): TableRow => ({
			...about,
			time: times.get(one.id) ?? null,
			form: one.variation,
			tries: null,
			good: one.count,
			outcome: one.seconds === null ? "score" : `score in ${one.seconds} s`,
			off: "",
			judged: "no",
			counted: yes(one.counted),
			partner: yes(one.byPartner),
			measure: null,
			unit: "",
			lesson,
			attempt: one.id,
		}),
	);
	return [...single, ...tallied, ...scored];
}

/** So many lessons are read at once: each query leaves something behind in the client until memory is swept. */
const FOLDED_AT_ONCE = 40;

async function* attemptRows(store: Store, only: string | null, people: People): AsyncGenerator<TableRow> {
	for await (const digests of lessonsByDay(store, only, FOLDED_AT_ONCE)) {
		const views = await lessonViews(
			store,
			digests.map(({ lesson }) => lesson),
		);
		for (const { lesson, day } of digests) {
			const view = views.get(lesson);
			for (const visit of view?.visits ?? [])
				if (view && (only === null || visit.student === only)) yield* visitRows(day, lesson, visit, view, people);
		}
	}
}

async function* lessonRows(store: Store, only: string | null, people: People): AsyncGenerator<TableRow> {
	for await (const digests of lessonsByDay(store, only)) yield* digests.map((one) => lessonRow(one, only, people));
}

function lessonRow(one: LessonDigest, only: string | null, people: People): TableRow {
	const theirs = one.notes?.filter(({ student }) => only === null || student === only).map(({ text }) => text) ?? [];
	return {
		day: one.day,
		students: one.students.map(people.name).filter(Boolean).join(";"),
		minutes: one.minutes ?? null,
		tries: one.attempts,
		good: sum(one.rungs, ({ student, good }) => (only === null || student === only ? good : 0)),
		results: one.rungs
			.flatMap(({ student, name, result }) =>
				result && (only === null || student === only) ? [`${name}: ${result}`] : [],
			)
			.join(";"),
		wish: (one.wishes ?? [{ student: only ?? "", wish: one.wish }])
			.filter(({ student }) => only === null || student === only)
			.map(({ wish }) => wish)
			.join("\n"),
		remark: one.remark,
		note: [one.note, ...theirs].filter(Boolean).join("\n\n"),
		next: one.next,
		lesson: one.lesson,
	};
}

async function* rungRows(store: Store, _: string | null, people: People): AsyncGenerator<TableRow> {
	for (const student of people.ids)
		for (const { id, ladder, rail } of await railedLadders(store, { students: [student] }))
			for (const [i, hole] of rail.holes.entries()) {
				const settings = ladder.rungs[i]?.settings;
				if (!settings) continue;
				yield {
					student: people.name(student),
					skill: people.skill(id),
					side: ladder.side,
					number: i + 1,
					rung: readSides(settings.name, { side: ladder.side, strong: people.strong(student) }),
					rule: ruleSentence(settings.rule),
					limit: settings.limit,
					state: hole.state,
					peg: yes(i === rail.pegIndex),
					tries: hole.tries,
					good: hole.good,
					lessons: hole.lessons,
					passed: hole.metDays[0] ?? null,
					recheck: hole.schedule?.due ?? null,
				};
			}
}

async function* practiceRows({ db }: Store, _: string | null, people: People): AsyncGenerator<TableRow> {
	for (const student of people.ids) {
		let from = 0;
		for (;;) {
			const rows = await db
				.select({ arrival: t.event.arrival, body: t.event.body })
				.from(t.event)
				.where(and(eq(t.event.student, student), eq(t.event.kind, "practice"), gt(t.event.arrival, from), holds))
				.orderBy(asc(t.event.arrival))
				.limit(AT_ONCE);
			for (const { body } of rows) {
				const { day, what, tries, good, target, dose, minutes, felt, place, remark } = body as Body<"practice">;
				yield {
					day,
					student: people.name(student),
					drill: what,
					tries,
					good,
					target,
					dose,
					minutes,
					felt,
					place,
					remark,
				};
			}
			if (rows.length < AT_ONCE) break;
			from = rows.at(-1)?.arrival ?? from;
		}
	}
}

async function* loadRows(store: Store, _: string | null, people: People): AsyncGenerator<TableRow> {
	for (const student of people.ids)
		for (const { day, parts } of await loadSince(store, student, ""))
			for (const [part, load] of Object.entries(parts))
				yield { day, student: people.name(student), part, load: load ?? 0 };
}

const makers = {
	attempts: attemptRows,
	lessons: lessonRows,
	rungs: rungRows,
	practice: practiceRows,
	load: loadRows,
} as const satisfies Record<TableName, unknown>;

/** A table's rows, of one student or of all, read as they are asked for. Needs the projections up to date. */
export async function* tableRows(store: Store, table: TableName, only: string | null): AsyncGenerator<TableRow> {
	yield* makers[table](store, only, await peopleOf(store, only));
}

/** How many lines it is about: of all attempts; of others it is not known before. */
export async function rowsToCome({ db }: Store, table: TableName, only: string | null): Promise<number | null> {
	if (table !== "attempts" || only !== null) return null;
	const [row] = await db
		.select({ n: sql<number>`count(*)` })
		.from(t.event)
		.where(inArray(t.event.kind, ["attempt", "tally"]));
	return row?.n ?? 0;
}
