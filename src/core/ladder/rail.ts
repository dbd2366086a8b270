import type { LadderDigest, RungSum, UnclaimedPass } from "@/core/digest/ladderDigest";
import { countDays } from "@/core/rules/days";
import { readSides, type Sides } from "@/core/skill/sides";
import type { Ladder } from "./ladder";
import { type Schedule, scheduleOf } from "./recheck";

/** How a hole of the rail is drawn. */
export type HoleState = "open" | "passed" | "eased" | "held" | "settled" | "slipped" | "skipped";

export interface Hole extends RungSum {
	rung: string;
	name: string;
	state: HoleState;
	/** Of a passed rung: when it wants to be looked at again. */
	schedule: Schedule | null;
}

/** A ladder as it stands: the peg, and for every rung what stands behind its hole. */
export interface Rail {
	ladder: string;
	peg: string;
	pegIndex: number;
	holes: Hole[];
	/** The lesson of a peg move whose evidence was taken back. */
	unfounded: { lesson: string } | null;
	/** The rung in hand is passed, and nobody has moved the peg or said to stay. */
	pass: UnclaimedPass | null;
}

/** The rail with its rungs' names read out for one side and hand. */
export const readRail = (rail: Rail, sides: Sides): Rail => ({
	...rail,
	holes: rail.holes.map((hole) => ({ ...hole, name: readSides(hole.name, sides) })),
});

const HELD_DAYS = 2;
/** A passed rung by what was seen of it since. */
const passedState = ({ slipped, settled }: Schedule, metDays: readonly string[]): HoleState =>
	slipped ? "slipped" : settled ? "settled" : metDays.length >= HELD_DAYS ? "held" : "passed";

/** A rung that nobody has tried. */
export const untried: RungSum = {
	...{ tries: 0, good: 0, tried: 0, lessons: 0 },
	...{ metDays: [], recent: [], first: null, best: null },
};

/**
 * The rail of a ladder as it is now, over everything that happened on it. A rung is
 * passed when its own rule was met in some visit, held when that happened on two or
 * more days, settled and slipped by the checks since, skipped when a higher rung was tested out over it. The peg stands where
 * the last move that still holds put it; before any, where the ladder starts: a rule that
 * is met moves nothing. If that rung is gone, it stands on the lowest one not passed. `happened` is null for a ladder nobody has tried.
 */
export function foldRail(id: string, ladder: Ladder, happened: LadderDigest | null): Rail {
	const skipped = skippedRungs(ladder, happened?.skips ?? []);
	const holes = ladder.rungs.map((rung): Hole => {
		const sum = happened?.rungs[rung.id] ?? untried;
		const { metDays } = sum;
		const { rule } = rung.settings;
		const passed = rule.kind === "days" ? countDays(metDays, rule.gap) >= rule.days : metDays.length > 0;
		// Met in the easier form and never as it is: the peg has moved, and the real one is looked at once the easing is lifted.
		const onlyEased = passed && metDays.every((day) => sum.easedDays?.includes(day));
		const schedule = passed
			? liftedCheck(scheduleOf(metDays, sum.checks ?? []), onlyEased ? sum.easing : undefined)
			: null;
		return {
			...sum,
			rung: rung.id,
			name: rung.settings.name,
			state: schedule
				? onlyEased
					? "eased"
					: passedState(schedule, metDays)
				: skipped.has(rung.id)
					? "skipped"
					: "open",
			schedule,
		};
	});
	const last = happened?.standing ?? ladder.start ?? ladder.rungs[0]?.id;
	const standing = ladder.rungs.findIndex((rung) => rung.id === last);
	const pegIndex =
		standing >= 0
			? standing
			: Math.max(
					0,
					holes.findIndex((hole) => hole.state === "open"),
				);
	return {
		ladder: id,
		peg: ladder.rungs[pegIndex]?.id ?? "",
		pegIndex,
		holes,
		unfounded: happened?.unfounded ?? null,
		pass:
			happened?.pass && happened.pass.rung === ladder.rungs[pegIndex]?.id && holes[pegIndex]?.state !== "open"
				? happened.pass
				: null,
	};
}

/** Of a rung that was passed eased only: due on the day the easing was lifted, and not before. */
function liftedCheck(schedule: Schedule | null, easing: RungSum["easing"]): Schedule | null {
	return schedule && easing && !easing.on ? { ...schedule, due: easing.day } : schedule;
}

/** The rungs whose easier form is the rung now, with the reason that was given. */
export const easedNow = ({ holes }: Pick<Rail, "holes">): Map<string, string> =>
	new Map(holes.flatMap(({ rung, easing }) => (easing?.on ? [[rung, easing.reason] as const] : [])));

function skippedRungs(ladder: Ladder, skips: LadderDigest["skips"]): Set<string> {
	const place = (rung: string | null) =>
		Math.max(
			0,
			ladder.rungs.findIndex((r) => r.id === rung),
		);
	return new Set(skips.flatMap(([from, to]) => ladder.rungs.slice(place(from), place(to)).map((rung) => rung.id)));
}
