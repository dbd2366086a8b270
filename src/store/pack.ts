import { lastTime } from "@/core/ladder/lastTime";
import { foldRail } from "@/core/ladder/rail";
import { type Pack, packLadder } from "@/core/pack/pack";
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
			.map((row) => packLadder(row, foldRail(row.id, row.ladder, views), lastTime(row.id, views))),
		promises: keeping.promises.filter((kept) => kept.closedBy === null),
		parked: keeping.parked.filter((kept) => kept.closedBy === null),
	};
}
