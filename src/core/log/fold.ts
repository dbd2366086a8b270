import type { LogEvent } from "./event";
import type { Placing } from "./kinds";
import { byOrder, type OrderedEvent } from "./order";
import { type LiveEvent, resolve } from "./resolve";
import { isScore } from "./score";
import { judgeVisits } from "./verdict";
import { inOrder, type LessonView, partnerOf, type SetView, type Visit } from "./view";
import { afterTurn, newVisit, scaleKey, viewScore, viewSet, viewTally, viewTry, visitKey } from "./visit";

/** What the fold carries from event to event. */
interface Folding {
	view: LessonView;
	/** Ids of all events that stand. */
	alive: ReadonlySet<string>;
	/** The ladder each event stands on that was given to another student. */
	given: ReadonlyMap<string, string | null>;
	/** Placings that a quick lesson's sets were given afterwards. */
	placings: ReadonlyMap<string, Placing>;
	sets: Map<string, SetView>;
	visits: Map<string, Visit>;
	/** Peg moves so far, by ladder. */
	movesOf: Map<string, number>;
	/** Tries allowed beyond the limit, by rung. */
	raised: Map<string, number>;
	/** Sets that were turned away from, and stay open. */
	aside: Set<SetView>;
	/** `set/device` of tries counted beside the set's holder that were joined to it. */
	joined: Set<string>;
}

type Handler<K extends LiveEvent["kind"]> = (folding: Folding, event: Extract<LiveEvent, { kind: K }>) => void;

/** What speaks of the lesson as a whole, or of its sets and pegs: no part of any visit. */
const lessonHandlers: { [K in LiveEvent["kind"]]?: Handler<K> } = {
	"lesson.opened": ({ view }, event) => {
		view.opened ??= event;
	},
	"lesson.closed": ({ view }, event) => {
		view.closed = event;
	},
	"lesson.dated": ({ view }, event) => {
		view.dated = event;
	},
	"lesson.booked": ({ view }, event) => {
		view.booked = event;
	},
	"set.opened": openSet,
	"set.takenOver": ({ sets }, event) => {
		const set = sets.get(event.body.set);
		if (set) set.holder = event.device;
	},
	"set.turned": ({ view, sets, aside }, event) => {
		const to = sets.get(event.body.set);
		if (!to) return;
		const from = sets.get(event.body.from);
		for (const left of [from, from && partnerOf(view, from)]) if (left?.open) aside.add(left);
		for (const taken of [to, partnerOf(view, to)]) if (taken) aside.delete(taken);
		view.current = to;
	},
	"set.joined": ({ joined }, event) => {
		joined.add(`${event.body.set}/${event.body.device}`);
	},
	eased: ({ view }, event) => {
		view.easings.push(event);
	},
	"peg.moved": ({ view, movesOf, alive, given }, event) => {
		view.moves.push(event);
		if (event.ladder) movesOf.set(event.ladder, (movesOf.get(event.ladder) ?? 0) + 1);
		const isGone = (id: string) => !alive.has(id) || (given.get(id) ?? event.ladder) !== event.ladder;
		if (event.body.evidence.some(isGone)) view.unfounded.add(event.id);
	},
};

/**
 * One lesson as it stands, from its events in any order. The same function runs on
 * the phone after every touch and on the server whenever the lesson is read.
 */
export function foldLesson(log: readonly LogEvent[]): LessonView {
	const events = resolve(log);
	const folding: Folding = {
		view: emptyView(events, log),
		alive: new Set(events.map((event) => event.id)),
		given: new Map(events.flatMap(({ id, ladder, givenBy }) => (givenBy ? [[id, ladder] as const] : []))),
		placings: assignedPlacings(events),
		sets: new Map(),
		visits: new Map(),
		movesOf: new Map(),
		raised: new Map(),
		aside: new Set(),
		joined: new Set(),
	};
	for (const event of events) {
		const handle = lessonHandlers[event.kind] as Handler<LiveEvent["kind"]> | undefined;
		if (handle) handle(folding, event);
		else takeIntoVisit(folding, event);
	}
	joinDevices(folding);
	const places = new Map(events.map(({ id }, place) => [id, place]));
	judgeVisits(folding.view.visits, folding.raised, (id) => places.get(id) ?? -1);
	return folding.view;
}

const emptyView = (events: LiveEvent[], log: readonly LogEvent[]): LessonView => ({
	opened: null,
	closed: null,
	dated: null,
	booked: null,
	visits: [],
	sets: [],
	current: null,
	moves: [],
	easings: [],
	unfounded: new Set(),
	events,
	seen: lastSeen(log),
	top: highest(log),
});

