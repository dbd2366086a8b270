import { judged } from "@/core/ladder/good";
import type { Judged, Judgement, Rule } from "@/core/rules";
import type { Tally } from "@/core/rules/tally";
import type { EventOf, LogEvent } from "./event";
import { type Attempt, type Body, type Elsewhere, lookedFor, type Placing, type Round, type Variation } from "./kinds";
import { byOrder, type Placed } from "./order";
import { type LiveEvent, resolve } from "./resolve";
import { judgeAnother, judgedAs, judgeVisits, unjudged } from "./verdict";

/** An attempt with what the fold says of it. */
export interface TryView {
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
	/** The rule in force: the rung's own, or the short one of a rung stepped down to. */
	rule: Rule;
	sets: string[];
	entries: Entry[];
	tries: TryView[];
	tallies: TallyView[];
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
	/** One of several rungs worked one after the other. */
	round: Round | null;
	/** Work without separate tries. */
	stretch: boolean;
	/** The device that counts; others watch. */
	holder: string;
	visit: string;
}

export interface LessonView {
	opened: EventOf<"lesson.opened"> | null;
	closed: EventOf<"lesson.closed"> | null;
	/** The coach's word on which day it was, where it was asked for. */
	dated: EventOf<"lesson.dated"> | null;
	visits: Visit[];
	sets: SetView[];
	/** The set in hand: the last opened one. */
	current: SetView | null;
	moves: EventOf<"peg.moved">[];
	/** Moves that rest on an attempt since taken back. */
	unfounded: Set<string>;
	events: LiveEvent[];
	/** Last number seen of each device: what a decision made now rests on. */
	seen: Record<string, number>;
	/** The highest place in the order of all events, those that were used up included. */
	top: Placed | null;
}

/** A visit's rule, gate and scale, and the form it is judged on: a change of any of them starts a new visit. */
const terms = (placing: Placing): string =>
	JSON.stringify([placing.reEarn?.rule ?? placing.settings.rule, placing.settings.gate]);

/** The form the rung's rule is judged on: the easier one where a limit makes that the rung for this student. */
export const formOf = ({ easedBy }: Pick<Placing, "easedBy">): Variation => (easedBy ? "easier" : "own");

export const rungKey = (placing: Placing): string => `${placing.ladder ?? "-"}/${placing.rung}`;

const visitKey = ({ placing, elsewhere }: Pick<SetView, "placing" | "elsewhere">, moves: number): string =>
	`${rungKey(placing)}/${moves}/${terms(placing)}${elsewhere ? `/${elsewhere}` : ""}${placing.easedBy ? "/eased" : ""}`;

/**
 * One lesson as it stands, from its events in any order. The same function runs on
 * the phone after every touch and on the server whenever the lesson is read.
 */
