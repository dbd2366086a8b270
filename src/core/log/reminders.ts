import type { LogEvent } from "./event";
import { resolve } from "./resolve";

/** Everything a coach said or wrote that can be searched; the first three are kept in sight. */
export type SaidKind = "promise" | "parked" | "note" | "remark" | "told" | "wish" | "heard";

/** Something a student's page and Today keep in sight until it is dealt with. */
export interface Reminder {
	id: string;
	student: string | null;
	text: string;
	day: string;
	/** For a promise: the day it is due. */
	due: string | null;
	/** The event that closed it, if one did. */
	closedBy: string | null;
}

export interface Reminders {
	promises: Reminder[];
	parked: Reminder[];
	notes: Reminder[];
}

/** Promises by their due day, what is parked and what was noted newest first. */
export function foldReminders(log: readonly LogEvent[]): Reminders {
	const keeping: Reminders = { promises: [], parked: [], notes: [] };
	const byId = new Map<string, Reminder>();
	const live = resolve(log);
	for (const event of live) {
		const kept = (due: string | null, text: string): Reminder => {
			const entry = { id: event.id, student: event.student, text, day: event.localDay, due, closedBy: null };
			byId.set(event.id, entry);
			return entry;
		};
		if (event.kind === "promise") keeping.promises.push(kept(event.body.due, event.body.text));
		else if (event.kind === "parked") keeping.parked.push(kept(null, event.body.text));
		else if (event.kind === "note") keeping.notes.push(kept(null, event.body.text));
	}
	// A device that never saw the promise's own events may close it with a lower place in
	// the order; what it closes was there all the same.
	for (const event of live) {
		const target =
			event.kind === "promise.kept" ? event.body.promise : event.kind === "unparked" ? event.body.parked : null;
		const entry = target === null ? undefined : byId.get(target);
		if (entry) entry.closedBy = event.id;
	}
	keeping.promises.sort((a, b) => ((a.due ?? "") < (b.due ?? "") ? -1 : 1));
	keeping.parked.reverse();
	keeping.notes.reverse();
	return keeping;
}
