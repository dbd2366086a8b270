import type { Climber } from "@/core/groups/stations";
import { readSides } from "@/core/skill/sides";
import { laddersInUse } from "@/store/ladders";
import { studentNames } from "@/store/students";
import { upToDate } from "./store";

/** Everybody who is not put away, with where their pegs stand. */
export async function readClimbers(): Promise<Climber[]> {
	const open = await upToDate();
	const [rows, people] = await Promise.all([laddersInUse(open), studentNames(open)]);
	return people
		.filter(({ archived }) => !archived)
		.map(({ id, name, strongSide }) => ({
			id,
			name,
			ladders: rows
				.filter((row) => row.student === id && !row.archived)
				.map(({ id: ladder, ladder: body, rail, followed }) => {
					const settings = body.rungs[rail.pegIndex]?.settings;
					return {
						skill: followed.name,
						ladder,
						peg: rail.pegIndex,
						rung: readSides(settings?.name ?? "", { side: body.side, strong: strongSide }),
						settled: rail.holes.flatMap(({ state }, i) => (state === "settled" ? [i] : [])),
						kit: settings?.needs ?? [],
					};
				}),
		}));
}
