import { type LastTime, lastTime } from "@/core/ladder/lastTime";
import { foldRail, type Rail } from "@/core/ladder/rail";
import type { Keeping } from "@/core/log/keeping";
import type { LessonView } from "@/core/log/lesson";
import { store } from "@/store/db";
import { history } from "@/store/history";
import { listLadders } from "@/store/ladders";
import { listStudents } from "@/store/students";
import { studioMark } from "@/store/studio";

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
}

export interface TodayProps {
	studio: { id: string; demo: boolean };
	day: string;
	open: { lesson: string; names: string; tries: number; day: string }[];
	students: TodayStudent[];
	keeping: Pick<Keeping, "promises" | "parked">;
	decide: { href: string; text: string; why: string }[];
}

const triesIn = (lesson: LessonView) => lesson.visits.reduce((sum, visit) => sum + visit.tries.length, 0);

const studentsIn = (lesson: LessonView): Set<string> =>
	new Set(
		[lesson.opened?.student, ...lesson.visits.map((visit) => visit.student)].filter((id): id is string => Boolean(id)),
	);

/** Everything the Today screen asks: who is next, what is due, what needs a decision. */
export async function readToday(day: string): Promise<TodayProps> {
	const open = await store();
	const [studio, rows, ladders, { lessons, keeping }] = await Promise.all([
		studioMark(open),
		listStudents(open),
		listLadders(open),
		history(open),
	]);
	const views = [...lessons.entries()];
	const all = views.map(([, view]) => view);
	const here = rows.filter((row) => !row.archived);
	const name = (id: string) => here.find((row) => row.id === id)?.student.name ?? "somebody";
	const students = here.map(
		(row): TodayStudent => ({
			id: row.id,
			name: row.student.name,
			next: nextDay(row.id, all),
			ladders: ladders
				.filter((ladder) => ladder.student === row.id && !ladder.archived)
				.map((ladder) => ({
					id: ladder.id,
					skill: ladder.followed.name,
					side: ladder.ladder.side,
					rail: foldRail(ladder.id, ladder.ladder, all),
					last: lastTime(ladder.id, all),
				})),
		}),
	);
	// Who has a day comes first, by that day; days gone by stay at the top until a lesson was held.
	students.sort((a, b) =>
		(a.next ?? "9999") < (b.next ?? "9999")
			? -1
			: (a.next ?? "9999") > (b.next ?? "9999")
				? 1
				: a.name.localeCompare(b.name),
	);
	return {
		studio,
		day,
		students,
		open: views
			.filter(([, view]) => view.opened && !view.closed)
			.map(([lesson, view]) => ({
				lesson,
				names: [...studentsIn(view)].map(name).join(", ") || "Quick count, for nobody yet",
				tries: triesIn(view),
				day: view.opened?.localDay ?? day,
			})),
		keeping: {
			promises: keeping.promises.filter((kept) => kept.closedBy === null),
			parked: keeping.parked.filter((kept) => kept.closedBy === null).slice(0, 8),
		},
		decide: students.flatMap((student) =>
			student.ladders.flatMap((ladder) => {
				const top = ladder.rail.holes.at(-1);
				const row = ladders.find((l) => l.id === ladder.id);
				const says = [];
				if (top && ladder.rail.pegIndex === ladder.rail.holes.length - 1 && top.state !== "open")
					says.push({
						href: `/ladders/${ladder.id}`,
						text: `${student.name}: ${ladder.skill} is done`,
						why: "The top rung is passed; choose what follows.",
					});
				if (row?.outdated)
					says.push({
						href: `/ladders/${ladder.id}`,
						text: `${student.name}: ${ladder.skill} was revised`,
						why: "The ladder follows the skill as it was; take the new one or stay.",
					});
				for (const move of ladder.rail.moves.filter((m) => m.unfounded).slice(-1))
					says.push({
						href: `/lessons/${move.lesson}`,
						text: `${student.name}: a peg move on ${ladder.skill}`,
						why: "Its evidence was taken back.",
					});
				return says;
			}),
		),
	};
}

/** The day set at the wrap-up of the student's latest closed lesson, unless a lesson was begun on or after it. */
function nextDay(student: string, lessons: readonly LessonView[]): string | null {
	const theirs = lessons.filter((lesson) => studentsIn(lesson).has(student));
	const days = theirs.flatMap((lesson) => (lesson.closed?.body.next ? [lesson.closed.body.next] : []));
	const lastHeld =
		theirs
			.map((lesson) => lesson.opened?.localDay ?? "")
			.sort()
			.at(-1) ?? "";
	return days.filter((next) => next > lastHeld).sort()[0] ?? null;
}
