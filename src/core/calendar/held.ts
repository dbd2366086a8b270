import type { Occurrence } from "./booking";

/** Which lesson of the calendar a lesson was held for: its booking and its own day in it. */
export interface Booked {
	id: string;
	on: string;
}

/** A lesson that was held, as far as the calendar asks. */
export interface HeldLesson {
	lesson: string;
	day: string;
	students: readonly string[];
	/** What was said of it: null is none of the calendar's; left out, nothing was said. */
	booked?: Booked | null;
}

type Slot = Pick<Occurrence, "booking" | "on" | "day" | "at" | "students">;

/** A student's lesson of the calendar, as one word. */
export const slotOf = (student: string, { booking, on }: Pick<Slot, "booking" | "on">): string =>
	`${student} ${booking} ${on}`;

/**
 * Which lesson of the calendar was held by which, student by student: the one a lesson was begun for or matched with by
 * hand; else the earliest of its day that none was held for yet. A lesson that is said to be none of them holds none.
 *
 * @returns ids of lessons by {@link slotOf}
 */
export function heldFor(slots: readonly Slot[], lessons: readonly HeldLesson[]): Map<string, string> {
	const held = new Map<string, string>();
	const inOrder = [...slots].sort((a, b) => a.at - b.at);
	const taken = (student: string, slot: Slot) => slot.students.includes(student) && !held.has(slotOf(student, slot));
	for (const { lesson, students, booked } of lessons)
		for (const student of booked ? students : []) {
			const slot = inOrder.find((one) => one.booking === booked?.id && one.on === booked.on && taken(student, one));
			if (slot) held.set(slotOf(student, slot), lesson);
		}
	for (const { lesson, day, students, booked } of lessons)
		for (const student of booked === undefined ? students : []) {
			const slot = inOrder.find((one) => one.day === day && taken(student, one));
			if (slot) held.set(slotOf(student, slot), lesson);
		}
	return held;
}
