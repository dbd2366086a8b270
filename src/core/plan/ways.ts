import type { Bounds } from "./bounds";
import { EPSILON, earns, type Placed, type PlanItem } from "./item";
import { UNKNOWN_SPREAD } from "./minutes";
import { countedIn, ENDS, type End, endIn, endOf, STATES, stateOf } from "./states";

/** The most variance with which so many minutes, on average, end in time; nothing where they cannot. */
export type Room = readonly number[];

/** How far a plan has come: the best of all ways to be there. */
export interface Way {
	value: number;
	items: number;
	/** Items taken, the earlier in the given order the higher: of two ways with as many, the higher is preferred. */
	high: number;
	low: number;
	/** Minutes taken, gaps before a pin left out, and the variance of their sum. */
	mean: number;
	variance: number;
	before: Way | null;
	placed: Placed | null;
}

/** First what is worth more, then fewer items, then those that stand earlier in the given order, then more minutes for the earlier. */
export function better(a: Way, b: Way): boolean {
	if (Math.abs(a.value - b.value) > EPSILON) return a.value > b.value;
	if (a.items !== b.items) return a.items < b.items;
	if (a.high !== b.high) return a.high > b.high;
	return a.low !== b.low ? a.low > b.low : a.variance < b.variance - EPSILON;
}

/**
 * Puts a way among those to the same place, unless one of its mean is no worse and strays no more; takes out those it
 * does that to. They stand by mean, of one mean by variance: each strays more than the one before it, and is better.
 *
 * @returns whether it was put in
 */
export function keepBest(here: Way[], way: Way): boolean {
	// The first that strays more, of a mean no smaller.
	let [from, to] = [0, here.length];
	while (from < to) {
		const middle = (from + to) >> 1;
		const one = here[middle] as Way;
		if (one.mean < way.mean || (one.mean === way.mean && one.variance <= way.variance + EPSILON)) from = middle + 1;
		else to = middle;
	}
	const before = here[from - 1];
	if (before?.mean === way.mean && !better(way, before)) return false;
	let first = from;
	while (first > 0 && strays(here[first - 1] as Way, way) && better(way, here[first - 1] as Way)) first--;
	let end = from;
	while (end < here.length && strays(here[end] as Way, way) && better(way, here[end] as Way)) end++;
	here.splice(first, end - first, way);
	return true;
}

/** Whether the first strays at least as much as the second, on as many minutes. */
const strays = (one: Way, way: Way): boolean => one.mean === way.mean && one.variance >= way.variance - EPSILON;

/** Half of sixty places each: a double holds both without loss. */
const HALF = 30;

export interface Pin {
	item: PlanItem;
	at: number;
	minutes: number;
}

/** What is known of ways beforehand: how far each can come, and what was reached already. */
export class Look {
	/** Items looked at so far. */
	private at = 0;
	constructor(
		private readonly bounds: Bounds,
		private readonly opens: readonly boolean[],
		/** What is pinned may still be to come. */
		private readonly pinned: number,
		/** A plan of that value is known; less is not looked at. */
		private readonly known: number,
		/** As many ways as are kept at one place: all, or a few to find a good plan soon. */
		private readonly few: number,
	) {}

	next(): void {
		this.at += 1;
	}

	reaches(state: number, mean: number, variance: number, value: number): boolean {
		const counted = (this.opens[this.at] ?? true) ? 0 : countedIn(state);
		const least = this.known - EPSILON - this.pinned;
		return this.bounds.reaches(least, this.at, stateOf(counted, endIn(state)), mean, variance, value);
	}

	/** Of more than a few the one least worth at the price of its variance goes. */
	narrow(ways: Way[]): void {
		if (ways.length <= this.few) return;
		const worth = ({ value, variance }: Way) => value - this.bounds.price * variance;
		let least = 0;
		ways.forEach((way, i) => {
			if (worth(way) < worth(ways[least] as Way)) least = i;
		});
		ways.splice(least, 1);
	}
}

/**
 * The best way to every minute and state, items looked at so far. With a condition, of each whole mean all ways of
 * which none is both better and of less variance: any of them may be the best that still ends in time.
 */
export class Table {
	constructor(
		private readonly minutes: number,
		private readonly pins: readonly Pin[],
		private readonly room: Room | null,
		private readonly look: Look | null,
		private readonly ways: Way[][] = Array.from({ length: (minutes + 1) * STATES }, () => []),
		/** The minute up to which an item begun at each minute may last. */
		private readonly upTo = Array.from(
			{ length: minutes + 1 },
			(_, t) => pins.find(({ at }) => at >= t)?.at ?? minutes,
		),
	) {}

	put(t: number, state: number, way: Way): void {
		if (this.canServe(state, way.mean, way.variance, way.value)) this.keep(t, state, way);
	}

