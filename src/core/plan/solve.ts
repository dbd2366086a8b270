import { type Outcome, refuse } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";
import { Bounds, type Step } from "./bounds";
import { UNKNOWN_SPREAD } from "./minutes";
import { overrunOf } from "./overrun";

/** What is done in a lesson, in the order in which it is done. */
export const planClasses = [
	"warm-up",
	"talk",
	"re-check",
	"current",
	"new",
	"contest",
	"decision",
	"refresher",
	"wrap-up",
] as const;
export type PlanClass = (typeof planClasses)[number];

/** Something that may be done in a lesson. */
export interface PlanItem {
	id: string;
	class: PlanClass;
	/** Minutes without which it is not worth beginning, and those that are wished for; whole, from 1 up. */
	least: number;
	wish: number;
	/** What it is worth at its wish; half of it at its least. */
	value: number;
	/** Whose order of re-checks and new work it belongs to. */
	ladder?: string | undefined;
	/** It loads much, or is high: never the last thing. */
	heavy?: boolean | undefined;
	/** Share of good tries to be expected; left out where none are counted. */
	rate?: number | undefined;
	/** Kit it needs. */
	kit?: readonly string[] | undefined;
	/** It is in every plan: a warm-up, the wrap-up. */
	always?: boolean | undefined;
	/** How far its minutes stray, a standard deviation as a share of them; what is usual where nothing is known. */
	spread?: number | undefined;
	/** It keeps this place, in minutes from the beginning, and these minutes. */
	pinned?: { at: number; minutes: number } | undefined;
}

export interface Placed {
	id: string;
	at: number;
	minutes: number;
}

export interface Plan {
	/** In the order of the lesson. */
	placed: Placed[];
	value: number;
	/** Whether it ends in time with the chance that was asked for; else it is the plan with the highest chance. */
	isSure: boolean;
	/** Rules that could not be kept, each in a sentence. */
	broken: string[];
}

/** More of either is too much for one lesson; what the coach put in or pinned counts first, however many those are. */
export const MOST_OF: Partial<Record<PlanClass, number>> = { new: 2, "re-check": 2 };
const MOST_COUNTED = 2;
/** How sure a plan may be to end in time; the least is no condition. From the second on less variance is never worse. */
export const SURE = [0.5, 0.75, 0.8, 0.9, 0.95] as const;
export const USUALLY_SURE = 0.8;
const CONDITION_FROM = 0.75;
/** What goes well enough to go home on. */
export const GOOD_END = 0.8;
const EPSILON = 1e-9;
export const LONGEST = 240;

/** What an item earns in so many minutes: half its value at its least, all of it at its wish, in between in proportion. */
export const earns = ({ least, wish, value }: Pick<PlanItem, "least" | "wish" | "value">, minutes: number): number =>
	wish > least ? value * (0.5 + (0.5 * (Math.min(minutes, wish) - least)) / (wish - least)) : value;

/** Nothing heavy or high, nothing that goes badly, and nothing new that nobody has tried is the last thing before the wrap-up. */
export const endsWell = ({ heavy, rate, class: kind }: PlanItem): boolean =>
	kind === "warm-up" || (!heavy && (rate === undefined ? kind !== "new" : rate >= GOOD_END));

const around: readonly PlanClass[] = ["warm-up", "talk", "wrap-up"];

/** Work that a lesson can end on. Where there is none, leaving all work out would be no plan. */
export const isCloser = (item: PlanItem): boolean => !around.includes(item.class) && endsWell(item);

const classOf = (item: PlanItem): number => planClasses.indexOf(item.class);