export function foldLesson(log: readonly LogEvent[]): LessonView {
	const events = resolve(log);
	const alive = new Set(events.map((event) => event.id));
	const placings = assignedPlacings(events);
	const view: LessonView = {
		opened: null,
		closed: null,
		dated: null,
		visits: [],
		sets: [],
		current: null,
		moves: [],
		unfounded: new Set(),
		events,
		seen: lastSeen(log),
		top: highest(log),
	};
	const sets = new Map<string, SetView>();
	const visits = new Map<string, Visit>();
	const movesOf = new Map<string, number>();
	const raised = new Map<string, number>();
	const joined = new Set<string>();

	const visitOf = (set: SetView): Visit => {
		const { placing } = set;
		const moves = placing.ladder ? (movesOf.get(placing.ladder) ?? 0) : 0;
		const key = visitKey(set, moves);
		let visit = visits.get(key);
		if (!visit) {
			visit = newVisit(key, set);
			visits.set(key, visit);
			view.visits.push(visit);
		}
		if (!visit.sets.includes(set.id)) {
			visit.sets.push(set.id);
			visit.placing = placing;
		}
		set.visit = key;
		return visit;
	};

	for (const event of events) {
		switch (event.kind) {
			case "lesson.opened":
				view.opened ??= event;
				continue;
			case "lesson.closed":
				view.closed = event;
				continue;
			case "lesson.dated":
				view.dated = event;
				continue;
			case "set.opened": {
				const set: SetView = {
					id: event.id,
					placing: placings.get(event.id) ?? event.body.placing,
					variation: event.body.variation,
					open: true,
					closedFor: null,
					rest: null,
					inTurnWith: null,
					turn: event.body.turn ?? 1,
					joint: event.body.joint ?? false,
					elsewhere: event.body.elsewhere ?? null,
					round: event.body.round ?? null,
					stretch: event.body.stretch ?? false,
					holder: event.device,
					visit: "",
				};
				const other = sets.get(event.body.inTurnWith ?? "");
				if (other?.open) {
					set.inTurnWith = other.id;
					other.inTurnWith = set.id;
					// Both turns are as long, whichever of them was opened first.
					Object.assign(other, { turn: set.turn, joint: set.joint });
				}
				sets.set(set.id, set);
				view.sets.push(set);
				view.current = set;
				visitOf(set);
				continue;
			}
			case "set.takenOver": {
				const set = sets.get(event.body.set);
				if (set) set.holder = event.device;
				continue;
			}
			case "set.joined":
				joined.add(`${event.body.set}/${event.body.device}`);
				continue;
			case "peg.moved":
				view.moves.push(event);
				if (event.ladder) movesOf.set(event.ladder, (movesOf.get(event.ladder) ?? 0) + 1);
				if (event.body.evidence.some((id) => !alive.has(id))) view.unfounded.add(event.id);
				continue;
			case "limit.changed": {
				const key = `${event.ladder ?? "-"}/${event.body.rung}`;
				raised.set(key, (raised.get(key) ?? 0) + event.body.by);
				break;
			}
		}
		const set = event.set ? sets.get(event.set) : undefined;
		if (!set) continue;
		if (event.kind === "set.closed") {
			set.open = false;
			set.closedFor = event.body.reason;
			const { minutes = null, comeBackWith = null } = event.body;
			set.rest = minutes || comeBackWith ? { minutes, comeBackWith } : null;
			if (view.current === set) view.current = lastOpen(view.sets) ?? set;
		}
		// Only an attempt starts a visit anew after a peg move: what closes a set belongs to the old one.
		const visit = event.kind === "attempt" || event.kind === "tally" ? visitOf(set) : (visits.get(set.visit) as Visit);
		const tried = event.kind === "attempt" ? viewTry(event, set) : null;
		visit.entries.push({ event, try: tried });
		if (tried) {
			visit.tries.push(tried);
			view.current = afterTurn(view, set, tried);
		}
		if (event.kind === "tally")
			visit.tallies.push({
				...event.body,
				...{ id: event.id, set: set.id, variation: set.variation, after: visit.tries.length },
				...{ device: event.device, byPartner: event.actor === "partner", over: false },
				...{ counted: event.device === set.holder && set.elsewhere !== "warm-up", apart: event.device !== set.holder },
			});
	}

	for (const visit of view.visits)
		for (const item of inOrder(visit))
			if (item.apart && joined.has(`${item.set}/${item.device}`)) {
				item.apart = false;
				item.counted = visit.elsewhere !== "warm-up" && ("tries" in item || !item.body.noCount);
			}
	const places = new Map(events.map(({ id }, place) => [id, place]));
	judgeVisits(view.visits, raised, (id) => places.get(id) ?? -1);
	return view;
}

/**
 * The lesson with one more event, as `foldLesson` would have it, for what a thumb does
 * most: an attempt, a cue or a state mark, after everything else and in a set that is
 * there. Costs the same however long the lesson is. Null for anything else.
 */
export function grow(view: LessonView, event: LogEvent): LessonView | null {
	if (event.kind !== "attempt" && event.kind !== "feedback" && event.kind !== "state") return null;
	if (view.top && byOrder(view.top, event) >= 0) return null;
	const set = view.sets.find((one) => one.id === event.set);
	const at = view.visits.findIndex((one) => one.key === set?.visit);
	const before = view.visits[at];
	if (!set || !before) return null;
	const { lamport, device, dseq } = event;
	const grown: LessonView = {
		...view,
		events: [...view.events, event],
		seen: { ...view.seen, [device]: Math.max(view.seen[device] ?? 0, dseq) },
		top: { lamport, device, dseq },
	};
	const tried = event.kind === "attempt" ? viewTry(event, set) : null;
	const visit: Visit = { ...before, entries: [...before.entries, { event, try: tried }] };
	if (tried) {
		// A peg move or another device in between: the visit, or what is counted, is another matter.
		const moves = view.moves.filter((move) => set.placing.ladder && move.ladder === set.placing.ladder).length;
		if (tried.apart || visitKey(set, moves) !== before.key) return null;
		visit.tries = [...before.tries, tried];
		if (!judgeAnother(view.visits, at, visit, tried)) return null;
	} else judgedAs(before, visit);
	grown.visits = view.visits.with(at, visit);
	if (tried) grown.current = afterTurn(grown, set, tried);
	return grown;
}

