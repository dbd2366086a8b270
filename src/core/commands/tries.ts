import type { Attempt, Body, Placing, Variation } from "@/core/log/kinds";
import type { SetView } from "@/core/log/view";
import { type Drafts, type NewId, place } from "./drafts";
import { closeSet, inOpenSet, openSet } from "./sets";

/**
 * A touch is never lost; the set it may open is an act of its own.
 *
 * @param resting the set it took turns with before the rest, if it did.
 */
export function attemptIn(newId: NewId, set: SetView, attempt: Attempt, resting: SetView | null = null): Drafts[] {
	const written = inOpenSet(newId, set, { kind: "attempt", body: attempt }, resting);
	return [written.slice(0, -1), written.slice(-1)].filter((act) => act.length > 0);
}

/** A set that was counted elsewhere, from its opening to its end, as numbers. */
export function talliedSet(newId: NewId, placing: Placing, variation: Variation, body: Body<"tally">): Drafts {
	const opened = openSet(newId, placing, variation);
	const set = { id: opened.id ?? "", placing };
	return [opened, { ...place(set), kind: "tally", body }, closeSet(set, "moved on")];
}

/** A finished set as numbers; it opens a set of its own if none is open, and with it the one it took turns with. */
export const tallyIn = (newId: NewId, set: SetView, body: Body<"tally">, resting: SetView | null = null): Drafts =>
	inOpenSet(newId, set, { kind: "tally", body }, resting);

export const insertAfter = (set: SetView, after: string, attempt: Attempt): Drafts => [
	{ ...place(set), kind: "insert", body: { after, attempt } },
];

/** What a touch on a field does not speak of: a correction leaves it as it was. */
const beside = [
	...["late", "beforeCheck", "variation", "namedFirst", "assisted", "effort"],
	...["called", "nth", "answer", "chose", "cameOff", "measure", "second", "rating", "length", "label", "endedBy"],
] as const satisfies readonly (keyof Attempt)[];

/** A try as it is said to have been, with all that this does not speak of as it was logged. */
export function corrected(was: Attempt, said: Attempt): Attempt {
	const kept = beside.filter((name) => was[name] !== undefined && said[name] === undefined);
	return { ...said, ...Object.fromEntries(kept.map((name) => [name, was[name]])) };
}

export const amendAttempt = (set: SetView, target: string, body: Attempt): Drafts => [
	{ ...place(set), kind: "amend", body: { target, body } },
];
