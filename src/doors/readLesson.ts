import type { LessonView } from "@/core/log/lesson";
import { store } from "@/store/db";
import { lessonView } from "@/store/lessons";
import { studentNames } from "@/store/students";

export interface LessonPage {
	id: string;
	view: LessonView;
	names: Record<string, string>;
}

export async function readLesson(id: string): Promise<LessonPage | null> {
	const open = await store();
	const view = await lessonView(open, id);
	if (!view) return null;
	const students = await studentNames(open);
	return { id, view, names: Object.fromEntries(students.map((s) => [s.id, s.name])) };
}
