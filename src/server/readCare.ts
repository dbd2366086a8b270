import type { Coach } from "@/core/coach/coach";
import { isYoung, type Student } from "@/core/people/student";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import { listLadders } from "@/store/ladders";
import { listStudents } from "@/store/students";
import { upToDate } from "./store";

export interface CarePageProps {
	at: { id: string; rev: number };
	coach: Coach;
	day: string;
	/** Everybody who is here, the young ones whom nobody answers for first. */
	students: ({ id: string; young: boolean } & Pick<Student, "name" | "guardian" | "touch" | "filmed" | "withAdult">)[];
	/** Kit that rungs in use name, once each. */
	kits: string[];
}

export async function readCare(): Promise<CarePageProps> {
	const open = await upToDate();
	const day = serverDay();
	const [{ at, coach }, people, ladders] = await Promise.all([findCoach(open), listStudents(open), listLadders(open)]);
	const students = people
		.filter((row) => !row.archived)
		.map(({ id, student }) => {
			const { name, guardian, touch, filmed, withAdult } = student;
			return {
				id,
				name,
				young: isYoung(student, day),
				...(guardian ? { guardian } : {}),
				...(touch ? { touch } : {}),
				...(filmed ? { filmed } : {}),
				...(withAdult ? { withAdult } : {}),
			};
		});
	const unanswered = ({ young, guardian }: (typeof students)[number]) => (young && !guardian ? 0 : 1);
	return {
		at,
		coach,
		day,
		students: students.toSorted((a, b) => unanswered(a) - unanswered(b)),
		kits: [
			...new Set(
				ladders
					.filter((row) => !row.archived)
					.flatMap(({ ladder }) => ladder.rungs.flatMap(({ settings }) => settings.needs ?? [])),
			),
		].sort(),
	};
}