const highest = (log: readonly Placed[]): Placed | null => {
	const top = log.reduce<Placed | null>((so, one) => (so && byOrder(so, one) > 0 ? so : one), null);
	return top && { lamport: top.lamport, device: top.device, dseq: top.dseq };
};

function lastSeen(log: readonly LogEvent[]): Record<string, number> {
	const seen: Record<string, number> = {};
	for (const { device, dseq } of log) seen[device] = Math.max(seen[device] ?? 0, dseq);
	return seen;
}

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

/**
 * The set in hand after a try: the other one's, where two take turns and this one's turn is
 * done. What did not count is tried again.
 */
function afterTurn(view: LessonView, set: SetView, tried: TryView): SetView | null {
	if (view.current !== set || tried.inserted || tried.body.noCount || tried.apart) return view.current;
	const partner = partnerOf(view, set);
	if (!partner || set.joint) return set;
	return set.turn > 1 && triesOf(view, set) % set.turn > 0 ? set : partner;
}

/** Tries of a set that were meant to count, a warm-up's as well. */
export const triesOf = ({ visits }: Pick<LessonView, "visits">, set: SetView): number =>
	(visitOfSet({ visits }, set)?.tries ?? []).filter(
		(one) => one.set === set.id && !one.body.noCount && !one.apart && !one.inserted,
	).length;

const lastOpen = (sets: readonly SetView[]): SetView | undefined => sets.findLast((set) => set.open);

/** A quick lesson learns afterwards for whom and on which rung its sets were. */
function assignedPlacings(events: readonly LiveEvent[]): Map<string, Placing> {
	const placings = new Map<string, Placing>();
	for (const event of events) if (event.kind === "set.assigned") placings.set(event.body.set, event.body.placing);
	return placings;
}

function newVisit(key: string, { placing, elsewhere }: SetView): Visit {
	const rule = placing.reEarn?.rule ?? placing.settings.rule;
	return {
		key,
		student: placing.student,
		ladder: placing.ladder,
		rung: placing.rung,
		placing,
		elsewhere,
		rule,
		sets: [],
		entries: [],
		tries: [],
		tallies: [],
		...unjudged(rule),
	};
}

function viewTry(event: LiveEvent & { kind: "attempt" }, set: SetView): TryView {
	const apart = event.device !== set.holder;
	const as = judged(event.body, set.placing.settings, lookedFor(set.placing), false);
	return {
		id: event.id,
		body: event.body,
		set: set.id,
		device: event.device,
		variation: event.body.variation ?? set.variation,
		good: as.good,
		as,
		// A warm-up is logged, and load, and judged by nothing.
		counted: !event.body.noCount && !apart && set.elsewhere !== "warm-up",
		byPartner: event.actor === "partner",
		apart,
		over: false,
		amended: event.amendedBy !== undefined,
		inserted: event.inserted ?? false,
	};
}

/** How many tries stand behind this: one, or a tally's. */
export const triesIn = (item: TryView | TallyView): number => ("tries" in item ? item.tries : 1);

/** Counted tries among these, those of tallies included. */
export const countedIn = (items: readonly (TryView | TallyView)[]): number =>
	items.reduce((sum, item) => sum + (item.counted ? triesIn(item) : 0), 0);

/** Tries and tallies of a visit as they came. */
export function inOrder({ tries, tallies }: Visit): (TryView | TallyView)[] {
	if (tallies.length === 0) return tries;
	const before = (at: number) => tallies.filter((tally) => tally.after === at);
	return [...tries.flatMap((one, i) => [...before(i), one]), ...before(tries.length)];
}
