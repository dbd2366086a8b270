import type { Outcome } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";
import { ofHundred } from "@/core/text/figures";
import { counted, plural } from "@/core/text/lists";
import { SURE, USUALLY_SURE } from "./item";
import { minutesOf, spreadOf } from "./minutes";
import { type Overrun, overrunOf } from "./overrun";
import { withPegs } from "./pegShare";
import type { LessonPlan, PlannedItem } from "./plan";
import { mostBy, type PlanLimits, usualLimits } from "./planLimits";
import { type Plan as Solved, solvePlan } from "./solve";

/** A stretch of the lesson. */
export interface Stretch {
	item: PlannedItem;
	at: number;
	minutes: number;
}

/** What did not fit, and what it would push out. */
export interface LeftOut {
	item: PlannedItem;
	why: string;
	/** The place it would have, in minutes from the beginning; null where it can have none. */
	at: number | null;
}

export interface PlanView {
	/** In the order of the lesson. */
	stretches: Stretch[];
	leftOut: LeftOut[];
	/** Taken out by the coach. */
	out: PlannedItem[];
	/** Minutes that are planned, and those that are free. */
	used: number;
	free: number;
	value: number;
	/** Hard rules that bite, each in a sentence. */
	rules: string[];
	overrun: Overrun;
	/** How sure it was to be to end in time. */
	sure: number;
	/** The next step of certainty, and what would leave for it. */
	surer: { sure: number; without: string[] } | null;
}

type Asked = Pick<LessonPlan, "minutes" | "sure" | "limits" | "ladders"> & { items: readonly PlannedItem[] };

/** The same with nothing left open. */
type Told = { [K in keyof Omit<Asked, "ladders">]-?: NonNullable<Asked[K]> };

/** An item whose ladder has no part of the pegs' time in this lesson is one like others. */
const asTicked = (item: PlannedItem, ladders: readonly string[] | undefined): PlannedItem => {
	if (!item.peg || !ladders || (item.ladder && ladders.includes(item.ladder))) return item;
	const { peg: _, ...rest } = item;
	return rest;
};

/** A plan's items in the solver's terms: how far each strays beside its minutes. */
const solvable = (items: readonly PlannedItem[]) => items.map((item) => ({ ...item, spread: spreadOf(item) }));

const solved = ({ items, minutes, sure, limits }: Told) => solvePlan(solvable(items), minutes, sure, mostBy(limits));

/** Minutes of a lesson that are the pegs'. */
const forPegs = (minutes: number, { pegs }: PlanLimits): number => Math.ceil((minutes * pegs) / 100);

/**
 * A plan worked out: the most that fits, exactly, in the order of a lesson, and ends in time as surely as was asked
 * for; a part of the lesson is the pegs', where that is possible; what did not fit with its reason.
 *
 * @param reasons why something did not fit costs a search each; without them it is left empty
 */
export function viewPlan(plan: Asked, reasons = true): Outcome<PlanView> {
	const sure = plan.sure ?? USUALLY_SURE;
	const limits = plan.limits ?? usualLimits;
	const { minutes } = plan;
	const wanted = plan.items.filter((item) => !item.out);
	const {
		items: inIt,
		made: fitting,
		words,
	} = withPegs(
		wanted.map((item) => asTicked(item, plan.ladders)),
		forPegs(minutes, limits),
		(items) => {
			const one = solved({ items, minutes, sure, limits });
			return one.ok && one.value.isSure ? one : null;
		},
	);
	const told: Told = { items: inIt, minutes, sure, limits };
	const made = fitting ?? solved(told);
	if (!made.ok) return { ok: false, refusals: made.refusals.map((one) => named(one, plan.items)) };
	// What is shown is the item as the coach set it.
	const byId = new Map(wanted.map((item) => [item.id, item]));
	const stretches = made.value.placed.flatMap(({ id, at, minutes }) => {
		const item = byId.get(id);
		return item ? [{ item, at, minutes }] : [];
	});
	const taken = new Set(stretches.map(({ item }) => item.id));
	const used = sum(stretches, ({ minutes }) => minutes);
	const overrun = overrunOf(stretches.map(minutesOf), plan.minutes);
	const unsure = `The fixed items end in time in ${ofHundred(1 - overrun.chance)} of 100 lessons, not in ${100 * sure}. Make the lesson longer, or leave something out.`;
	return {
		ok: true,
		value: {
			stretches,
			leftOut: wanted
				.filter(({ id }) => !taken.has(id))
				.map((item) => ({
					item,
					...(reasons ? whyOut(item, told, made.value) : { why: "", at: null }),
				})),
			out: plan.items.filter((item) => item.out),
			used,
			free: plan.minutes - used,
			value: made.value.value,
			rules: [
				...made.value.broken,
				...(made.value.isSure ? [] : [unsure]),
				...words,
				...bites(stretches, wanted, limits),
			],
			overrun,
			sure,
			surer: reasons && made.value.isSure ? surerThan(told, taken, byId) : null,
		},
	};
}

