import { bestDay, lastTime } from "@/core/ladder/lastTime";
import { foldRail } from "@/core/ladder/rail";
import type { Pack, PackLadder } from "@/core/pack/pack";
import type { Store } from "./db";
import { history } from "./history";
import { listLadders } from "./ladders";
import { listStudents } from "./students";
import { studioMark } from "./studio";

/**
 * Everything a device needs to run a lesson: students, ladders with their pegs, what
 * was promised and parked. `without` leaves out the lesson it is for, which knows of
 * itself: the pack says how things stood before.
 */
export async function makePack(store: Store, without: string | null): Promise<Pack> {
	const [studio, students, ladders, { lessons, keeping }] = await Promise.all([
		studioMark(store),
		listStudents(store),
		listLadders(store),
		history(store),
	]);
	const views = [...lessons].flatMap(([id, view]) => (id === without ? [] : [view]));
	const here = new Set(students.filter((s) => !s.archived).map((s) => s.id));
	return {
		studio,
		students: students.filter((s) => here.has(s.id)).map(({ id, student }) => ({ id, student })),
		ladders: ladders
			.filter((row) => !row.archived && here.has(row.student))
			.map((row): PackLadder => {
				const rail = foldRail(row.id, row.ladder, views);
				const last = lastTime(row.id, views);
				return {
					id: row.id,
					student: row.student,
					skill: row.followed.name,
					side: row.ladder.side,
					policy: row.ladder.policy,
					positions: row.followed.positions,
					rungs: row.ladder.rungs,
					peg: rail.peg,
					holes: rail.holes.map((hole) => ({
						rung: hole.rung,
						state: hole.state,
						tried: hole.tried,
						metDays: hole.metDays,
						best: bestDay(hole),
					})),
					last: last && { day: last.day, rung: last.rung, good: last.good, tries: last.tries, cue: last.cue },
				};
			}),
		promises: keeping.promises.filter((kept) => kept.closedBy === null),
		parked: keeping.parked.filter((kept) => kept.closedBy === null),
	};
}