	/** A way that can serve, among those to the same place. */
	private keep(t: number, state: number, way: Way): void {
		const here = this.ways[t * STATES + state] as Way[];
		if (!this.room) {
			const [known] = here;
			if (!known || better(way, known)) here[0] = way;
		} else if (keepBest(here, way)) this.look?.narrow(here);
	}

	/** Whether a way of that mean and variance may end in time, and can still be worth as much as a plan that is known. */
	private canServe(state: number, mean: number, variance: number, value: number): boolean {
		if (!this.room) return true;
		if (variance > (this.room[mean] as number) + EPSILON) return false;
		return !this.look || this.look.reaches(state, mean, variance, value);
	}

	/** Every way to a minute in a stretch, with how many of the class there are and how its last thing stands. */
	private each(from: number, to: number, see: (way: Way, t: number, counted: number, end: End) => void): void {
		for (let t = from; t <= to; t++)
			for (let state = 0; state < STATES; state++)
				for (const way of this.ways[t * STATES + state] as Way[]) see(way, t, countedIn(state), endIn(state));
	}

	/** One thing more at the end of a way. */
	private add(
		way: Way,
		item: PlanItem,
		{ at, minutes, counted, end, bit }: { at: number; minutes: number; counted: number; end: End; bit: number | null },
	): void {
		const state = stateOf(counted, endOf(item) ?? end);
		const [mean, value] = [way.mean + minutes, way.value + earns(item, minutes)];
		const variance = way.variance + (minutes * (item.spread ?? UNKNOWN_SPREAD)) ** 2;
		// Asked before anything is made: most ways end here.
		if (!this.canServe(state, mean, variance, value)) return;
		this.keep(at + minutes, state, {
			value,
			items: way.items + 1,
			high: way.high + (bit !== null && bit >= HALF ? 2 ** (bit - HALF) : 0),
			low: way.low + (bit !== null && bit < HALF ? 2 ** bit : 0),
			mean,
			variance,
			before: way,
			placed: { id: item.id, at, minutes },
		});
	}

	/** Past what is pinned, from the end of the pin before it or from any minute between. */
	jump(): this {
		for (const { item, at, minutes } of this.pins) {
			const before = this.pins.findLast((one) => one.at < at)?.at ?? 0;
			this.each(before, at, (way, t, counted, end) => {
				if (this.upTo[t] === at) this.add(way, item, { at, minutes, counted, end, bit: null });
			});
		}
		return this;
	}

	/** The same where the next class begins: how many there were of the last one decides nothing any more. */
	forNextClass(): Table {
		const next = new Table(this.minutes, this.pins, this.room, this.look, undefined, this.upTo);
		this.each(0, this.minutes, (way, t, _, end) => next.put(t, stateOf(0, end), way));
		return next;
	}

	/** The table with one item more looked at: left out, unless it is always in, or put at the end of each way that leaves it room. */
	with(item: PlanItem, { bit, endWell, most }: { bit: number; endWell: boolean; most: number }): Table {
		const next = new Table(
			this.minutes,
			this.pins,
			this.room,
			this.look,
			item.always ? undefined : this.ways.map((ways) => [...ways]),
			this.upTo,
		);
		const tooLate = item.class === "re-check" ? firstNewOn(this.pins, item.ladder) : Number.POSITIVE_INFINITY;
		this.each(0, this.minutes, (way, at, counted, end) => {
			if (at >= tooLate || (item.class === "wrap-up" && endWell && end === ENDS.badly)) return;
			const now = counted + (item.always || most === Number.POSITIVE_INFINITY ? 0 : 1);
			if (now > most) return;
			const room = Math.min(item.wish, (this.upTo[at] as number) - at);
			for (let minutes = item.least; minutes <= room; minutes++)
				next.add(way, item, { at, minutes, counted: now, end, bit });
		});
		return next.jump();
	}

	/** The best of all that have passed everything pinned. */
	best(endWell: boolean): Way | null {
		let best: Way | null = null;
		this.each(0, this.minutes, (way, _, __, end) => {
			if (endWell && end === ENDS.badly) return;
			if ((!best || better(way, best)) && this.pins.every(({ item }) => includes(way, item.id))) best = way;
		});
		return best;
	}
}

/** From which minute on a re-check of a ladder would come too late. */
const firstNewOn = (pins: readonly Pin[], ladder: string | undefined): number =>
	pins.find(({ item }) => item.class === "new" && item.ladder !== undefined && item.ladder === ladder)?.at ??
	Number.POSITIVE_INFINITY;

function includes(way: Way, id: string): boolean {
	for (let at: Way | null = way; at; at = at.before) if (at.placed?.id === id) return true;
	return false;
}
