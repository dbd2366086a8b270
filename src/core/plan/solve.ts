import { type Outcome, refuse } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";
import { plural } from "@/core/text/lists";
import { Bounds, type Step } from "./bounds";
import {
	CONDITION_FROM,
	classOf,
	earns,
	endsWell,
	isCloser,
	LONGEST,
	type Placed,
	type PlanClass,
	type PlanItem,
} from "./item";
import { UNKNOWN_SPREAD } from "./minutes";
import { overrunOf } from "./overrun";
import { type Most, mostBy, usualLimits } from "./planLimits";
import { ENDS, endOf, stateOf } from "./states";
import { Look, type Room, Table, type Way } from "./ways";

export interface Plan {
	/** In the order of the lesson. */
	placed: Placed[];
	value: number;
	/** Whether it ends in time with the chance that was asked for; else it is the plan with the highest chance. */
	isSure: boolean;
	/** Rules that could not be kept, each in a sentence. */
	broken: string[];
}

/** What cannot be planned at all, in sentences. */
function refusalsOf(items: readonly PlanItem[], minutes: number): Outcome<null> {
	if (!Number.isInteger(minutes) || minutes < 1 || minutes > LONGEST)
		return refuse("minutes", `Minutes of the lesson: enter a whole number from 1 to ${LONGEST}, not ${minutes}.`);
	for (const { id, least, wish, pinned } of items) {
		if (!(Number.isInteger(least) && Number.isInteger(wish) && least >= 1 && wish >= least))
			return refuse(
				id,
				`Enter whole minutes, not ${least} to ${wish}. The longest must not be less than the shortest.`,
			);
		if (pinned && (pinned.at < 0 || pinned.minutes < 1 || pinned.at + pinned.minutes > minutes))
			return refuse(
				id,
				`Pinned from minute ${pinned.at} to ${pinned.at + pinned.minutes}, outside the ${plural(minutes, "minute")} of the lesson. Move it, or make the lesson longer.`,
			);
	}
	const pinned = items
		.flatMap((item) => (item.pinned ? [{ id: item.id, ...item.pinned }] : []))
		.sort((a, b) => a.at - b.at);
	for (const [i, one] of pinned.entries()) {
		const next = pinned[i + 1];
		if (next && one.at + one.minutes > next.at)
			return refuse(next.id, `Two pinned items overlap at minute ${next.at}. Move one of them.`);
	}
	const least = sum(items, (item) => item.pinned?.minutes ?? (item.always ? item.least : 0));
	return least > minutes
		? refuse(
				"minutes",
				`The fixed items need ${least} minutes, but the lesson has ${minutes}: ${least - minutes} too many.`,
			)
		: { ok: true, value: null };
}

/**
 * The plan that earns the most in so many minutes, exact: dynamic programming over whole
 * minutes, items taken in the order of their class. Kept as hard rules: so many new ones and
 * re-checks at most besides those that are always in it; a re-check never after pinned new work on its ladder; the last
 * thing before the wrap-up goes well and is neither heavy nor high. Where no plan keeps the last of these, or there
 * is no work to end on, it is made without and says so. Pinned items keep their place and minutes, and the others
 * are put around them.
 *
 * With a chance from .75 on it also ends in time that often: the sum of its minutes a gamma by its mean and variance
 * (minutes times spread, squared). Where what is always in it cannot, it is the plan with the highest chance.
 *
 * At most sixty items. Ties: fewer items, then the earlier in the given order, then less variance.
 */
export function solvePlan(
	items: readonly PlanItem[],
	minutes: number,
	sure = 0.5,
	most: Most = mostBy(usualLimits),
): Outcome<Plan> {
	const wrong = refusalsOf(items, minutes);
	if (!wrong.ok) return wrong;
	const found = searchBoth({ items, minutes, most }, roomFor(minutes, sure));
	if (found) return { ok: true, value: { ...found, isSure: true } };
	// Nothing but what is always in it, as short as it can be, has the highest chance.
	const least = items.filter((item) => item.always || item.pinned).map((item) => ({ ...item, wish: item.least }));
	const plain = sure >= CONDITION_FROM ? searchBoth({ items: least, minutes, most }, null) : null;
	return plain
		? { ok: true, value: { ...plain, isSure: false } }
		: refuse("minutes", "The pinned items leave no room for the ones every lesson has. Move or remove a pin.");
}

/** What a plan is made of: items, whole minutes, and how many of a class at most. */
interface Asked {
	items: readonly PlanItem[];
	minutes: number;
	most: Most;
}

/** The best plan that ends well; where none does, the best without, which says so. */
function searchBoth(asked: Asked, room: Room | null): Omit<Plan, "isSure"> | null {
	const { items } = asked;
	const kept = items.some(isCloser) ? search(asked, true, room) : null;
	if (kept) return { ...kept, broken: [] };
	const plain = search(asked, false, room);
	if (!plain) return null;
	const byId = new Map(items.map((item) => [item.id, item]));
	const last = plain.placed.findLast(({ id }) => byId.get(id)?.class !== "wrap-up");
	const ends = last ? endsWell(byId.get(last.id) as PlanItem) : true;
	return { ...plain, broken: ends ? [] : ["There is nothing easy to end on. Add a refresher."] };
}

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

/** Place of the first item of its class with the same kit: within a class, what needs the same kit stands together. */
function firstWith(item: PlanItem, items: readonly PlanItem[]): number {
	const kit = kitOf(item);
	return items.findIndex((one) => (kit === "" ? one.id === item.id : one.class === item.class && kitOf(one) === kit));
}
const kitOf = ({ kit = [] }: PlanItem): string => [...kit].sort().join("\n");

/** As many of a class as may be in it besides those that are pinned or always in. */
function mostOf(kind: PlanClass, items: readonly PlanItem[], limits: Most): number {
	const most = limits[kind];
	if (most === undefined) return Number.POSITIVE_INFINITY;
	return Math.max(0, most - items.filter((item) => item.class === kind && (item.pinned || item.always)).length);
}

function search(
	{ items, minutes, most: limits }: Asked,
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
		const most = mostOf(item.class, items, limits);
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
			end: endOf(item),
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
				{
					value: sum(pins, ({ item, minutes: long }) => earns(item, long)),
					spread: Math.max(0, ...pins.map(({ item }) => item.spread ?? UNKNOWN_SPREAD)),
				},
				// What is pinned may come last, whatever stands before it.
				endWell && pins.length === 0,
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
	pins: { value: number; spread: number },
	endWell: boolean,
	run: (look: Look | null) => Way | null,
): Way | null {
	const widest = Math.max(pins.spread, ...steps.map(({ spread }) => spread));
	const bounds = Bounds.of(steps, room, widest, endWell);
	const opens = steps.map((step) => step.opens);
	const first = run(new Look(bounds, opens, pins.value, Number.NEGATIVE_INFINITY, FEW));
	return run(new Look(bounds, opens, pins.value, first?.value ?? Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY));
}
