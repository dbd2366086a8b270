import type { Bounds } from "./bounds";
import { EPSILON, earns, endsWell, MOST_COUNTED, type Placed, type PlanItem } from "./item";
import { UNKNOWN_SPREAD } from "./minutes";

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

/** Half of sixty places each: a double holds both without loss. */
const HALF = 30;

/** How the last thing before the wrap-up stands: there is none yet, it is one to end on, or it is not. */
export const ENDS = { none: 0, well: 1, badly: 2 } as const;
type End = (typeof ENDS)[keyof typeof ENDS];
const endOf = (item: PlanItem): End => (endsWell(item) ? ENDS.well : ENDS.badly);

/** States at one minute: as many of a class that is limited as there were, and how the last thing stands. */
const STATES = (MOST_COUNTED + 1) * 3;
export const stateOf = (counted: number, end: End): number => counted * 3 + end;

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

	reaches(state: number, { mean, variance, value }: Way): boolean {
		const counted = (this.opens[this.at] ?? true) ? 0 : Math.floor(state / 3);
		return this.bounds.atMost(this.at, counted, mean, variance, value) + this.pinned >= this.known - EPSILON;
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
		const here = this.ways[t * STATES + state] as Way[];
		if (!this.room) {
			const [known] = here;
			if (!known || better(way, known)) here[0] = way;
			return;
		}
		if (way.variance > (this.room[way.mean] as number) + EPSILON) return;
		if (this.look && !this.look.reaches(state, way)) return;
		let kept = 0;
		for (const one of here) {
			const isSame = one.mean === way.mean;
			if (isSame && one.variance <= way.variance + EPSILON && !better(way, one)) return;
			if (!(isSame && way.variance <= one.variance + EPSILON && better(way, one))) here[kept++] = one;
		}
		here.length = kept;
		here.push(way);
		this.look?.narrow(here);
	}

	/** Every way to a minute in a stretch, with how many of the class there are and how its last thing stands. */
	private each(from: number, to: number, see: (way: Way, t: number, counted: number, end: End) => void): void {
		for (let t = from; t <= to; t++)
			for (let state = 0; state < STATES; state++)
				for (const way of this.ways[t * STATES + state] as Way[])
					see(way, t, Math.floor(state / 3), (state % 3) as End);
	}

	/** One thing more at the end of a way. */
	private add(
		way: Way,
		item: PlanItem,
		{ at, minutes, counted, end, bit }: { at: number; minutes: number; counted: number; end: End; bit: number | null },
	): void {
		this.put(at + minutes, stateOf(counted, item.class === "wrap-up" ? end : endOf(item)), {
			value: way.value + earns(item, minutes),
			items: way.items + 1,
			high: way.high + (bit !== null && bit >= HALF ? 2 ** (bit - HALF) : 0),
			low: way.low + (bit !== null && bit < HALF ? 2 ** bit : 0),
			mean: way.mean + minutes,
			variance: way.variance + (minutes * (item.spread ?? UNKNOWN_SPREAD)) ** 2,
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
