import { type LoadDay, mondayOf } from "@/core/load/load";
import type { Student } from "@/core/people/student";
import { dayAfter } from "@/core/text/fields";
import { serverDay } from "@/store/days";
import { loadSince } from "@/store/loads";
import { upToDate } from "@/store/projection";
import { findStudent } from "@/store/students";

const WEEKS = 8;

export interface LoadPageProps {
	at: { id: string; rev: number };
	student: Student;
	day: string;
	/** From the Monday eight weeks back. */
	from: string;
	days: LoadDay[];
}

export async function readLoad(id: string): Promise<LoadPageProps | null> {
	const open = await upToDate();
	const row = await findStudent(open, id);
	if (!row) return null;
	const day = serverDay();
	const from = dayAfter(mondayOf(day), -7 * (WEEKS - 1));
	// A week more, so that the first rolling week is whole.
	const days = await loadSince(open, id, dayAfter(from, -7));
	return { at: { id: row.id, rev: row.rev }, student: row.student, day, from, days };
}
