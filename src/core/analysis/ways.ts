import type { RungSettings } from "@/core/ladder/rung";
import type { Judged, Rule } from "@/core/rules";
import { anyPart } from "@/core/rules";
import { scales } from "@/core/rules/scale";
import { sum } from "@/core/statistics/sums";
import { plainSplit, type Split } from "./chances";

/**
 * The ways a good try, and one that was not, can come out on a rung: the codes of its
 * scale as its gate takes them. A rule that counts points tells them apart, so its worth
 * at one rate depends on their shares.
 */
export interface Way {
	/** As a digest counts it: "good/hit", "off/hit", "off/miss". */
	id: string;
	good: boolean;
	words: string;
	attempt: Judged;
}

type Settings = Pick<RungSettings, "gate" | "scale">;

/** Whether a must may be off on a rung: one of the skill's key positions that is a must, or is one on this rung. */
export const hasMust = (
	{ musts = [] }: Pick<RungSettings, "musts">,
	positions: readonly { id: string; must?: boolean | undefined }[],
): boolean => positions.some(({ id, must }) => must || musts.includes(id));

export const wayOf = (good: boolean, result: string): string => `${good ? "good" : "off"}/${result}`;

/**
 * Good ones first, in the order of the scale.
 *
 * @param must whether a must may be off: without it a try that came off is not good
 */
export function waysOn({ gate, scale: own }: Settings, must = false): Way[] {
	const scale = own ?? scales["hit or miss"];
	const way = (good: boolean, { code, label, points }: (typeof scale)[number], words = label): Way => ({
		id: wayOf(good, code),
		good,
		words,
		attempt: { good, result: code, points },
	});
	const [came, missed] = [scale.filter(({ success }) => success), scale.filter(({ success }) => !success)];
	switch (gate) {
		case "result":
			return [
				...came.map((one) => way(true, one)),
				...(must ? came.map((one) => way(false, one, `${one.label}, a must off`)) : []),
				...missed.map((one) => way(false, one)),
			];
		case "both":
			return [
				...came.map((one) => way(true, one)),
				...came.map((one) => way(false, one, `${one.label}, form off`)),
				...missed.map((one) => way(false, one)),
			];
		case "form":
			// Nobody asks whether it came off.
			return came.slice(0, 1).flatMap((one) => [way(true, one, "form right"), way(false, one, "form off")]);
		case "commitment":
			return [
				...came.map((one) => way(true, one)),
				...missed.map((one) => way(true, one, `${one.label}, but went for it`)),
				...(must ? came.map((one) => way(false, one, `${one.label}, a must off`)) : []),
				...missed.map((one) => way(false, one, `${one.label}, held back`)),
			];
	}
}

/** Whether the rule's worth depends on how tries split: only points and targets by their codes tell outcomes apart. */
export const tellsWaysApart = (rule: Rule): boolean => anyPart(rule, "tellsOutcomes");

/** Tries of each way that a share is trusted from. */
const ENOUGH = 20;

/**
 * Shares of the ways on each side: from what was counted of this student, where there is
 * enough of it, else even ones. They sum to 1 on each side.
 */
export function sharesOf(
	ways: readonly Way[],
	counted: Readonly<Record<string, number>> = {},
): { shares: Record<string, number>; known: boolean } {
	const shares: Record<string, number> = {};
	let known = true;
	for (const side of [true, false]) {
		const mine = ways.filter(({ good }) => good === side);
		const total = sum(mine, ({ id }) => counted[id] ?? 0);
		const fromLog = total >= ENOUGH;
		if (mine.length > 1 && !fromLog) known = false;
		for (const { id } of mine) shares[id] = fromLog ? (counted[id] ?? 0) / total : 1 / mine.length;
	}
	return { shares, known };
}

/** Whether these are just what every rule is judged by where nothing is said: a good hit, and a miss. */
export const arePlain = (ways: readonly Way[]): boolean =>
	ways.length === 2 && ways.map(({ id }) => id).join() === `${wayOf(true, "hit")},${wayOf(false, "miss")}`;

/**
 * How tries come out on a rung: as counted, where there is enough, else in even shares. Nothing where they are just a
 * good hit and a miss. Two ways alone are no reason to leave it out: under a gate of form a try that is not good is a hit
 * with a fault, and takes nothing off a sum of points.
 *
 * @param must whether a must may be off
 */
export function splitOn(
	settings: Settings,
	counted?: Readonly<Record<string, number>>,
	must = false,
): Split | undefined {
	const ways = waysOn(settings, must);
	return arePlain(ways) ? undefined : splitBy(ways, sharesOf(ways, counted).shares);
}

/** The ways in these shares. Where no try can be off (every outcome is a success), an off one is a plain miss. */
export const splitBy = (ways: readonly Way[], shares: Readonly<Record<string, number>>): Split => {
	const side = (good: boolean) =>
		ways.filter((way) => way.good === good).map(({ id, attempt }) => ({ attempt, share: shares[id] ?? 0 }));
	const off = side(false);
	return { good: side(true), off: off.length > 0 ? off : plainSplit.off };
};
