import { occurrences } from "@/core/calendar/booking";
import type { Coach } from "@/core/coach/coach";
import type { Ladder } from "@/core/ladder/ladder";
import type { Rail } from "@/core/ladder/rail";
import { areTwins } from "@/core/ladder/twin";
import type { Side } from "@/core/people/body";
import { readSides } from "@/core/skill/sides";
import { dayAfter } from "@/core/text/fields";
import { listBookings } from "@/store/bookings";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import { railedLadders } from "@/store/ladders";
import { findStudent } from "@/store/students";
import { upToDate } from "./store";

export interface SeasonLadder {
	id: string;
	skill: string;
	side: Side;
	rungs: Ladder["rungs"];
	difficulties: Ladder["difficulties"];
	/** The key positions of its skill, and which of them are musts. */
	positions: { id: string; must?: boolean | undefined }[];
	holes: Rail["holes"];
	pegIndex: number;
	/** The mirror ladder among these. */
	twin: string | null;
	/** Rungs that may be practised alone, names with sides read out. */
	alone: { id: string; name: string }[];
}

export interface SeasonPageProps {
	student: { id: string; name: string };
	day: string;
	ladders: SeasonLadder[];
	coach: Coach;
	/** Lessons in the calendar, for a year. */
	lessons: { day: string; minutes: number }[];
}

const YEAR = 366;

export async function readSeason(id: string): Promise<SeasonPageProps | null> {
	const open = await upToDate();
	const row = await findStudent(open, id);
	if (!row) return null;
	const day = serverDay();
	const [all, { coach }, bookings] = await Promise.all([
		railedLadders(open, { students: [id] }),
		findCoach(open),
		listBookings(open),
	]);
	const ladders = all.filter((ladder) => !ladder.archived);
	return {
		student: { id, name: row.student.name },
		day,
		coach,
		lessons: bookings
			.filter(({ booking }) => booking.students.includes(id))
			.flatMap(({ id: booking, booking: body }) => occurrences(booking, body, dayAfter(day, 1), dayAfter(day, YEAR)))
			.map((one) => ({ day: one.day, minutes: one.minutes }))
			.sort((a, b) => (a.day < b.day ? -1 : 1)),
		ladders: ladders.map((one) => {
			const { id: ladder, followed, rail, ladder: body } = one;
			const sees = { side: body.side, strong: row.student.strongSide };
			return {
				id: ladder,
				skill: followed.name,
				side: body.side,
				rungs: body.rungs,
				difficulties: body.difficulties,
				positions: followed.positions.map(({ id: position, must }) => ({ id: position, must })),
				holes: rail.holes,
				pegIndex: rail.pegIndex,
				twin: ladders.find((other) => other.id !== ladder && areTwins(one, other))?.id ?? null,
				// What is high, upside down or not to be done alone is no practice; from the peg down, three rungs.
				alone: body.rungs
					.slice(Math.max(0, rail.pegIndex - 2), rail.pegIndex + 1)
					.filter(({ settings }) => !settings.neverAlone && settings.care.length === 0)
					.reverse()
					.map(({ id: rung, settings }) => ({ id: rung, name: readSides(settings.name, sees) })),
			};
		}),
	};
}
