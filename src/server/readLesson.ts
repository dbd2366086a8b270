import type { LessonView } from "@/core/log/view";
import { serverDay } from "@/store/days";
import { lessonView } from "@/store/lessons";
import { causesOf } from "@/store/skills";
import { type StillRow, stillsIn } from "@/store/stills";
import { studentNames } from "@/store/students";
import { studioMark } from "@/store/studio";
import { store } from "./store";

export interface LessonPage {
	id: string;
	view: LessonView;
	names: Record<string, string>;
	/** What the causes that were looked into say, by their ids; one that is gone is not among them. */
	causes: Record<string, string>;
	studio: string;
	/** The day it is where the server stands. */
	today: string;
	/** Held finishes, on pictures. */
	stills: StillRow[];
}

export async function readLesson(id: string): Promise<LessonPage | null> {
	const open = await store();
	const view = await lessonView(open, id);
	if (!view) return null;
	const [students, studio, stills] = await Promise.all([studentNames(open), studioMark(open), stillsIn(open, id)]);
	const names = Object.fromEntries(students.map((s) => [s.id, s.name]));
	const looked = view.events.flatMap((event) => (event.kind === "cause.marked" ? [event.body.skill] : []));
	const causes = await causesOf(open, [...new Set(looked)]);
	return { id, view, names, causes, studio: studio.id, today: serverDay(), stills };
}
