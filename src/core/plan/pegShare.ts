import { plural } from "@/core/text/lists";
import type { PlannedItem } from "./plan";

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

/** A plan's items with the pegs' part in them, and the plan that was made of them; null where none was. */
interface WithPegs<T> {
	items: readonly PlannedItem[];
	made: T | null;
	words: string[];
}

/**
 * The items of a plan with a part of its minutes for the rungs the pegs stand on, split evenly over their ladders.
 * Where that cannot be had the part is lowered for all of them, and said; at last they are items like others.
 *
 * @param minutes whole, all that is the pegs'
 * @param make a plan of these items; null where it cannot be made
 */
export function withPegs<T>(
	items: readonly PlannedItem[],
	minutes: number,
	make: (items: readonly PlannedItem[]) => T | null,
): WithPegs<T> {
	const pegs = items.filter(({ peg, pinned }) => peg && !pinned);
	if (pegs.length === 0 || minutes === 0) return { items, made: make(items), words: [] };
	const at = (share: number): Omit<WithPegs<T>, "words"> => {
		const each = pegMinutes(pegs, share);
		const inIt = items.map((item) => {
			const least = each.get(item.id);
			return least === undefined ? item : { ...item, least, always: true };
		});
		return { items: inIt, made: make(inIt) };
	};
	const whole = at(minutes);
	if (whole.made) return { ...whole, words: [] };
	// Less always fits where more does.
	let [best, low, high] = [at(0), 0, minutes];
	if (!best.made) return { items, made: make(items), words: ["The pegs do not fit beside the fixed items."] };
	while (high - low > 1) {
		const middle = Math.floor((low + high) / 2);
		const one = at(middle);
		if (one.made) [best, low] = [one, middle];
		else high = middle;
	}
	return {
		...best,
		words: [`The pegs get ${plural(low, "minute")}, not ${minutes}. The fixed items leave no more.`],
	};
}
