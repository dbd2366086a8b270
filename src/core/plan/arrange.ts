import type { LessonPlan, PlannedItem } from "./plan";
import type { Stretch } from "./viewPlan";

/** What a coach does to one item: each gives the items anew. */

const change = (items: readonly PlannedItem[], id: string, to: (item: PlannedItem) => PlannedItem): PlannedItem[] =>
	items.map((item) => (item.id === id ? to(item) : item));

function without(item: PlannedItem, ...keys: ("pinned" | "out")[]): PlannedItem {
	return Object.fromEntries(Object.entries(item).filter(([key]) => !keys.some((one) => one === key))) as PlannedItem;
}

/** It keeps its place and minutes, whatever else changes. */
export const pin = (items: readonly PlannedItem[], { item, at, minutes }: Stretch): PlannedItem[] =>
	change(items, item.id, (one) => ({ ...one, pinned: { at, minutes } }));

export const unpin = (items: readonly PlannedItem[], id: string): PlannedItem[] =>
	change(items, id, (one) => without(one, "pinned"));

/** All of it as it stands: solving it again changes nothing. */
export const pinAll = (items: readonly PlannedItem[], stretches: readonly Stretch[]): PlannedItem[] =>
	stretches.reduce<PlannedItem[]>((so, stretch) => pin(so, stretch), [...items]);

export const takeOut = (items: readonly PlannedItem[], id: string): PlannedItem[] =>
	change(items, id, (one) => ({ ...without(one, "pinned"), out: true }));

/** It is in, at its least minutes or more, and something else has to go. */
export const putIn = (items: readonly PlannedItem[], id: string): PlannedItem[] =>
	change(items, id, (one) => ({ ...without(one, "out"), always: true }));

/** It may be in again, if it fits. */
export const giveBack = (items: readonly PlannedItem[], id: string): PlannedItem[] =>
	change(items, id, (one) => without(one, "out"));

/** So many minutes, no more and no fewer. */
export const lasting = (items: readonly PlannedItem[], id: string, minutes: number): PlannedItem[] =>
	change(items, id, (one) => ({
		...one,
		least: minutes,
		wish: minutes,
		...(one.pinned ? { pinned: { ...one.pinned, minutes } } : {}),
	}));

/**
 * One stretch put before or behind others, and pinned there: it begins where those before it
 * end. Where that lies over something pinned it goes to that one's nearer side.
 */
export function moveTo(
	{ items, minutes }: Pick<LessonPlan, "items" | "minutes">,
	stretches: readonly Stretch[],
	from: number,
	to: number,
): PlannedItem[] {
	const moved = stretches[from];
	if (!moved || from === to) return [...items];
	const others = stretches.filter((one) => one !== moved);
	const before = others.slice(0, to).reduce((end, one) => Math.max(end, 0) + one.minutes, 0);
	const clamp = (at: number) => Math.max(0, Math.min(minutes - moved.minutes, at));
	let at = clamp(before);
	const over = others.find(
		({ item, at: begins, minutes: long }) => item.pinned && begins < at + moved.minutes && at < begins + long,
	);
	if (over) at = clamp(to > from ? over.at + over.minutes : over.at - moved.minutes);
	return pin(items, { ...moved, at });
}
