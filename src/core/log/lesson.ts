import { judged } from "@/core/ladder/good";
import { type Judged, type Judgement, judge, type Rule } from "@/core/rules";
import { type Tally, tallyProves } from "@/core/rules/tally";
import type { EventOf, LogEvent } from "./event";
import type { Attempt, Placing, Variation } from "./kinds";
import { type LiveEvent, resolve } from "./resolve";

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
	counted: boolean;
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
	/** The device that counts; others watch. */
	holder: string;
	visit: string;
}

export interface LessonView {
	opened: EventOf<"lesson.opened"> | null;
	closed: EventOf<"lesson.closed"> | null;
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
}

/** A visit's rule, gate and scale: a change of any of them starts a new visit. */
const terms = (placing: Placing): string =>
	JSON.stringify([placing.reEarn?.rule ?? placing.settings.rule, placing.settings.gate]);

const rungKey = (placing: Placing): string => `${placing.ladder ?? "-"}/${placing.rung}`;

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
		visits: [],
		sets: [],
		current: null,
		moves: [],
		unfounded: new Set(),
		events,
		seen: lastSeen(log),
	};
	const sets = new Map<string, SetView>();
	const visits = new Map<string, Visit>();
	const movesOf = new Map<string, number>();
	const raised = new Map<string, number>();
	const joined = new Set<string>();

	const visitOf = (set: SetView): Visit => {
		const { placing } = set;
		const moves = placing.ladder ? (movesOf.get(placing.ladder) ?? 0) : 0;
		const key = `${rungKey(placing)}/${moves}/${terms(placing)}`;
		let visit = visits.get(key);
		if (!visit) {
			visit = newVisit(key, placing);
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
			case "set.opened": {
				const set: SetView = {
					id: event.id,
					placing: placings.get(event.id) ?? event.body.placing,
					variation: event.body.variation,
					open: true,
					holder: event.device,
					visit: "",
				};
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
			if (view.current === set) view.current = lastOpen(view.sets) ?? set;
		}
		// Only an attempt starts a visit anew after a peg move: what closes a set belongs to the old one.
		const visit = event.kind === "attempt" || event.kind === "tally" ? visitOf(set) : (visits.get(set.visit) as Visit);
		const tried = event.kind === "attempt" ? viewTry(event, set) : null;
		visit.entries.push({ event, try: tried });
		if (tried) visit.tries.push(tried);
		if (event.kind === "tally")
			visit.tallies.push({
				...event.body,
				...{ id: event.id, set: set.id, variation: set.variation, after: visit.tries.length },
				...{ counted: event.device === set.holder, over: false },
			});
	}

	for (const visit of view.visits)
		for (const attempt of visit.tries)
			if (attempt.apart && joined.has(`${attempt.set}/${attempt.device}`)) {
				attempt.apart = false;
				attempt.counted = !attempt.body.noCount;
			}
	judgeVisits(view.visits, raised);
	return view;
}

function lastSeen(log: readonly LogEvent[]): Record<string, number> {
	const seen: Record<string, number> = {};
	for (const { device, dseq } of log) seen[device] = Math.max(seen[device] ?? 0, dseq);
	return seen;
}

const lastOpen = (sets: readonly SetView[]): SetView | undefined => sets.findLast((set) => set.open);

/** A quick lesson learns afterwards for whom and on which rung its sets were. */
function assignedPlacings(events: readonly LiveEvent[]): Map<string, Placing> {
	const placings = new Map<string, Placing>();
	for (const event of events) if (event.kind === "set.assigned") placings.set(event.body.set, event.body.placing);
	return placings;
}

function newVisit(key: string, placing: Placing): Visit {
	const rule = placing.reEarn?.rule ?? placing.settings.rule;
	const blank = judge(rule, [], 0);
	return {
		key,
		student: placing.student,
		ladder: placing.ladder,
		rung: placing.rung,
		placing,
		rule,
		sets: [],
		entries: [],
		tries: [],
		tallies: [],
		judgements: { own: blank, easier: blank, harder: blank },
		verdict: { kind: "open", metBy: null, allowed: 0, raisedBy: 0, used: 0, left: 0 },
	};
}

