import type { Outcome } from "@/core/refusals/refusals";
import { sum } from "@/core/statistics/sums";
import { minutesOf } from "./minutes";
import { type Overrun, overrunOf } from "./overrun";
import type { LessonPlan, PlannedItem } from "./plan";
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
}

/**
 * A plan worked out: the most that fits, exactly, in the order of a lesson; what did not fit
 * with its reason; how likely all of it runs over.
 *
 * @param reasons why something did not fit costs a search each; without them it is left empty
 */
export function viewPlan(plan: Pick<LessonPlan, "items" | "minutes">, reasons = true): Outcome<PlanView> {
	const inIt = plan.items.filter((item) => !item.out);
	const solved = solvePlan(inIt, plan.minutes);
	if (!solved.ok) return { ok: false, refusals: solved.refusals.map((one) => named(one, plan.items)) };
	const byId = new Map(inIt.map((item) => [item.id, item]));
	const stretches = solved.value.placed.flatMap(({ id, at, minutes }) => {
		const item = byId.get(id);
		return item ? [{ item, at, minutes }] : [];
	});
	const taken = new Set(stretches.map(({ item }) => item.id));
	const used = sum(stretches, ({ minutes }) => minutes);
	return {
		ok: true,
		value: {
			stretches,
			leftOut: inIt
				.filter(({ id }) => !taken.has(id))
				.map((item) => ({ item, why: reasons ? whyOut(item, plan, solved.value) : "" })),
			out: plan.items.filter((item) => item.out),
			used,
			free: plan.minutes - used,
			value: solved.value.value,
			rules: [...solved.value.broken, ...bites(stretches, inIt)],
			overrun: overrunOf(stretches.map(minutesOf), plan.minutes),
		},
	};
}

/** A refusal that bears an item's id speaks of it by its words. */
function named<R extends { path: string; sentence: string }>(refusal: R, items: readonly PlannedItem[]): R {
	const item = items.find(({ id }) => id === refusal.path);
	return item ? { ...refusal, sentence: `“${item.what}”: ${refusal.sentence}` } : refusal;
}

/** What an item would push out, were it in at its least minutes. */
function whyOut(item: PlannedItem, { items, minutes }: Pick<LessonPlan, "items" | "minutes">, now: Solved): string {
	const forced = solvePlan(
		items.filter((one) => !one.out).map((one) => (one.id === item.id ? { ...one, always: true } : one)),
		minutes,
	);
	if (!forced.ok) return "There is no room for it beside what is to be in the lesson.";
	const [before, after] = [now, forced.value].map(({ placed }) => new Map(placed.map((one) => [one.id, one.minutes])));
	const what = (id: string) => items.find((one) => one.id === id)?.what ?? "";
	const gone = [...(before?.keys() ?? [])].filter((id) => !after?.has(id)).map((id) => `“${what(id)}”`);
	if (gone.length > 0) return `It would push out ${gone.join(" and ")}.`;
	const shorter = [...(before ?? [])].flatMap(([id, had]) => {
		const lost = had - (after?.get(id) ?? had);
		return lost > 0 ? [`${lost} min of “${what(id)}”`] : [];
	});
	if (shorter.length > 0) return `It would cost ${shorter.join(" and ")}.`;
	// There is room: then it is a rule, or it adds nothing.
	if (forced.value.broken.length > now.broken.length) return "With it the lesson could not end on what goes well.";
	return item.value > 0
		? "The lesson is worth as much without it, and has an item less."
		: "It is worth nothing here. Enter a value for it, or put it in.";
}

/** Hard rules that keep something out or in its place, as far as they can be told. */
function bites(stretches: readonly Stretch[], items: readonly PlannedItem[]): string[] {
	const fresh = items.filter((item) => item.class === "new");
	const taken = stretches.filter(({ item }) => item.class === "new").length;
	const last = stretches.findLast(({ item }) => item.class !== "wrap-up")?.item;
	return [
		...(taken === 2 && fresh.length > 2
			? [`At most two new ones a lesson: ${fresh.length - 2} more ${fresh.length === 3 ? "waits" : "wait"}.`]
			: []),
		...(last?.class === "refresher" ? [`“${last.what}” is there so that the lesson ends on what goes well.`] : []),
	];
}
