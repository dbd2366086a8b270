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

/** More new drills or checks are too much for one lesson; what the coach put in or pinned counts first, however many those are. */
export const MOST_COUNTED = 2;
/** How sure a plan may be to end in time; the least is no condition. From the second on less variance is never worse. */
export const SURE = [0.5, 0.75, 0.8, 0.9, 0.95] as const;
export const USUALLY_SURE = 0.8;
export const CONDITION_FROM = 0.75;
/** What goes well enough to go home on. */
export const GOOD_END = 0.8;
export const EPSILON = 1e-9;
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

export const classOf = (item: PlanItem): number => planClasses.indexOf(item.class);
