import { plural } from "@/core/text/lists";
import type { PlannedItem } from "./plan";

/** The pegs' part of a lesson. */
const SHARE = 1 / 3;

/** Minutes of each peg when so many are theirs: evenly, none over its wish, what one cannot take given to the others. */
export function pegMinutes(
	pegs: readonly Pick<PlannedItem, "id" | "least" | "wish">[],
	minutes: number,
): Map<string, number> {
	const given = new Map<string, number>();
	let [open, left] = [[...pegs], minutes];
	for (;;) {
		const each = Math.ceil(left / Math.max(1, open.length));
		const full = open.filter(({ wish }) => wish <= each);
		if (full.length === 0) {
			for (const { id, least } of open) given.set(id, Math.max(least, each));
			return given;
		}
		for (const { id, wish } of full) {
			given.set(id, wish);
			left = Math.max(0, left - wish);
		}
		open = open.filter((one) => !full.includes(one));
		if (open.length === 0) return given;
	}
}

/**
 * The items of a plan with a third of its minutes for the rungs the pegs stand on, split evenly over their ladders.
 * Where that cannot be had the part is lowered for all of them, and said; at last they are items like others.
 *
 * @param fits whether a plan of these items can be made
 */
export function withPegs(
	items: readonly PlannedItem[],
	minutes: number,
	fits: (items: readonly PlannedItem[]) => boolean,
): { items: readonly PlannedItem[]; words: string[] } {
	const pegs = items.filter(({ peg, pinned }) => peg && !pinned);
	if (pegs.length === 0) return { items, words: [] };
	const wanted = Math.ceil(minutes * SHARE);
	const at = (share: number): PlannedItem[] => {
		const each = pegMinutes(pegs, share);
		return items.map((item) => {
			const least = each.get(item.id);
			return least === undefined ? item : { ...item, least, always: true };
		});
	};
	const whole = at(wanted);
	if (fits(whole)) return { items: whole, words: [] };
	// Less always fits where more does.
	let [low, high] = [0, wanted];
	while (high - low > 1) {
		const middle = Math.floor((low + high) / 2);
		if (fits(at(middle))) low = middle;
		else high = middle;
	}
	if (low > 0 || fits(at(0)))
		return {
			items: at(low),
			words: [
				`The pegs get ${plural(Math.max(low, 0), "minute")} of the lesson, not the third of it: the rest does not leave more.`,
			],
		};
	return { items, words: ["The pegs do not fit beside what is to be in the lesson."] };
}