/** What the next step of certainty costs: the items that leave; null where there is none, or it cannot be had. */
function surerThan(told: Told, taken: ReadonlySet<string>, byId: ReadonlyMap<string, PlannedItem>): PlanView["surer"] {
	const next = SURE.find((one) => one > told.sure);
	const made = next && solved({ ...told, sure: next });
	if (!next || !made?.ok || !made.value.isSure) return null;
	const stays = new Set(made.value.placed.map(({ id }) => id));
	return { sure: next, without: [...taken].flatMap((id) => (stays.has(id) ? [] : [byId.get(id)?.what ?? ""])) };
}

/** A refusal that bears an item's id speaks of it by its words. */
function named<R extends { path: string; sentence: string }>(refusal: R, items: readonly PlannedItem[]): R {
	const item = items.find(({ id }) => id === refusal.path);
	return item ? { ...refusal, sentence: `“${item.what}”: ${refusal.sentence}` } : refusal;
}

/** What keeps an item out, the place it would have at its least minutes, and what it would push out. */
function whyOut(item: PlannedItem, told: Told, now: Solved): Omit<LeftOut, "item"> {
	const { items, sure } = told;
	const most = limitWords(item, told, now);
	const within = items.map((one) => (one.id === item.id ? { ...one, always: true } : one));
	const forced = solved({ ...told, items: within });
	if (!forced.ok) return { why: most ?? "No room: the fixed items fill the lesson.", at: null };
	const at = forced.value.placed.find(({ id }) => id === item.id)?.at ?? null;
	const why =
		!forced.value.isSure && now.isSure
			? `With it the fixed items would not end in time in ${100 * sure} of 100 lessons.`
			: (costWords(items, now, forced.value) ?? (most ? null : idleWords(item, now, forced.value)));
	return { why: [most, why].filter((one) => one !== null).join(" "), at };
}

/** What leaves or gets shorter from one plan to the other; null where nothing does. */
function costWords(items: readonly PlannedItem[], now: Solved, forced: Solved): string | null {
	const after = new Map(forced.placed.map((one) => [one.id, one.minutes]));
	const what = (id: string) => `“${items.find((one) => one.id === id)?.what ?? ""}”`;
	const gone = now.placed.flatMap(({ id }) => (after.has(id) ? [] : what(id)));
	if (gone.length > 0) return `It would push out ${gone.join(" and ")}.`;
	const shorter = now.placed.flatMap(({ id, minutes: had }) => {
		const lost = had - (after.get(id) ?? had);
		return lost > 0 ? [`${lost} min of ${what(id)}`] : [];
	});
	return shorter.length > 0 ? `It would cost ${shorter.join(" and ")}.` : null;
}

/** There is room: then it is a rule, or it adds nothing. */
function idleWords(item: PlannedItem, now: Solved, forced: Solved): string {
	if (forced.broken.length > now.broken.length) return "With it the lesson could not end on something that goes well.";
	return item.value > 0
		? "The lesson is worth as much without it, with one item less."
		: "It has no value for this lesson. Enter a value, or add it.";
}

/** The limit of its class that leaves it out: as many of it are in the lesson as may be. */
function limitWords(item: PlannedItem, { items, limits }: Told, now: Solved): string | null {
	const most = mostBy(limits)[item.class];
	if (most === undefined) return null;
	const kinds = new Map(items.map(({ id, class: kind }) => [id, kind]));
	const there = now.placed.filter(({ id }) => kinds.get(id) === item.class).length;
	return there < most
		? null
		: item.class === "new"
			? `At most ${plural(most, "new drill")} a lesson, and this one has ${there}.`
			: `At most ${plural(most, "check")} a lesson, and this one has ${there}.`;
}

/** Hard rules that keep something out or in its place, as far as they can be told. */
function bites(stretches: readonly Stretch[], items: readonly PlannedItem[], { fresh: most }: PlanLimits): string[] {
	const fresh = items.filter((item) => item.class === "new");
	const taken = stretches.filter(({ item }) => item.class === "new").length;
	const last = stretches.findLast(({ item }) => item.class !== "wrap-up")?.item;
	return [
		...(taken === most && fresh.length > most
			? [`At most ${plural(most, "new drill")} a lesson: ${counted(fresh.length - most, "more waits", "more wait")}.`]
			: []),
		...(last?.class === "refresher"
			? [`“${last.what}” is in it so that the lesson ends on something that goes well.`]
			: []),
	];
}
