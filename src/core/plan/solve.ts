import { type Outcome, refuse } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";

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
	/** It is in every plan: a warm-up, the wrap-up. */
	always?: boolean | undefined;
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
	/** Rules that could not be kept, each in a sentence. */
	broken: string[];
}

/** More of it is too much for one lesson. */
const MOST_NEW = 2;
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
	before: Way | null;
	placed: Placed | null;
}

/** First what is worth more, then fewer items, then those that stand earlier in the given order, then more minutes for the earlier. */
function better(a: Way, b: Way): boolean {
	if (Math.abs(a.value - b.value) > EPSILON) return a.value > b.value;
	if (a.items !== b.items) return a.items < b.items;
	return a.high !== b.high ? a.high > b.high : a.low > b.low;
}

/** Half of sixty places each: a double holds both without loss. */
const HALF = 30;

/** How the last thing before the wrap-up stands: there is none yet, it is one to end on, or it is not. */
const ENDS = { none: 0, well: 1, badly: 2 } as const;
type End = (typeof ENDS)[keyof typeof ENDS];
const endOf = (item: PlanItem): End => (endsWell(item) ? ENDS.well : ENDS.badly);

/** States at one minute: as many new ones as there were, and how the last thing stands. */
const STATES = (MOST_NEW + 1) * 3;
const stateOf = (fresh: number, end: End): number => fresh * 3 + end;

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
 * minutes, items taken in the order of their class. Kept as hard rules: at most two new; a
 * re-check never after pinned new work on its ladder; the last thing before the wrap-up
 * goes well and is neither heavy nor high. Where no plan keeps the last of these, or there is
 * no work to end on, it is made without and says so. Pinned items keep their place and minutes, and the others are
 * put around them.
 *
 * At most sixty items. Ties: fewer items, then the earlier in the given order.
 */
export function solvePlan(items: readonly PlanItem[], minutes: number): Outcome<Plan> {
	const wrong = refusalsOf(items, minutes);
	if (!wrong.ok) return wrong;
	const kept = items.some(isCloser) ? search(items, minutes, true) : null;
	if (kept) return { ok: true, value: { ...kept, broken: [] } };
	const plain = search(items, minutes, false);
	const byId = new Map(items.map((item) => [item.id, item]));
	const last = plain?.placed.findLast(({ id }) => byId.get(id)?.class !== "wrap-up");
	const ends = last ? endsWell(byId.get(last.id) as PlanItem) : true;
	return plain
		? {
				ok: true,
				value: { ...plain, broken: ends ? [] : ["Nothing that goes well is there to end on: put a refresher in."] },
			}
		: refuse(
				"minutes",
				"What is pinned leaves no room for what is to be in every lesson; move a pin, or take it away.",
			);
}

interface Pin {
	item: PlanItem;
	at: number;
	minutes: number;
}

/** The best way to every minute and state, items looked at so far. */
class Table {
	constructor(
		private readonly minutes: number,
		private readonly pins: readonly Pin[],
		private readonly ways: (Way | undefined)[] = new Array((minutes + 1) * STATES),
		/** The minute up to which an item begun at each minute may last. */
		private readonly upTo = Array.from(
			{ length: minutes + 1 },
			(_, t) => pins.find(({ at }) => at >= t)?.at ?? minutes,
		),
	) {}

	put(t: number, state: number, way: Way): void {
		const at = t * STATES + state;
		const known = this.ways[at];
		if (!known || better(way, known)) this.ways[at] = way;
	}

	/** Every way to a minute in a stretch, with how many new ones it has and how its last thing stands. */
	private each(from: number, to: number, see: (way: Way, t: number, fresh: number, end: End) => void): void {
		for (let t = from; t <= to; t++)
			for (let state = 0; state < STATES; state++) {
				const way = this.ways[t * STATES + state];
				if (way) see(way, t, Math.floor(state / 3), (state % 3) as End);
			}
	}

