import { type Booked, heldFor, slotOf } from "@/core/calendar/held";
import { dayOf, type LessonView } from "@/core/log/view";
import { lessonsBetween } from "@/store/calendar";
import { serverDay } from "@/store/days";
import type { Store } from "@/store/db";
import { digestsFor } from "@/store/lessonDigests";
import { lessonView } from "@/store/lessons";
import { causesOf } from "@/store/skills";
import { type StillRow, stillsIn } from "@/store/stills";
import { studentNames } from "@/store/students";
import { studioMark } from "@/store/studio";
import { upToDate } from "./store";

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
	/** Lessons of the calendar on its day for its students, and which of them it was held for. */
	booked: BookedOn;
}

export interface BookedOn {
	slots: { id: string; on: string; time: string; place: string }[];
	held: Booked | null;
}

/** What the calendar has on the lesson's day for whoever was in it. */
async function bookedOn(open: Store, lesson: string, day: string): Promise<BookedOn> {
	if (!day) return { slots: [], held: null };
	const [slots, lessons] = await Promise.all([
		lessonsBetween(open, day, day),
		digestsFor(open, { from: day, to: day }),
	]);
	const here = lessons.find((one) => one.lesson === lesson)?.students ?? [];
	const held = [...heldFor(slots, lessons)].find(([, by]) => by === lesson)?.[0];
	const found = slots.find((one) => here.some((student) => slotOf(student, one) === held));
	return {
		slots: slots
			.filter(({ students }) => students.some((student) => here.includes(student)))
			.map(({ booking: id, on, time, place }) => ({ id, on, time, place })),
		held: found ? { id: found.booking, on: found.on } : null,
	};
}

export async function readLesson(id: string): Promise<LessonPage | null> {
	const open = await upToDate();
	const view = await lessonView(open, id);
	if (!view) return null;
	const [students, studio, stills, booked] = await Promise.all([
		studentNames(open),
		studioMark(open),
		stillsIn(open, id),
		bookedOn(open, id, dayOf(view)),
	]);
	const names = Object.fromEntries(students.map((s) => [s.id, s.name]));
	const looked = view.events.flatMap((event) => (event.kind === "cause.marked" ? [event.body.skill] : []));
	const causes = await causesOf(open, [...new Set(looked)]);
	return { id, view, names, causes, studio: studio.id, today: serverDay(), stills, booked };
}
