import * as z from "zod/mini";
import { day } from "@/core/text/fields";
import { list, plural } from "@/core/text/lists";
import { amountOf, amountWords, weekdaysFor } from "./amount";
import { AskedDrill, MOST_DRILLS } from "./asked";
import type { Assignment, PracticeItem } from "./assignment";

/** A student's own page over time: what a wrap-up asks for from now on, and what was asked for when. */

/** What was asked for from a day on. */
export const AskedFrom = z.object({
	day,
	drills: z.array(AskedDrill).check(z.maxLength(MOST_DRILLS)),
});
export type AskedFrom = z.infer<typeof AskedFrom>;
/** Changes are kept for so long; the oldest go first. */
const MOST_CHANGES = 200;

export const asAsked = (item: PracticeItem): AskedDrill => ({
	item: item.id,
	ladder: item.ladder,
	rung: item.rung,
	name: item.name,
	...amountOf(item),
});

/** Who was there and stays, who comes new, who goes: by name. */
export interface PageChange {
	stays: string[];
	isNew: string[];
	goes: string[];
	/** Those that stay with another amount. */
	otherwise: { name: string; from: string; to: string }[];
}

/** What becomes of a page's drills. */
export function pageChange(before: readonly AskedDrill[], after: readonly AskedDrill[]): PageChange {
	const was = new Map(before.map((one) => [one.item, one]));
	const is = new Set(after.map(({ item }) => item));
	return {
		stays: after.flatMap((one) => (was.has(one.item) ? [one.name] : [])),
		isNew: after.flatMap((one) => (was.has(one.item) ? [] : [one.name])),
		goes: before.flatMap((one) => (is.has(one.item) ? [] : [one.name])),
		otherwise: after.flatMap((one) => {
			const old = was.get(one.item);
			const [from, to] = [old ? amountWords(old) : "", amountWords(one)];
			return old && from !== to ? [{ name: one.name, from, to }] : [];
		}),
	};
}

/** "2 drills stay. New: low cascade. Removed: two balls."; empty where nothing changes. */
export function changeWords({ stays, isNew, goes, otherwise }: PageChange): string {
	if (isNew.length + goes.length + otherwise.length === 0) return "";
	return [
		...(stays.length > 0 ? [`${plural(stays.length, "drill")} ${stays.length === 1 ? "stays" : "stay"}.`] : []),
		...(isNew.length > 0 ? [`New: ${list(isNew)}.`] : []),
		...(goes.length > 0 ? [`Removed: ${list(goes)}.`] : []),
		...otherwise.map(({ name, from, to }) => `${name}: ${to} (before: ${from}).`),
	].join(" ");
}

/**
 * A page's drills as a wrap-up asks for them: those that stay as the coach wrote them, with the
 * amounts that were said; new ones as they are made of their rungs.
 *
 * @param made drills for what comes new, by their id: those that are not for home have none, and are left out
 */
export function withAsked(
	items: readonly PracticeItem[],
	asked: readonly AskedDrill[],
	made: ReadonlyMap<string, PracticeItem>,
): PracticeItem[] {
	const known = new Map([...made, ...items.map((item) => [item.id, item] as const)]);
	return asked.flatMap(({ item: id, days, tries, target, minutes }) => {
		const item = known.get(id);
		if (!item) return [];
		const amount = { days: weekdaysFor(days, item.days), dose: tries, target: Math.min(target, tries), minutes };
		return [{ ...item, ...amount, step: Math.min(item.step, Math.max(1, tries)) }];
	});
}

/** A page's changes with how it stands from a day on; of one day the last word holds. */
export function withChange(
	history: readonly AskedFrom[],
	from: string,
	{ items }: Pick<Assignment, "items">,
): AskedFrom[] {
	const drills = items.map(asAsked);
	const before = history.filter((one) => one.day !== from);
	const last = before.at(-1);
	const isSame = last && JSON.stringify(last.drills) === JSON.stringify(drills);
	return (isSame ? before : [...before, { day: from, drills }]).slice(-MOST_CHANGES);
}

/** What changed when, the newest first; the first day tells all that was asked for. */
export const changesIn = (history: readonly AskedFrom[]): { day: string; words: string }[] =>
	history
		.flatMap(({ day: on, drills }, i) => {
			const words = changeWords(pageChange(history[i - 1]?.drills ?? [], drills));
			return words === "" ? [] : [{ day: on, words }];
		})
		.reverse();

/** What a drill was called, wherever it stood last on the page; undefined where it never did. */
export const nameOnPage = (
	id: string,
	{ items }: Pick<Assignment, "items">,
	history: readonly AskedFrom[],
): string | undefined =>
	items.find((item) => item.id === id)?.name ??
	history.findLast(({ drills }) => drills.some(({ item }) => item === id))?.drills.find(({ item }) => item === id)
		?.name;