/** How far a plan has come: the best of all ways to be there. */
interface Way {
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
function better(a: Way, b: Way): boolean {
	if (Math.abs(a.value - b.value) > EPSILON) return a.value > b.value;
	if (a.items !== b.items) return a.items < b.items;
	if (a.high !== b.high) return a.high > b.high;
	return a.low !== b.low ? a.low > b.low : a.variance < b.variance - EPSILON;
}

/** Half of sixty places each: a double holds both without loss. */
const HALF = 30;

/** How the last thing before the wrap-up stands: there is none yet, it is one to end on, or it is not. */
const ENDS = { none: 0, well: 1, badly: 2 } as const;
type End = (typeof ENDS)[keyof typeof ENDS];
const endOf = (item: PlanItem): End => (endsWell(item) ? ENDS.well : ENDS.badly);

/** States at one minute: as many of a class that is limited as there were, and how the last thing stands. */
const STATES = (MOST_COUNTED + 1) * 3;
const stateOf = (counted: number, end: End): number => counted * 3 + end;

/** What cannot be planned at all, in sentences. */
function refusalsOf(items: readonly PlanItem[], minutes: number): Outcome<null> {
	if (!Number.isInteger(minutes) || minutes < 1 || minutes > LONGEST)
		return refuse("minutes", `The lesson is ${minutes} minutes; a whole number from 1 to ${LONGEST} is possible.`);
	for (const { id, least, wish, pinned } of items) {
		if (!(Number.isInteger(least) && Number.isInteger(wish) && least >= 1 && wish >= least))
			return refuse(
				id,
				`It asks for ${least} to ${wish} minutes; whole ones from 1 up, the wish no less than the least.`,
			);
		if (pinned && (pinned.at < 0 || pinned.minutes < 1 || pinned.at + pinned.minutes > minutes))
			return refuse(
				id,
				`Pinned from minute ${pinned.at} to ${pinned.at + pinned.minutes}, it lies outside of the ${plural(minutes, "minute")}; move it, or make the lesson longer.`,
			);
	}
	const pinned = items
		.flatMap((item) => (item.pinned ? [{ id: item.id, ...item.pinned }] : []))
		.sort((a, b) => a.at - b.at);
	for (const [i, one] of pinned.entries()) {
		const next = pinned[i + 1];
		if (next && one.at + one.minutes > next.at)
			return refuse(next.id, `Two pinned items lie over each other at minute ${next.at}; move one of them.`);
	}
	const least = sum(items, (item) => item.pinned?.minutes ?? (item.always ? item.least : 0));
	return least > minutes
		? refuse(
				"minutes",
				`What is to be in it takes ${least} minutes, and the lesson has ${minutes}; ${least - minutes} too many.`,
			)
		: { ok: true, value: null };
}

/**
 * The plan that earns the most in so many minutes, exact: dynamic programming over whole
 * minutes, items taken in the order of their class. Kept as hard rules: at most two new and two
 * re-checks besides those that are always in it; a re-check never after pinned new work on its ladder; the last
 * thing before the wrap-up goes well and is neither heavy nor high. Where no plan keeps the last of these, or there
 * is no work to end on, it is made without and says so. Pinned items keep their place and minutes, and the others
 * are put around them.
 *
 * With a chance from .75 on it also ends in time that often: the sum of its minutes a gamma by its mean and variance
 * (minutes times spread, squared). Where what is always in it cannot, it is the plan with the highest chance.
 *
 * At most sixty items. Ties: fewer items, then the earlier in the given order, then less variance.
 */
export function solvePlan(items: readonly PlanItem[], minutes: number, sure = 0.5): Outcome<Plan> {
	const wrong = refusalsOf(items, minutes);
	if (!wrong.ok) return wrong;
	const found = searchBoth(items, minutes, roomFor(minutes, sure));
	if (found) return { ok: true, value: { ...found, isSure: true } };
	// Nothing but what is always in it, as short as it can be, has the highest chance.
	const least = items.filter((item) => item.always || item.pinned).map((item) => ({ ...item, wish: item.least }));
	const plain = sure >= CONDITION_FROM ? searchBoth(least, minutes, null) : null;
	return plain
		? { ok: true, value: { ...plain, isSure: false } }
		: refuse(
				"minutes",
				"What is pinned leaves no room for what is to be in every lesson; move a pin, or take it away.",
			);
}

/** The best plan that ends well; where none does, the best without, which says so. */
function searchBoth(items: readonly PlanItem[], minutes: number, room: Room | null): Omit<Plan, "isSure"> | null {
	const kept = items.some(isCloser) ? search(items, minutes, true, room) : null;
	if (kept) return { ...kept, broken: [] };
	const plain = search(items, minutes, false, room);
	if (!plain) return null;
	const byId = new Map(items.map((item) => [item.id, item]));
	const last = plain.placed.findLast(({ id }) => byId.get(id)?.class !== "wrap-up");
	const ends = last ? endsWell(byId.get(last.id) as PlanItem) : true;
	return { ...plain, broken: ends ? [] : ["Nothing that goes well is there to end on: put a refresher in."] };
}

/** The most variance with which so many minutes, on average, end in time; nothing where they cannot. */
type Room = readonly number[];
const HALVINGS = 40;
/** No sum of minutes strays less than that, as a share: a gamma of a smaller one costs more than it says. */
const LEAST_SPREAD = 0.01;

/** Room by whole means; null without a condition. */
function roomFor(minutes: number, sure: number): Room | null {
	if (sure < CONDITION_FROM) return null;
	const ends = (mean: number, share: number) => 1 - overrunOf([{ mean, spread: mean * share }], minutes).chance >= sure;
	return Array.from({ length: minutes + 1 }, (_, mean) => {
		if (mean === 0 || ends(mean, 1)) return Number.POSITIVE_INFINITY;
		if (!ends(mean, LEAST_SPREAD)) return 0;
		// The chance falls as the spread grows, up to one as large as the mean.
		let [low, high] = [LEAST_SPREAD, 1];
		for (let i = 0; i < HALVINGS; i++) {
			const middle = (low + high) / 2;
			if (ends(mean, middle)) low = middle;
			else high = middle;
		}
		return (mean * low) ** 2;
	});
}

interface Pin {
	item: PlanItem;
	at: number;
	minutes: number;
}

/** What is known of ways beforehand: how far each can come, and what was reached already. */
class Look {
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
class Table {
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

/** Place of the first item of its class with the same kit: within a class, what needs the same kit stands together. */
function firstWith(item: PlanItem, items: readonly PlanItem[]): number {
	const kit = kitOf(item);
	return items.findIndex((one) => (kit === "" ? one.id === item.id : one.class === item.class && kitOf(one) === kit));
}
const kitOf = ({ kit = [] }: PlanItem): string => [...kit].sort().join("\n");

/** As many of a class as may be in it besides those that are pinned or always in. */
function mostOf(kind: PlanClass, items: readonly PlanItem[]): number {
	const most = MOST_OF[kind];
	if (most === undefined) return Number.POSITIVE_INFINITY;
	return Math.max(0, most - items.filter((item) => item.class === kind && (item.pinned || item.always)).length);
}

function search(
	items: readonly PlanItem[],
	minutes: number,
	endWell: boolean,
	room: Room | null,
): Omit<Plan, "broken" | "isSure"> | null {
	const pins = items.flatMap((item) => (item.pinned ? [{ item, ...item.pinned }] : [])).sort((a, b) => a.at - b.at);
	const free = items
		.map((item, place) => ({ item, place }))
		.filter(({ item }) => !item.pinned)
		.sort(
			(a, b) =>
				classOf(a.item) - classOf(b.item) || firstWith(a.item, items) - firstWith(b.item, items) || a.place - b.place,
		);
	const steps = free.map(({ item }, i): Step => {
		const most = mostOf(item.class, items);
		return {
			least: item.least,
			values: Array.from({ length: Math.min(item.wish, minutes) - item.least + 1 }, (_, n) =>
				earns(item, item.least + n),
			),
			spread: item.spread ?? UNKNOWN_SPREAD,
			always: item.always ?? false,
			counts: !item.always && most !== Number.POSITIVE_INFINITY,
			most,
			opens: free[i - 1]?.item.class !== item.class,
		};
	});
	const run = (look: Look | null): Way | null => {
		let table = new Table(minutes, pins, room, look);
		table.put(0, stateOf(0, ENDS.none), {
			value: 0,
			items: 0,
			high: 0,
			low: 0,
			mean: 0,
			variance: 0,
			before: null,
			placed: null,
		});
		table.jump();
		free.forEach(({ item, place }, i) => {
			if (steps[i]?.opens && i > 0) table = table.forNextClass();
			look?.next();
			table = table.with(item, { bit: items.length - 1 - place, endWell, most: (steps[i] as Step).most });
		});
		return table.best(endWell);
	};
	const best = room
		? searchSure(
				steps,
				room,
				sum(pins, ({ item, minutes: long }) => earns(item, long)),
				run,
			)
		: run(null);
	if (!best) return null;
	const placed: Placed[] = [];
	for (let way: Way | null = best; way; way = way.before) if (way.placed) placed.unshift(way.placed);
	return { placed, value: best.value };
}

/** Ways kept at one place in a first look, which finds a good plan soon. */
const FEW = 3;

/** A good plan first, from a few ways at each place; then the best, with all left out that cannot be as good. */
function searchSure(
	steps: readonly Step[],
	room: Room,
	pinned: number,
	run: (look: Look | null) => Way | null,
): Way | null {
	const bounds = Bounds.of(steps, room);
	const opens = steps.map((step) => step.opens);
	const first = run(new Look(bounds, opens, pinned, Number.NEGATIVE_INFINITY, FEW));
	return run(new Look(bounds, opens, pinned, first?.value ?? Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY));
}

/** From which minute on a re-check of a ladder would come too late. */
const firstNewOn = (pins: readonly Pin[], ladder: string | undefined): number =>
	pins.find(({ item }) => item.class === "new" && item.ladder !== undefined && item.ladder === ladder)?.at ??
	Number.POSITIVE_INFINITY;

function includes(way: Way, id: string): boolean {
	for (let at: Way | null = way; at; at = at.before) if (at.placed?.id === id) return true;
	return false;
}
