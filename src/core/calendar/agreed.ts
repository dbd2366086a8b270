import { type Booking, isOn, type Occurrence } from "./booking";
import { momentOf } from "./zoned";

/** A day that was agreed at a wrap-up for a student's next lesson; the hour where it was said. */
export interface Agreed {
	student: string;
	day: string;
	time: string | null;
	/** The zone of the clock that day and hour are of. */
	zone: string;
}

const PREFIX = "agreed-";
const USUAL = { time: "16:00", minutes: 45, place: "" };

/** The name under which an agreed lesson stands in the calendar until it is a booking of its own. */
export const agreedId = (student: string): string => PREFIX + student;
/** The student of an agreed lesson; null for a booking. */
export const agreedStudent = (id: string): string | null => (id.startsWith(PREFIX) ? id.slice(PREFIX.length) : null);

/** What a student's lessons usually are: those of their latest booking, by its first day; 45 minutes at 16:00 of none. */
function usualOf(student: string, bookings: readonly Booking[]): Pick<Booking, "time" | "minutes" | "place"> {
	const own = bookings.filter(({ students }) => students.includes(student));
	return own.sort((a, b) => (a.day < b.day ? 1 : -1))[0] ?? USUAL;
}

/** An agreed lesson as a booking: hour, place and length as usual where nothing else was said. */
export function asBooking({ student, day, time, zone }: Agreed, bookings: readonly Booking[]): Booking {
	const usual = usualOf(student, bookings);
	return {
		students: [student],
		place: usual.place,
		day,
		time: time ?? usual.time,
		minutes: usual.minutes,
		zone,
		repeats: "once",
		until: null,
		changes: [],
	};
}

/**
 * The agreed lessons that no booking holds: a student with a lesson on that day has that one.
 *
 * @param taken lessons of the calendar on those days, cancelled ones too: what was cancelled is not agreed again
 */
export function agreedLessons(
	agreed: readonly Agreed[],
	taken: readonly Pick<Occurrence, "day" | "students">[],
	bookings: readonly Booking[],
): Occurrence[] {
	// One that was moved away from that day is still the one.
	const isBooked = ({ student, day }: Agreed) =>
		taken.some((one) => one.day === day && one.students.includes(student)) ||
		bookings.some((one) => one.students.includes(student) && isOn(one, day));
	return agreed
		.filter((one) => !isBooked(one))
		.map((one) => {
			const { time, minutes, place, zone, students, repeats } = asBooking(one, bookings);
			const at = momentOf(one.day, time, zone);
			return {
				booking: agreedId(one.student),
				on: one.day,
				...{ day: one.day, time, at, minutes, place, zone, students, repeats },
				...{ moved: false, cancelled: false, reason: "" },
			};
		});
}