function viewTry(event: LiveEvent & { kind: "attempt" }, set: SetView): TryView {
	const apart = event.device !== set.holder;
	const as = judged(event.body, set.placing.settings, set.placing.positions, false);
	return {
		id: event.id,
		body: event.body,
		set: set.id,
		device: event.device,
		variation: event.body.variation ?? set.variation,
		good: as.good,
		as,
		counted: !event.body.noCount && !apart,
		apart,
		over: false,
		amended: event.amendedBy !== undefined,
		inserted: event.inserted ?? false,
	};
}

/** Tries of one form of the rung that a rule may add up: a tally between them breaks the row. */
interface Stretches {
	tries: TryView[][];
	provedBy: string | null;
}

/** The limit counts the whole lesson on a rung: a later visit starts with what is left. */
function judgeVisits(visits: readonly Visit[], raised: ReadonlyMap<string, number>): void {
	const used = new Map<string, number>();
	for (const visit of visits) {
		const key = rungKey(visit.placing);
		const raisedBy = raised.get(key) ?? 0;
		const allowed = Math.max(0, visit.placing.settings.limit + raisedBy);
		let count = used.get(key) ?? 0;
		const stretches: Record<Variation, Stretches> = { own: none(), easier: none(), harder: none() };
		for (const item of inOrder(visit)) {
			if (!item.counted) continue;
			const of = stretches[item.variation];
			count += triesIn(item);
			item.over = count > allowed;
			if (item.over) continue;
			if ("tries" in item) {
				if (proves(visit.rule, item)) of.provedBy ??= item.id;
				of.tries.push([]);
			} else of.tries.at(-1)?.push(item);
		}
		used.set(key, count);
		const left = Math.max(0, allowed - count);
		let metBy: string | null = null;
		for (const variation of ["own", "easier", "harder"] as const) {
			const said = judgeStretches(visit.rule, stretches[variation], left);
			visit.judgements[variation] = said.judgement;
			if (variation === "own") metBy = said.metBy;
		}
		const own = visit.judgements.own;
		visit.verdict = {
			kind: own.met
				? "met"
				: own.bust
					? "not yet"
					: left === 0
						? "limit"
						: own.needs !== null
							? "open"
							: "cannot be met today",
			...{ metBy, allowed, raisedBy, used: count, left },
		};
	}
}

const none = (): Stretches => ({ tries: [[]], provedBy: null });

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

function judgeStretches(
	rule: Rule,
	{ tries, provedBy }: Stretches,
	left: number,
): { judgement: Judgement; metBy: string | null } {
	const all = tries.map((stretch) => judge(rule, inSets(stretch), left));
	const met = all.findIndex((one) => one.met || one.bust);
	const judgement = all[met >= 0 ? met : all.length - 1] as Judgement;
	if (provedBy && !judgement.met)
		return { judgement: { ...judgement, met: true, bust: false, needs: 0 }, metBy: provedBy };
	return { judgement, metBy: tries[met]?.[judgement.metAt]?.id ?? null };
}

/** Every order of a tally is walked once, however often the lesson is folded. */
const proofs = new WeakMap<Rule, Map<string, boolean>>();

function proves(rule: Rule, { tries, good, longest }: Tally): boolean {
	const known = proofs.get(rule) ?? new Map<string, boolean>();
	proofs.set(rule, known);
	const key = `${tries}/${good}/${longest}`;
	const said = known.get(key) ?? tallyProves(rule, { tries, good, longest });
	known.set(key, said);
	return said;
}

/** Attempts as the rule sees them, the first of each set marked: clocks and bouts begin anew there. */
const inSets = (tries: readonly TryView[]): Judged[] =>
	tries.map(({ as, set }, i) => (i > 0 && tries[i - 1]?.set !== set ? { ...as, newSet: true } : as));
