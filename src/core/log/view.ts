import type { Judged, Judgement, Rule } from "@/core/rules";
import type { Tally } from "@/core/rules/tally";
import { sum } from "@/core/statistics/sums";
import type { EventOf } from "./event";
import type { Attempt, Body, Elsewhere, Placing, RoundPlace, Surrounding, Variation } from "./kinds";
import type { OrderedEvent } from "./order";
import type { LiveEvent } from "./resolve";

/** An attempt with what the fold says of it. */
export interface TryView {
	kind: "try";
	id: string;
	body: Attempt;
	set: string;
	device: string;
	variation: Variation;
	good: boolean;
	/** As the pass rule sees it. */
	as: Judged;
	/** Counts for limit, rules and advice: not *no count*, and by the device that held the set. */
	counted: boolean;
	/** The first of its set begins a bout anew: sets of before were read so. */
	newBout?: true;
	/** Logged by a partner, not by the coach. */
	byPartner: boolean;
	/** Made by a device that did not hold the set, and not joined: shown apart. */
	apart: boolean;
	/** Past the limit: kept, and judged if the limit is raised. */
	over: boolean;
	amended: boolean;
	inserted: boolean;
}

/** A set entered as numbers, with its place among the tries of its visit. */
export interface TallyView extends Tally {
	kind: "tally";
	id: string;
	set: string;
	variation: Variation;
	/** Tries of the visit that came before it. */
	after: number;
	byPartner: boolean;
	device: string;
	counted: boolean;
	/** Entered on a device that did not hold the set, and not joined: shown apart. */
	apart: boolean;
	over: boolean;
}

/** How many, as it was called out: no tries and no rate, and nothing of the limit. */
export interface ScoreView {
	id: string;
	set: string;
	variation: Variation;
	count: number;
	/** In so many seconds; null for a total. */
	seconds: number | null;
	device: string;
	byPartner: boolean;
	counted: boolean;
	/** Entered on a device that did not hold the set, and not joined: shown apart. */
	apart: boolean;
}

export interface Entry {
	event: LiveEvent;
	/** Set when the event is an attempt. */
	try: TryView | null;
}

/** Rule state of a visit. The rung's rule is judged on the rung itself, never on a variation. */
export interface Verdict {
	kind: "open" | "met" | "not yet" | "limit" | "cannot be met today";
	/** The attempt that met it, or the tally that proves it. */
	metBy: string | null;
	/** Tries allowed on this rung in this lesson, changes by the coach included. */
	allowed: number;
	raisedBy: number;
	/** Counted tries on this rung in the whole lesson, variations included. */
	used: number;
	left: number;
}

/** All attempts on one rung of one ladder in one lesson, from arriving on it to a peg move. Derived, never stored. */
export interface Visit {
	key: string;
	student: string | null;
	ladder: string | null;
	rung: string;
	/** What the last set of the visit was opened with. */
	placing: Placing;
	/** The peg was left where it is. */
	elsewhere: Elsewhere | null;
	/** Where a re-check asks for more than the rung. */
	under: Surrounding | null;
	/** The rule in force: the rung's own, or the short one of a rung stepped down to. */
	rule: Rule;
	sets: string[];
	entries: Entry[];
	tries: TryView[];
	tallies: TallyView[];
	scores: ScoreView[];
	judgements: Record<Variation, Judgement>;
	verdict: Verdict;
}

export interface SetView {
	id: string;
	placing: Placing;
	variation: Variation;
	open: boolean;
	/** Why it was closed; null while it is open. */
	closedFor: Body<"set.closed">["reason"] | null;
	/** After a break: how long it was to be, and the form to come back with. */
	rest: { minutes: number | null; comeBackWith: Variation | null } | null;
	/** The set it takes turns with while both are open. */
	inTurnWith: string | null;
	/** Counted tries before it is the other's turn. */
	turn: number;
	/** Each try is both sets' try. */
	joint: boolean;
	/** Work with the peg left where it is. */
	elsewhere: Elsewhere | null;
	under: Surrounding | null;
	/** One of several rungs worked one after the other. */
	round: RoundPlace | null;
	/** Work without separate tries. */
	stretch: boolean;
	/** An unfinished bout goes on in it. */
	boutsGoOn: boolean;
	/** The device that counts; others watch. */
	holder: string;
	visit: string;
}

