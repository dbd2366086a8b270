import type { Split } from "@/core/analysis/chances";
import { hasMust, splitOn } from "@/core/analysis/ways";
import type { Rule } from "@/core/rules";
import { findCoach } from "@/store/coach";
import { laddersInUse } from "@/store/ladders";
import { store, upToDate } from "./store";

/** A rung as far as its rule goes: enough to say whom it lets through, and to put a better rule in. */
export interface RuledRung {
	ladder: string;
	rev: number;
	student: string;
	skill: string;
	rung: string;
	number: number;
	name: string;
	rule: Rule;
	limit: number;
	ready: number;
	/** How tries come out there, as far as its points tell them apart. */
	split: Split | undefined;
	/** The peg stands here. */
	peg: boolean;
}

/** Lower edge of the coach's working band. */
export const readBandLow = async (): Promise<number> => (await findCoach(await store())).coach.band.low;

/** Every rung of every ladder in use. */
export const readRuledRungs = async (): Promise<RuledRung[]> => ruledRungs(await laddersInUse(await upToDate()));

export function ruledRungs(rows: Awaited<ReturnType<typeof laddersInUse>>): RuledRung[] {
	return rows
		.filter((row) => !row.archived)
		.flatMap((row) =>
			row.ladder.rungs.map(({ id, settings }, i) => ({
				ladder: row.id,
				rev: row.rev,
				student: row.studentName,
				skill: row.ladder.side === "none" ? row.followed.name : `${row.followed.name}, ${row.ladder.side}`,
				rung: id,
				number: i + 1,
				name: settings.name,
				rule: settings.rule as Rule,
				limit: settings.limit,
				ready: settings.readyRate,
				peg: row.rail.peg === id,
				split: splitOn(settings, row.rail.holes[i]?.ways, hasMust(settings, row.followed.positions)),
			})),
		);
}
