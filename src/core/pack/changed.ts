import { BAND_HIGH, BAND_LOW } from "@/core/estimate/tooHard";
import { hashOf } from "@/core/hash/hash";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import type { Placing } from "@/core/log/kinds";
import { cutText } from "@/core/text/fields";
import type { PackLadder } from "./pack";
import { mustsBeside, versionOf, watchedOn } from "./placing";

/** Placings whose settings nobody has hashed before. Apart: whoever only counts does not carry the hash. */

/** A placing with something of its settings changed here and now: the rung itself stays as it is. */
export function changedHere(placing: Placing, ladder: PackLadder | null, change: Partial<RungSettings>): Placing {
	const settings = { ...placing.settings, ...change };
	const { musts, ...rest } = placing;
	const looked =
		ladder && change.watch
			? { positions: watchedOn(ladder, settings), ...mustsBeside(ladder, settings) }
			: musts
				? { musts }
				: {};
	return { ...rest, settings, rungVersion: hashOf(settings), base: versionOf(placing), ...looked };
}

/** A drill thought of just now, on no ladder yet: it is run like the rung in hand, by the result, and put in order later. */
export function improvised(id: string, name: string, placing: Placing): Placing {
	const { watch, triesPerSet, notches, loads, neverAlone, care } = placing.settings;
	const settings: RungSettings = {
		...freshRung(name),
		watch,
		triesPerSet,
		notches,
		loads,
		neverAlone,
		care,
	};
	const { daysMet: _, easedBy: __, usedToday: ___, base: ____, ...rest } = placing;
	return { ...rest, rung: id, settings, rungVersion: hashOf(settings), triedBefore: 0, reEarn: null };
}

/**
 * Something planned that is no rung: a warm-up, a talk. It is worked as a drill of its own, which nothing judges, and which
 * leaves the rung, its rule and its limit alone.
 *
 * @param placing what is in hand, or would be: whose it is
 */
export const plannedBeside = (id: string, what: string, placing: Placing): Placing =>
	improvised(id, cutText(what, 76), placing);

/** A count begun before anybody said for whom: by the result, with plenty of room. */
export function placeQuick(): Placing {
	const settings: RungSettings = {
		...freshRung("Quick count"),
		rule: { kind: "rolling", k: 9, n: 12 },
		limit: 100,
		triesPerSet: 12,
	};
	return {
		student: null,
		ladder: null,
		rung: "quick",
		rungVersion: hashOf(settings),
		settings,
		positions: [],
		side: "none",
		policy: "mastery",
		order: [],
		triedBefore: 0,
		bandLow: BAND_LOW,
		bandHigh: BAND_HIGH,
		reEarn: null,
	};
}
