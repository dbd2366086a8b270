import { BAND_HIGH, BAND_LOW } from "@/core/estimate/tooHard";
import type { RungSettings } from "@/core/ladder/rung";
import type { Placing, Variation, WatchedPosition } from "@/core/log/kinds";
import { readSides } from "@/core/skill/sides";
import { sum } from "@/core/statistics/sums";
import { cutText } from "@/core/text/fields";
import type { PackLadder } from "./pack";

/** What a rung says, with its sides read out; the record keeps it as it was written. */
export const readOn = (ladder: PackLadder | null, words: string): string =>
	ladder ? readSides(words, { side: ladder.side, strong: ladder.strong ?? "right" }) : words;

/** The rung of the last lesson's work, which is kept by its name as it is read out; none where it is not on the ladder any more. */
export const lastRungOn = (ladder: PackLadder): PackLadder["rungs"][number] | undefined =>
	ladder.rungs.find(({ settings }) => readOn(ladder, settings.name) === ladder.last?.rung);

const limitOn = (ladder: PackLadder, rung: string) =>
	(ladder.limits ?? []).find((limit) => limit.rung === rung) ?? null;

/** Taken out for this student: not to be done at all. */
export const isOut = (ladder: PackLadder, rung: string): boolean => limitOn(ladder, rung)?.what === "taken out";

/** Why a rung is not to be done as it stands; null where it may. */
export const limitWords = (ladder: PackLadder, rung: string): string | null => limitOn(ladder, rung)?.reason ?? null;

/** The form in which a rung is begun: its easier one where it is eased for this student. */
export const variationOn = (ladder: PackLadder, rung: string): Variation =>
	limitOn(ladder, rung)?.what === "eased" ? "easier" : "own";

/** Where a lesson begins: on the peg, or, where that rung is taken out, on the nearest one below that is not, else above. */
export function beginsOn(ladder: PackLadder): string {
	if (!isOut(ladder, ladder.peg)) return ladder.peg;
	const at = ladder.rungs.findIndex(({ id }) => id === ladder.peg);
	const open = ladder.rungs.map(({ id }, i) => ({ id, i })).filter(({ id }) => !isOut(ladder, id));
	return (open.findLast(({ i }) => i < at) ?? open[0])?.id ?? ladder.peg;
}

const RE_EARN = { kind: "streak", r: 3 } as const;

/** The placing a set on this rung is opened with: the settings, and the ground the advice stands on. */
export function placeOn(ladder: PackLadder, rung: string, reEarnFrom: string | null = null): Placing {
	const found = ladder.rungs.find((r) => r.id === rung) ?? ladder.rungs[0];
	if (!found) throw new RangeError("placeOn: a ladder has at least one rung");
	const { settings } = found;
	const hole = ladder.holes.find((one) => one.rung === found.id);
	return {
		student: ladder.student,
		ladder: ladder.id,
		rung: found.id,
		rungVersion: found.version,
		settings,
		// The skill's own order is the causal one: a fault can only come from an earlier position.
		positions: watchedOn(ladder, settings),
		...mustsBeside(ladder, settings),
		side: ladder.side,
		policy: ladder.policy,
		// What is taken out for this student is never the next rung up or down.
		order: ladder.rungs
			.filter(({ id }) => id === found.id || !isOut(ladder, id))
			.map(({ id, settings: s }) => ({
				id,
				name: s.name,
				...(s.notches.tempo === undefined ? {} : { tempo: s.notches.tempo }),
			})),
		...(limitOn(ladder, found.id)?.what === "eased"
			? { easedBy: cutText(limitOn(ladder, found.id)?.reason || "Eased.", 200) }
			: {}),
		...(found.id === ladder.peg ? {} : { peg: ladder.peg }),
		triedBefore: hole?.tried ?? 0,
		...usedOn(ladder, found.id),
		// Only a rule on several days asks for them, and only for as many as it can count.
		...(settings.rule.kind === "days" ? { daysMet: hole?.metDays.slice(-60) ?? [] } : {}),
		bandLow: ladder.bandLow ?? BAND_LOW,
		bandHigh: ladder.bandHigh ?? BAND_HIGH,
		reEarn: reEarnFrom ? { from: reEarnFrom, rule: RE_EARN } : null,
		...(ladder.checks?.[found.id] ? { checks: ladder.checks[found.id] } : {}),
		...loadOn(ladder, settings),
		...(ladder.coin ? { coin: true } : {}),
		...(ladder.chain ? { chain: ladder.chain } : {}),
	};
}

/** The version of the rung that a placing stands on, whatever was changed of it in the lesson. */
export const versionOf = ({ base, rungVersion }: Pick<Placing, "base" | "rungVersion">): string => base ?? rungVersion;

/**
 * A placing as the rung stands now: where its ladder was edited meanwhile, the new settings;
 * what was used of the day, and the form, stay. The same where nothing was edited, or the rung
 * is on the ladder no more.
 */
export function freshened(placing: Placing, ladder: PackLadder | null): Placing {
	const rung = ladder?.rungs.find(({ id }) => id === placing.rung);
	if (!ladder || !rung || rung.version === versionOf(placing)) return placing;
	const { settings, rungVersion, positions, musts, order } = placeOn(ladder, rung.id);
	const { base: _, musts: __, ...rest } = placing;
	return { ...rest, settings, rungVersion, positions, order, ...(musts ? { musts } : {}) };
}

/** What earlier lessons of the day have used of the rung's limit. */
function usedOn({ used = [] }: PackLadder, rung: string): Pick<Placing, "usedToday"> {
	const usedToday = sum(used, (one) => (one.rung === rung ? one.tries : 0));
	return usedToday > 0 ? { usedToday } : {};
}

/** Of the parts that have a limit, those this rung loads. */
function loadOn({ load = [] }: PackLadder, { loads }: RungSettings): Pick<Placing, "load"> {
	const here = load.filter(({ part }) => (loads[part] ?? 0) > 0);
	return here.length > 0 ? { load: here } : {};
}

/** The watched positions, as they are kept with a set. */
export const watchedOn = (ladder: PackLadder, { watch, musts }: RungSettings): WatchedPosition[] =>
	ladder.positions
		.filter((position) => watch.includes(position.id))
		.map(({ id, name, short, fault, cues, worked, must, deduction }) => ({
			id,
			name,
			short,
			fault,
			cues,
			...(worked ? { worked } : {}),
			...(must || musts?.includes(id) ? { must: true } : {}),
			...(deduction === undefined ? {} : { deduction }),
		}));

/** Musts of the skill that the rung does not watch: they can be logged all the same. */
export function mustsBeside(ladder: PackLadder, settings: RungSettings): Pick<Placing, "musts"> {
	const musts = ladder.positions.filter(({ id, must }) => must && !settings.watch.includes(id)).map(({ id }) => id);
	return musts.length > 0 ? { musts: watchedOn(ladder, { ...settings, watch: musts }).slice(0, 12) } : {};
}

/** The form of a rung in the coach's words: its name, or its easier or harder variation. */
export const variationWords = (placing: Placing, variation: Variation): string =>
	variation === "own" ? placing.settings.name : placing.settings[variation] || `${placing.settings.name}, ${variation}`;
