import type { PegDay } from "@/core/digest/ladderDigest";
import type { Ladder } from "@/core/ladder/ladder";
import { foldRail, type Rail } from "@/core/ladder/rail";

type Holes = Rail["holes"];

/** A rail as it stood at the end of a day: what was passed and checked by then, and the peg after the last lesson of it. */
export function railOn(
	day: string,
	ladder: Ladder,
	holes: Holes,
	way: readonly PegDay[],
): { holes: Holes; pegIndex: number; at: PegDay | null } {
	const at = way.findLast((one) => one.day <= day) ?? null;
	const rungs = Object.fromEntries(
		holes.map((hole) => [
			hole.rung,
			{
				...hole,
				metDays: hole.metDays.filter((met) => met <= day),
				checks: (hole.checks ?? []).filter((check) => check.day <= day),
			},
		]),
	);
	const rail = foldRail("", ladder, {
		ladder: "",
		rungs,
		standing: at?.peg ?? null,
		skips: [],
		unfounded: null,
		pass: null,
		last: null,
	} as Parameters<typeof foldRail>[2]);
	return { holes: rail.holes, pegIndex: rail.pegIndex, at };
}

/** Rungs passed for the first time, lesson by lesson: how far the peg came over where it had been. */
export function passesBy(way: readonly PegDay[], rungs: readonly string[], start: string | null): number[] {
	const place = (rung: string | null) => Math.max(0, rungs.indexOf(rung ?? start ?? ""));
	let top = place(start);
	return way.map(({ peg }) => {
		const here = place(peg);
		const passed = Math.max(0, here - top);
		top = Math.max(top, here);
		return passed;
	});
}
