import { isFor } from "@/core/calendar/occasion";
import type { Coach } from "@/core/coach/coach";
import type { Ladder } from "@/core/ladder/ladder";
import type { Rail } from "@/core/ladder/rail";
import type { Side } from "@/core/people/body";
import type { LadderOutlook } from "@/core/plan/outlook";
import { readSides } from "@/core/skill/sides";
import { findCoach } from "@/store/coach";
import { serverDay } from "@/store/days";
import { railedLadders } from "@/store/ladders";
import { lessonsOf } from "@/store/lessons";
import { listOccasions } from "@/store/occasions";
import { findStudent } from "@/store/students";
import { bookedLessons, LESSONS, otherStudents, outlooks, sharedLadders } from "./readOutlook";
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
	outlook: LadderOutlook;
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
	/** Shows, terms and other dates of theirs that are to come. */
	dates: { day: string; name: string }[];
	/** Lessons in the calendar, for a year. */
	lessons: { day: string; minutes: number }[];
}

export async function readSeason(id: string): Promise<SeasonPageProps | null> {
	const open = await upToDate();
	const row = await findStudent(open, id);
	if (!row) return null;
	const day = serverDay();
	const [all, { coach }, booked, digests, others, dates] = await Promise.all([
		railedLadders(open, { students: [id] }),
		findCoach(open),
		bookedLessons(open, id),
		lessonsOf(open, id, LESSONS),
		otherStudents(open, id),
		listOccasions(open),
	]);
	const ladders = all.filter((ladder) => !ladder.archived);
	const ahead = outlooks({ rows: ladders, lessons: digests, booked, others });
	const twins = new Map(sharedLadders(ladders).map(({ id: ladder, twin }) => [ladder, twin]));
	return {
		student: { id, name: row.student.name },
		day,
		coach,
		dates: dates.flatMap(({ occasion }) =>
			isFor(occasion, id) && occasion.day > day ? [{ day: occasion.day, name: occasion.name }] : [],
		),
		lessons: booked,
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
				outlook: ahead.get(ladder) as LadderOutlook,
				twin: twins.get(ladder) ?? null,
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
