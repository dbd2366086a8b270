import { openLessons } from "@/store/lessons";
import { studentNames } from "@/store/students";
import { upToDate } from "./store";

export interface GroupPageProps {
	/** Open lessons of two students or more, the latest first. */
	lessons: { lesson: string; day: string; names: string[] }[];
}

export async function readGroup(): Promise<GroupPageProps> {
	const open = await upToDate();
	const [lessons, people] = await Promise.all([openLessons(open), studentNames(open)]);
	const names = new Map(people.map(({ id, name }) => [id, name]));
	return {
		lessons: lessons
			.filter(({ students }) => students.length > 1)
			.map(({ lesson, day, students }) => ({ lesson, day, names: students.map((id) => names.get(id) ?? "") }))
			.reverse(),
	};
}