	/** One thing more at the end of a way; nothing where it would be a new one too many. */
	private add(
		way: Way,
		item: PlanItem,
		{ at, minutes, fresh, end, bit }: { at: number; minutes: number; fresh: number; end: End; bit: number | null },
	): void {
		const now = fresh + (item.class === "new" ? 1 : 0);
		if (now > MOST_NEW) return;
		this.put(at + minutes, stateOf(now, item.class === "wrap-up" ? end : endOf(item)), {
			value: way.value + earns(item, minutes),
			items: way.items + 1,
			high: way.high + (bit !== null && bit >= HALF ? 2 ** (bit - HALF) : 0),
			low: way.low + (bit !== null && bit < HALF ? 2 ** bit : 0),
			before: way,
			placed: { id: item.id, at, minutes },
		});
	}

	/** Past what is pinned, from the end of the pin before it or from any minute between. */
	jump(): this {
		for (const { item, at, minutes } of this.pins) {
			const before = this.pins.findLast((one) => one.at < at)?.at ?? 0;
			this.each(before, at, (way, t, fresh, end) => {
				if (this.upTo[t] === at) this.add(way, item, { at, minutes, fresh, end, bit: null });
			});
		}
		return this;
	}

	/** The table with one item more looked at: left out, unless it is always in, or put at the end of each way that leaves it room. */
	with(item: PlanItem, bit: number, endWell: boolean): Table {
		const next = new Table(this.minutes, this.pins, item.always ? undefined : [...this.ways], this.upTo);
		const tooLate = item.class === "re-check" ? firstNewOn(this.pins, item.ladder) : Number.POSITIVE_INFINITY;
		this.each(0, this.minutes, (way, at, fresh, end) => {
			if (at >= tooLate || (item.class === "wrap-up" && endWell && end === ENDS.badly)) return;
			const room = Math.min(item.wish, (this.upTo[at] as number) - at);
			for (let minutes = item.least; minutes <= room; minutes++) next.add(way, item, { at, minutes, fresh, end, bit });
		});
		return next.jump();
	}

	/** The best of all that have passed everything pinned. */
	best(endWell: boolean): Way | null {
		let best: Way | null = null;
		this.each(0, this.minutes, (way, _, __, end) => {
			if (endWell && end === ENDS.badly) return;
			if (this.pins.every(({ item }) => includes(way, item.id)) && (!best || better(way, best))) best = way;
		});
		return best;
	}
}

function search(items: readonly PlanItem[], minutes: number, endWell: boolean): Omit<Plan, "broken"> | null {
	const pins = items.flatMap((item) => (item.pinned ? [{ item, ...item.pinned }] : [])).sort((a, b) => a.at - b.at);
	const free = items
		.map((item, place) => ({ item, place }))
		.filter(({ item }) => !item.pinned)
		.sort((a, b) => classOf(a.item) - classOf(b.item) || a.place - b.place);
	let table = new Table(minutes, pins);
	table.put(0, stateOf(0, ENDS.none), { value: 0, items: 0, high: 0, low: 0, before: null, placed: null });
	table.jump();
	for (const { item, place } of free) table = table.with(item, items.length - 1 - place, endWell);
	const best = table.best(endWell);
	if (!best) return null;
	const placed: Placed[] = [];
	for (let way: Way | null = best; way; way = way.before) if (way.placed) placed.unshift(way.placed);
	return { placed, value: best.value };
}

/** From which minute on a re-check of a ladder would come too late. */
const firstNewOn = (pins: readonly Pin[], ladder: string | undefined): number =>
	pins.find(({ item }) => item.class === "new" && item.ladder !== undefined && item.ladder === ladder)?.at ??
	Number.POSITIVE_INFINITY;

function includes(way: Way, id: string): boolean {
	for (let at: Way | null = way; at; at = at.before) if (at.placed?.id === id) return true;
	return false;
}