function openSet(folding: Folding, event: Extract<LiveEvent, { kind: "set.opened" }>): void {
	const { view, sets, placings } = folding;
	const set = viewSet(event, placings.get(event.id) ?? event.body.placing);
	const other = sets.get(event.body.inTurnWith ?? "");
	if (other?.open) {
		set.inTurnWith = other.id;
		other.inTurnWith = set.id;
		// Both turns are as long, whichever of them was opened first.
		Object.assign(other, { turn: set.turn, joint: set.joint });
	}
	sets.set(set.id, set);
	view.sets.push(set);
	// What was given to another is no set in hand.
	if (event.givenBy) Object.assign(set, { open: false, closedFor: "moved on" });
	else view.current = set;
	visitOf(folding, set);
}

/** The visit a set's next attempt belongs to; a new one where the rung, its terms or the peg have changed. */
function visitOf({ view, visits, movesOf }: Folding, set: SetView): Visit {
	const { placing } = set;
	const plain = visitKey(set, placing.ladder ? (movesOf.get(placing.ladder) ?? 0) : 0);
	const begun = visits.get(plain);
	// Other outcomes are another visit; sets of before were read without a look at them.
	const sameScale =
		!begun || begun.placing === placing || !set.boutsGoOn || scaleKey(begun.placing) === scaleKey(placing);
	const key = sameScale ? plain : `${plain}/${scaleKey(placing)}`;
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
}

/** Everything that belongs to a set: its tries, tallies, cues and marks, and its end. */
function takeIntoVisit(folding: Folding, event: LiveEvent): void {
	const { view, sets, visits } = folding;
	if (event.kind === "limit.changed") raiseLimit(folding, event);
	const set = event.set ? sets.get(event.set) : undefined;
	if (!set) return;
	if (event.kind === "set.closed") closeSet(folding, set, event);
	// Only an attempt starts a visit anew after a peg move: what closes a set belongs to the old one.
	const starts = event.kind === "attempt" || event.kind === "tally";
	const visit = starts ? visitOf(folding, set) : (visits.get(set.visit) as Visit);
	const tried = event.kind === "attempt" ? viewTry(event, set) : null;
	visit.entries.push({ event, try: tried });
	if (tried) {
		visit.tries.push(tried);
		view.current = afterTurn(view, set, tried);
	}
	if (event.kind !== "tally") return;
	if (isScore(event.body)) visit.scores.push(viewScore(event, set));
	else visit.tallies.push(viewTally(event, set, visit.tries.length));
}

function raiseLimit({ raised }: Folding, { ladder, body }: Extract<LiveEvent, { kind: "limit.changed" }>): void {
	const key = `${ladder ?? "-"}/${body.rung}`;
	raised.set(key, (raised.get(key) ?? 0) + body.by);
}

function closeSet({ view, aside }: Folding, set: SetView, { body }: Extract<LiveEvent, { kind: "set.closed" }>): void {
	const { reason, minutes = null, comeBackWith = null } = body;
	set.open = false;
	set.closedFor = reason;
	set.rest = minutes || comeBackWith ? { minutes, comeBackWith } : null;
	if (view.current === set) view.current = view.sets.findLast((one) => one.open && !aside.has(one)) ?? set;
}

/** What another device counted beside the set's holder counts once a coach has joined it. */
function joinDevices({ view, joined }: Folding): void {
	for (const visit of view.visits) {
		for (const score of visit.scores)
			if (score.apart && joined.has(`${score.set}/${score.device}`))
				Object.assign(score, { apart: false, counted: visit.elsewhere !== "warm-up" });
		for (const item of inOrder(visit)) {
			if (!item.apart || !joined.has(`${item.set}/${item.device}`)) continue;
			item.apart = false;
			item.counted = visit.elsewhere !== "warm-up" && (item.kind === "tally" || !item.body.noCount);
		}
	}
}

const highest = (log: readonly OrderedEvent[]): OrderedEvent | null => {
	const top = log.reduce<OrderedEvent | null>((so, one) => (so && byOrder(so, one) > 0 ? so : one), null);
	return top && { lamport: top.lamport, device: top.device, dseq: top.dseq };
};

function lastSeen(log: readonly LogEvent[]): Record<string, number> {
	const seen: Record<string, number> = {};
	for (const { device, dseq } of log) seen[device] = Math.max(seen[device] ?? 0, dseq);
	return seen;
}

/** A quick lesson learns afterwards for whom and on which rung its sets were. */
function assignedPlacings(events: readonly LiveEvent[]): Map<string, Placing> {
	const placings = new Map<string, Placing>();
	for (const event of events) if (event.kind === "set.assigned") placings.set(event.body.set, event.body.placing);
	return placings;
}
