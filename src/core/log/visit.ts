import { judged } from "@/core/ladder/good";
import { lookedFor, type Placing } from "./kinds";
import type { LiveEvent } from "./resolve";
import { unjudged } from "./verdict";
import {
	type LessonView,
	partnerOf,
	rungKey,
	type ScoreView,
	type SetView,
	type TallyView,
	type TryView,
	triesOf,
	type Visit,
} from "./view";

/** A visit's rule, gate and scale, and the form it is judged on: a change of any of them starts a new visit. */
const terms = (placing: Placing): string =>
	JSON.stringify([placing.reEarn?.rule ?? placing.settings.rule, placing.settings.gate]);

/** Whether a set under these settings would start a visit of its own, after one under those. */
export const anewUnder = (was: Placing, now: Placing): boolean =>
	terms(was) !== terms(now) || scaleKey(was) !== scaleKey(now);

/** A rung's outcomes, to be told from others. */
export const scaleKey = ({ settings }: Placing): string => JSON.stringify(settings.scale ?? []);

export const visitKey = (
	{ placing, elsewhere, under }: Pick<SetView, "placing" | "elsewhere" | "under">,
	moves: number,
): string =>
	`${rungKey(placing)}/${moves}/${terms(placing)}${elsewhere ? `/${elsewhere}${under ?? ""}` : ""}${placing.easedBy ? "/eased" : ""}`;

/**
 * The set in hand after a try: the other one's, where two take turns and this one's turn is
 * done. What did not count is tried again.
 */
export function afterTurn(view: LessonView, set: SetView, tried: TryView): SetView | null {
	if (view.current !== set || tried.inserted || tried.body.noCount || tried.apart) return view.current;
	const partner = partnerOf(view, set);
	if (!partner || set.joint) return set;
	return set.turn > 1 && triesOf(view, set) % set.turn > 0 ? set : partner;
}

export function newVisit(key: string, { placing, elsewhere, under }: SetView): Visit {
	const rule = placing.reEarn?.rule ?? placing.settings.rule;
	return {
		key,
		student: placing.student,
		ladder: placing.ladder,
		rung: placing.rung,
		placing,
		elsewhere,
		under,
		rule,
		sets: [],
		entries: [],
		tries: [],
		tallies: [],
		scores: [],
		...unjudged(rule),
	};
}

export function viewTry(event: LiveEvent & { kind: "attempt" }, set: SetView): TryView {
	const apart = event.device !== set.holder && !event.givenBy;
	const as = judged(event.body, set.placing.settings, lookedFor(set.placing), false);
	return {
		kind: "try",
		id: event.id,
		body: event.body,
		set: set.id,
		device: event.device,
		variation: event.body.variation ?? set.variation,
		good: as.good,
		as,
		// A warm-up is logged, and load, and judged by nothing.
		counted: !event.body.noCount && !apart && set.elsewhere !== "warm-up",
		...(set.boutsGoOn ? {} : { newBout: true as const }),
		byPartner: event.actor === "partner",
		apart,
		over: false,
		amended: event.amendedBy !== undefined,
		inserted: event.inserted ?? false,
	};
}

/** A set entered as numbers, behind so many tries of its visit. */
export function viewTally(event: Extract<LiveEvent, { kind: "tally" }>, set: SetView, after: number): TallyView {
	const apart = event.device !== set.holder && !event.givenBy;
	return {
		...event.body,
		kind: "tally",
		id: event.id,
		set: set.id,
		variation: set.variation,
		after,
		device: event.device,
		byPartner: event.actor === "partner",
		counted: !apart && set.elsewhere !== "warm-up",
		apart,
		over: false,
	};
}

export function viewScore(event: Extract<LiveEvent, { kind: "tally" }>, set: SetView): ScoreView {
	const apart = event.device !== set.holder && !event.givenBy;
	return {
		id: event.id,
		set: set.id,
		variation: set.variation,
		count: event.body.good,
		seconds: event.body.seconds ?? null,
		device: event.device,
		byPartner: event.actor === "partner",
		counted: !apart && set.elsewhere !== "warm-up",
		apart,
	};
}

/** A set as it is opened; the fold says to which visit it belongs. */
export const viewSet = (
	{ id, device, body }: Extract<LiveEvent, { kind: "set.opened" }>,
	placing: Placing,
): SetView => ({
	id,
	placing,
	variation: body.variation,
	open: true,
	closedFor: null,
	rest: null,
	inTurnWith: null,
	turn: body.turn ?? 1,
	joint: body.joint ?? false,
	elsewhere: body.elsewhere ?? null,
	under: body.under ?? null,
	round: body.round ?? null,
	stretch: body.stretch ?? false,
	boutsGoOn: body.boutsGoOn ?? false,
	holder: device,
	visit: "",
});
