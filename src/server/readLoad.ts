import type { Coach } from "@/core/coach/coach";
import { type LoadDay, type LoadLimit, limitsFor, loadOn, mondayOf, type Raise } from "@/core/load/load";
import type { Student } from "@/core/people/student";
import { dayAfter } from "@/core/text/fields";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import { coachLoadSince, limitsOn, loadSince, raisesSince } from "@/store/loads";
import { findStudent, listStudents } from "@/store/students";
import { upToDate } from "./store";

const WEEKS = 8;

export interface LoadPageProps {
	at: { id: string; rev: number };
	student: Student;
	day: string;
	/** From the Monday eight weeks back. */
	from: string;
	days: LoadDay[];
	/** The limits that hold for them, those of their age among them, raises left out. */
	limits: LoadLimit[];
	/** Limits that were raised since, and why. */
	raises: Raise[];
}

export async function readLoad(id: string): Promise<LoadPageProps | null> {
	const open = await upToDate();
	const row = await findStudent(open, id);
	if (!row) return null;
	const day = serverDay();
	const from = dayAfter(mondayOf(day), -7 * (WEEKS - 1));
	// A week more, so that the first rolling week is whole.
	const days = await loadSince(open, id, dayAfter(from, -7));
	const { coach } = await findCoach(open);
	return {
		at: { id: row.id, rev: row.rev },
		student: row.student,
		day,
		from,
		days,
		limits: limitsFor(row.student, coach.loadByAge ?? [], day),
		raises: (await raisesSince(open, from)).get(id) ?? [],
	};
}

export interface AllLoadsProps {
	day: string;
	from: string;
	/** What stands against each limit, the fullest first. */
	against: { id: string; name: string; part: LoadLimit["part"]; of: "day" | "week"; load: number; limit: number }[];
	/** What feeding put on the coach. */
	own: LoadDay[];
	coach: Coach;
	at: { id: string; rev: number };
}

/** Everybody's limits, and the coach's own arm. */
export async function readAllLoads(): Promise<AllLoadsProps> {
	const open = await upToDate();
	const day = serverDay();
	const from = dayAfter(mondayOf(day), -7 * (WEEKS - 1));
	const [{ at, coach }, students, own] = await Promise.all([
		findCoach(open),
		listStudents(open),
		coachLoadSince(open, dayAfter(from, -7)),
	]);
	const here = students.filter((row) => !row.archived);
	const loads = await limitsOn(open, here, { byAge: coach.loadByAge, day });
	const against = here.flatMap(({ id, student }) => {
		const on = loads.get(id);
		return (on?.limits ?? []).flatMap(({ part, ...most }) => {
			const taken = loadOn(on?.days ?? [], part, day);
			return (["day", "week"] as const).flatMap((of) => {
				const limit = most[of];
				return limit === null ? [] : [{ id, name: student.name, part, of, load: taken[of], limit }];
			});
		});
	});
	return { day, from, at, coach, own, against: against.toSorted((a, b) => b.load / b.limit - a.load / a.limit) };
}
