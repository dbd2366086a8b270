import * as z from "zod/mini";
import { complainIn } from "@/core/refusals/complain";
import { day, dayAfter, daysBetween, ident, text, clockTime as time, whole } from "@/core/text/fields";
import { isZone, momentOf } from "./zoned";

/** How often a lesson comes back. */
export const repeats = ["once", "every week", "every other week"] as const;
const STEP: Record<(typeof repeats)[number], number> = { once: 0, "every week": 7, "every other week": 14 };

/** A zone the runtime knows: "Europe/Vienna", "UTC". */
const zone = z.string().check(z.maxLength(60), z.refine(isZone));

/** What became of one lesson of a series: it is left out, or held at another time, elsewhere, longer, or with fewer. */
const Change = z.object({
	on: day,
	skipped: z.boolean(),
	day: z.nullable(day),
	time: z.nullable(time),
	minutes: z.optional(whole(1, 240)),
	place: z.optional(text(80)),
	/** Who comes, where not everybody does. */
	students: z.optional(z.array(ident).check(z.minLength(1), z.maxLength(10))),
	/** Why: ill, away, in words. */
	reason: z.optional(text(120)),
});

/** A lesson in the calendar, single or coming back. Times are by the clock of its place. */
export const Booking = z
	.object({
		students: z.array(ident).check(z.minLength(1), z.maxLength(10)),
		place: text(80),
		day,
		time,
		minutes: whole(1, 240),
		zone,
		repeats: z.enum(repeats),
		/** The end of a term: the last day on which it may be held. */
		until: z.nullable(day),
		changes: z.array(Change).check(z.maxLength(400)),
	})
	.check((ctx) => {
		const { day: first, until } = ctx.value;
		if (until !== null && until < first)
			complainIn(ctx)(
				["until"],
				`The term ends on ${until}, before its first lesson on ${first}. Choose that day or a later one, or leave the end open.`,
			);
	});
export type Booking = z.infer<typeof Booking>;

export const bookingLabels = {
	students: "students",
	place: "place",
	day: "day",
	time: "time",
	minutes: "minutes",
	zone: "time zone",
	repeats: "repeats",
	until: "end of term",
	changes: "changes",
};

/** One lesson of a booking. */
export interface Occurrence {
	booking: string;
	/** The day it would be on without a change: what a change is known by. */
	on: string;
	day: string;
	time: string;
	/** The moment it begins. */
	at: number;
	minutes: number;
	place: string;
	zone: string;
	students: readonly string[];
	repeats: Booking["repeats"];
	moved: boolean;
	/** It is not held; such ones are only listed where they are asked for. */
	cancelled: boolean;
	/** Why it is not as its series has it; empty where nothing is said. */
	reason: string;
}

/** Nobody's term is longer: two hundred years of weeks would be asked for by a slip of the finger. */
const MOST = 520;

/**
 * The lessons of a booking from one day to another, both included, by the day they are held on.
 *
 * @param cancelled those that are not held are listed too, on the day they would have been
 */
export function occurrences(id: string, booking: Booking, from: string, to: string, cancelled = false): Occurrence[] {
	const step = STEP[booking.repeats];
	const changed = new Map(booking.changes.map((one) => [one.on, one]));
	const all: Occurrence[] = [];
	// One that was moved into the stretch may come from outside of it.
	const moved = booking.changes.filter((one) => one.day !== null && one.day >= from && one.day <= to);
	const wanted = new Set(moved.map(({ on }) => on));
	const last = booking.until !== null && booking.until < to ? booking.until : to;
	const days: string[] = [];
	let on = booking.day;
	if (step > 0 && on < from) {
		const gone = Math.floor(daysBetween(on, from) / step);
		on = dayAfter(on, gone * step);
	}
	for (let n = 0; n < MOST && on <= last; n++, on = dayAfter(on, step)) {
		days.push(on);
		if (step === 0) break;
	}
	for (const one of [...new Set([...days, ...wanted])].sort()) {
		if (!isOn(booking, one)) continue;
		const change = changed.get(one);
		if (change?.skipped && !cancelled) continue;
		const day = change?.day ?? one;
		if (day < from || day > to) continue;
		const time = change?.time ?? booking.time;
		all.push({
			booking: id,
			on: one,
			day,
			time,
			at: momentOf(day, time, booking.zone),
			minutes: change?.minutes ?? booking.minutes,
			place: change?.place ?? booking.place,
			zone: booking.zone,
			students: change?.students ?? booking.students,
			repeats: booking.repeats,
			moved: change !== undefined && (change.day !== null || change.time !== null),
			cancelled: change?.skipped === true,
			reason: change?.reason ?? "",
		});
	}
	return all.sort((a, b) => a.at - b.at);
}

/** Whether the series has a lesson on a day, changes aside. */
export function isOn({ day: first, repeats: how, until }: Booking, on: string): boolean {
	const step = STEP[how];
	if (on < first || (until !== null && on > until)) return false;
	const days = daysBetween(first, on);
	return step === 0 ? days === 0 : days % step === 0;
}

/** What one lesson of a series becomes; what is left out stays as the series has it. */
export const LessonChange = z.object({
	...z.partial(z.pick(Change, { minutes: true, place: true, students: true, reason: true })).shape,
	day: z.optional(day),
	time: z.optional(time),
	skipped: z.optional(z.literal(true)),
});
export type LessonChange = z.infer<typeof LessonChange>;

/** The booking with one of its lessons left out, moved or otherwise changed, on top of what it was; null puts it back. */
export function changeOne(booking: Booking, on: string, change: LessonChange | null): Booking {
	const rest = booking.changes.filter((one) => one.on !== on);
	if (change === null) return { ...booking, changes: rest };
	const before = booking.changes.find((one) => one.on === on) ?? { on, skipped: false, day: null, time: null };
	const now = { ...before, ...change, skipped: change.skipped === true };
	return { ...booking, changes: [...rest, now].sort((a, b) => (a.on < b.on ? -1 : 1)) };
}

/**
 * A series split before one of its lessons: the old one ends the day before, the new one goes on with what is changed, on
 * the weekday it is moved to. What was changed on later dates goes with them, as many days on. From its first lesson on
 * there is no old one.
 *
 * @param on the lesson's own day in the series
 */
export function changeFrom(
	booking: Booking,
	on: string,
	{ day: to = on, time: at, minutes, place, students }: Omit<LessonChange, "skipped" | "reason">,
): { ended: Booking | null; next: Booking } {
	const shift = daysBetween(on, to);
	const shifted = (one: string) => dayAfter(one, shift);
	const later = booking.changes.filter((one) => one.on > on);
	const next: Booking = {
		...booking,
		day: to,
		time: at ?? booking.time,
		minutes: minutes ?? booking.minutes,
		place: place ?? booking.place,
		students: students ?? booking.students,
		// The last lesson of the term stays its last.
		until: booking.until === null ? null : shifted(booking.until),
		changes: later.map((one) => ({ ...one, on: shifted(one.on) })),
	};
	if (on <= booking.day) return { ended: null, next };
	return {
		ended: { ...booking, until: dayAfter(on, -1), changes: booking.changes.filter((one) => one.on < on) },
		next,
	};
}