export interface LessonView {
	opened: EventOf<"lesson.opened"> | null;
	closed: EventOf<"lesson.closed"> | null;
	/** The coach's word on which day it was, where it was asked for. */
	dated: EventOf<"lesson.dated"> | null;
	/** Which lesson of the calendar it was held for, where that was said. */
	booked: EventOf<"lesson.booked"> | null;
	visits: Visit[];
	sets: SetView[];
	/** The set in hand: the last opened one. */
	current: SetView | null;
	moves: EventOf<"peg.moved">[];
	/** Rungs that were eased for somebody, or are not any more, in order. */
	easings: EventOf<"eased">[];
	/** Moves that rest on an attempt since taken back. */
	unfounded: Set<string>;
	events: LiveEvent[];
	/** Last number seen of each device: what a decision made now rests on. */
	seen: Record<string, number>;
	/** The highest place in the order of all events, those that were used up included. */
	top: OrderedEvent | null;
}

/** The form the rung's rule is judged on: the easier one where a limit makes that the rung for this student. */
export const formOf = ({ easedBy }: Pick<Placing, "easedBy">): Variation => (easedBy ? "easier" : "own");

export const rungKey = (placing: Placing): string => `${placing.ladder ?? "-"}/${placing.rung}`;

/** The visit that a set belongs to. */
export const visitOfSet = ({ visits }: Pick<LessonView, "visits">, set: SetView | null): Visit | null =>
	visits.find(({ key }) => key === set?.visit) ?? null;

/** Pain that was said on a rung and that nobody has asked about since. */
export function openPain({ entries }: Pick<Visit, "entries">): { id: string; part: string } | null {
	const at = entries.findLastIndex(({ event }) => event.kind === "pain");
	const pain = entries[at]?.event;
	if (pain?.kind !== "pain") return null;
	const answered = entries
		.slice(at + 1)
		.some(({ event }) => event.kind === "pain.answered" && event.body.pain === pain.id);
	return answered ? null : { id: pain.id, part: pain.body.part };
}

/** The day a lesson was on: as the coach says, else as its device did; empty where its opening never arrived. */
export const dayOf = ({ dated, opened }: Pick<LessonView, "dated" | "opened">): string =>
	dated?.body.day ?? opened?.localDay ?? "";

/** The set that takes turns with this one, while both are open. */
export const partnerOf = ({ sets }: Pick<LessonView, "sets">, set: SetView): SetView | null => {
	const other = sets.find(({ id }) => id === set.inTurnWith);
	return set.open && other?.open ? other : null;
};

/** Tries of a set that were meant to count, a warm-up's as well. */
export const triesOf = ({ visits }: Pick<LessonView, "visits">, set: SetView): number =>
	(visitOfSet({ visits }, set)?.tries ?? []).filter(
		(one) => one.set === set.id && !one.body.noCount && !one.apart && !one.inserted,
	).length;

/** How many tries stand behind this: one, or a tally's. */
export const triesIn = (item: TryView | TallyView): number => (item.kind === "tally" ? item.tries : 1);

/** Counted tries among these, those of tallies included. */
export const countedIn = (items: readonly (TryView | TallyView)[]): number =>
	sum(items, (item) => (item.counted ? triesIn(item) : 0));

/** Tries and tallies of a visit as they came. */
export function inOrder({ tries, tallies }: Visit): (TryView | TallyView)[] {
	if (tallies.length === 0) return tries;
	const before = (at: number) => tallies.filter((tally) => tally.after === at);
	return [...tries.flatMap((one, i) => [...before(i), one]), ...before(tries.length)];
}
