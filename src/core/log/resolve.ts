import type { z } from "zod/mini";
import type { EventOf, LogEvent } from "./event";
import { attemptOn, givenIn, placingsOf } from "./given";
import { bodies, type Kind, type Placing } from "./kinds";
import { byOrder } from "./order";

/**
 * An event after taking back, amending and inserting: its body is what holds now.
 * A forgotten attempt that was inserted reads as an attempt. Voids, amendments and
 * inserts themselves are used up.
 */
export type LiveEvent = EventOf<Exclude<Kind, "void" | "amend" | "insert">> & {
	/** The amendment that gave it the body it has. */
	amendedBy?: Pick<LogEvent, "id" | "act" | "device" | "dseq">;
	inserted?: boolean;
	/** It was given to another student by this event; a set's opening that was made for such events names it too. */
	givenBy?: string;
};

/**
 * The log as it stands; whatever the order of arrival, and with repeats, the result is the same.
 *
 * Voids are read from the last to the first, and only reach back: a void that is
 * itself taken back takes nothing back, and no circle of voids can arise. The
 * highest amendment that reads as its target's kind wins. Inserts stand right
 * behind what they follow, in their own order; one whose place is gone or lies
 * ahead of it stands where it was made.
 */
export function resolve(events: readonly LogEvent[]): LiveEvent[] {
	const ordered = once(events).sort(byOrder);
	const byId = new Map(ordered.map((event, index) => [event.id, index]));
	const dead = takenBack(ordered, byId);
	const bodiesNow = amended(ordered, byId, dead);
	const given = givenIn(ordered, byId, dead);
	const placings = given.size > 0 ? placingsOf(ordered) : new Map<string, Placing>();
	const toOther = (live: LiveEvent): LiveEvent => {
		const by = given.get(live.id);
		return by ? asGiven(live, by, placings) : live;
	};

	const followers = new Map<string, LiveEvent[]>();
	const roots: LiveEvent[] = [];
	ordered.forEach((event, index) => {
		if (event.kind === "void" || event.kind === "amend") return;
		const live = asLive(event, bodiesNow.get(event.id));
		if (event.kind === "insert") {
			const target = byId.get(event.body.after);
			if (target !== undefined && target < index) {
				const row = followers.get(event.body.after) ?? [];
				row.push(toOther(besides(live, ordered[target] as LogEvent)));
				followers.set(event.body.after, row);
				return;
			}
		}
		roots.push(toOther(live));
	});

	// Dead events keep their place until here: an insert behind one must not move.
	const result: LiveEvent[] = [];
	const opened = new Set<string>();
	const stack = roots.reverse();
	for (let next = stack.pop(); next; next = stack.pop()) {
		if (!dead.has(next.id)) {
			const by = given.get(next.id);
			// The set it stands in now is there from its first try on.
			if (by && !opened.has(by.id)) result.push(openingFor(by));
			if (by) opened.add(by.id);
			result.push(next);
		}
		const row = followers.get(next.id);
		if (row) for (let i = row.length - 1; i >= 0; i--) stack.push(row[i] as LiveEvent);
	}
	return result;
}

function once(events: readonly LogEvent[]): LogEvent[] {
	const seen = new Map<string, LogEvent>();
	for (const event of events) if (!seen.has(event.id)) seen.set(event.id, event);
	return [...seen.values()];
}

/** Ids of everything that is taken back among these events, by what stands among them. */
export function takenBackIn(events: readonly LogEvent[]): Set<string> {
	const ordered = once(events).sort(byOrder);
	return takenBack(ordered, new Map(ordered.map((event, index) => [event.id, index])));
}

/** Ids of everything taken back. */
function takenBack(ordered: readonly LogEvent[], byId: ReadonlyMap<string, number>): Set<string> {
	const dead = new Set<string>();
	for (let i = ordered.length - 1; i >= 0; i--) {
		const event = ordered[i] as LogEvent;
		if (event.kind !== "void" || dead.has(event.id)) continue;
		for (const target of event.body.targets) {
			const at = byId.get(target);
			if (at !== undefined && at < i) dead.add(target);
		}
	}
	return dead;
}

interface Amendment {
	body: unknown;
	by: LogEvent;
}

function amended(
	ordered: readonly LogEvent[],
	byId: ReadonlyMap<string, number>,
	dead: ReadonlySet<string>,
): Map<string, Amendment> {
	const now = new Map<string, Amendment>();
	for (const event of ordered) {
		if (event.kind !== "amend" || dead.has(event.id)) continue;
		const target = ordered[byId.get(event.body.target) ?? -1];
		if (!target || target.kind === "void" || target.kind === "amend") continue;
		const kind: Kind = target.kind === "insert" ? "attempt" : target.kind;
		// Practice is not amended: what was written wrongly is taken back and written anew.
		const read = (bodies as Record<string, z.ZodMiniType<unknown>>)[kind]?.safeParse(event.body.body);
		if (read?.success) now.set(target.id, { body: read.data, by: event });
	}
	return now;
}

/** What was forgotten was tried where its neighbour was, whichever set was in hand when it was put in. */
const besides = (live: LiveEvent, { set, student, ladder, rung }: LogEvent): LiveEvent =>
	set === null || set === live.set ? live : { ...live, set, student, ladder, rung };

/** With another student, where and as it stands there. */
function asGiven(
	live: LiveEvent,
	{ id, student, ladder, rung, body }: EventOf<"given">,
	placings: ReadonlyMap<string, Placing>,
): LiveEvent {
	const there = { student, ladder, rung, set: live.set === null ? null : body.set, givenBy: id };
	if (live.kind !== "attempt") return { ...live, ...there };
	const from = placings.get(live.set ?? "") ?? body.placing;
	return { ...live, ...there, body: attemptOn(live.body, from, body.placing) };
}

/** What opens the set that given events stand in. */
const openingFor = ({ body: { set, placing, variation }, ...by }: EventOf<"given">): LiveEvent => ({
	...by,
	id: set,
	kind: "set.opened",
	body: { placing, variation, boutsGoOn: true },
	givenBy: by.id,
});

function asLive(event: LogEvent, amendment: Amendment | undefined): LiveEvent {
	// Most are as they were written, and need no copy.
	if (!amendment && event.kind !== "insert") return event as LiveEvent;
	const { id, act, device, dseq } = amendment?.by ?? event;
	const change = amendment ? { body: amendment.body, amendedBy: { id, act, device, dseq } } : {};
	if (event.kind === "insert")
		return { ...event, body: event.body.attempt, ...change, kind: "attempt", inserted: true } as LiveEvent;
	return { ...event, ...change } as LiveEvent;
}
