import { anyPart } from "@/core/rules";
import { sum } from "@/core/statistics/sums";
import { type CheckDigest, checkOf, goodAmong } from "./check";
import { type Direction, lookedFor, type Surrounding, type Variation } from "./kinds";
import type { LiveEvent } from "./resolve";
import { type StretchCount, type StretchWrap, stretchesIn, stretchIn } from "./stretch";
import { countedIn, formOf, inOrder, type LessonView, type TallyView, type TryView, triesIn, type Visit } from "./view";

/** A cue with what followed it, as a fact: not a claim that it worked. */
export interface CueGiven {
	id: string;
	type: "correction" | "question" | "confirmation";
	position: string | null;
	/** Empty where nothing was said but the kind of word it was. */
	words: string;
	kind: string | null;
	/** It was said in words of the coach's own that nobody has written down yet. */
	unwritten: boolean;
	/** The next tries, at most six: on means the cued position was not off; with no position, good. */
	next: { on: number; of: number };
}

export interface FaultCount {
	position: string;
	short: string;
	times: number;
	directions: Partial<Record<Direction, number>>;
}

/** What the wrap-up says of one rung, all its visits of this lesson together. */
export interface RungWrap {
	student: string | null;
	ladder: string | null;
	rung: string;
	name: string;
	tries: number;
	good: number;
	/** Null where a tally does not say it. */
	longestRun: number | null;
	noCount: number;
	/** Tries made as a warm-up: load, and nothing else. */
	warmUp: number;
	/** Tries that were made before the rung's checklist was confirmed for the day. */
	beforeCheck: number;
	/** Counted tries that a partner logged. */
	byPartner: number;
	variationTries: number;
	/** Good among those. */
	variationGood: number;
	/** Work without separate tries: what came, and what was taken. */
	stretch: StretchCount | null;
	/** The same by the form it was played in, and the label. */
	stretches: StretchWrap[];
	/** Breaks that were taken: how long, where that was said, and the form to come back with. */
	breaks: { minutes: number | null; comeBackWith: Variation | null }[];
	/** Why it was done in its easier form, where that is the rung for this student. */
	easedBy: string | null;
	/** It was done in contest, before people or in another place. */
	under: Surrounding | null;
	met: boolean;
	/** Looks at it that were decided. */
	checks: CheckDigest[];
	faults: FaultCount[];
	cues: CueGiven[];
	visits: Visit[];
}

/** The number that stands first, and of what it is: of the rung itself, where that was worked, else of what was. */
export function scoreOf(rung: RungWrap): {
	good: number | null;
	tries: number;
	of: "rung" | "variation" | "warm-up" | "stretch";
} {
	if (rung.tries === 0 && rung.variationTries + rung.warmUp === 0 && rung.stretch)
		return { good: rung.stretch.taken, tries: rung.stretch.came, of: "stretch" };
	if (rung.tries > 0 || rung.variationTries + rung.warmUp === 0)
		return { good: rung.good, tries: rung.tries, of: "rung" };
	return rung.variationTries > 0
		? { good: rung.variationGood, tries: rung.variationTries, of: "variation" }
		: { good: null, tries: rung.warmUp, of: "warm-up" };
}

/** The rung's name and, where it was eased or done elsewhere, in which form and where. */
export function namedForm({ name, easedBy, under, visits }: RungWrap): string {
	const easier = visits.at(-1)?.placing.settings.easier;
	return [name, ...(easedBy ? [easier ? `eased: ${easier}` : "easier form"] : []), ...(under ? [under] : [])].join(
		", ",
	);
}

/** Done as the rung is, in the lesson: what first, best and then-and-now may stand beside. */
export const isReal = ({ easedBy, under }: Pick<RungWrap, "easedBy" | "under">): boolean => !easedBy && !under;

/** Whether a run of good ones says something under the rung's rule. */
export const tellsRuns = ({ visits, tries }: RungWrap): boolean =>
	tries > 0 && anyPart(visits.at(-1)?.rule ?? { kind: "streak", r: 1 }, "tellsRuns");

const FOLLOWED_BY = 6;

export function wrapUp(lesson: LessonView): RungWrap[] {
	const groups = new Map<string, Visit[]>();
	for (const visit of lesson.visits) {
		if (visit.entries.length === 0) continue;
		// Begun as it is and eased for them afterwards, or tried in contest as well, it is told as two: what was tried
		// in each way is that way's.
		const key = `${visit.student ?? ""}/${visit.ladder ?? ""}/${visit.rung}/${formOf(visit.placing)}/${visit.under ?? ""}`;
		groups.set(key, [...(groups.get(key) ?? []), visit]);
	}
	const formOfSet = new Map(lesson.sets.map(({ id, variation }) => [id, variation]));
	return [...groups.values()]
		.map((visits) => wrapRung(visits, formOfSet))
		.filter((rung) => rung.visits.some((v) => v.tries.length + v.scores.length > 0 || v.entries.length > 1));
}

function wrapRung(visits: Visit[], formOfSet: ReadonlyMap<string, Variation>): RungWrap {
	const first = visits[0] as Visit;
	const counted = visits.flatMap((visit) => visit.tries.filter((t) => t.counted));
	const form = formOf(first.placing);
	const own = counted.filter((t) => t.variation === form);
	const tallies = visits.flatMap((visit) => visit.tallies.filter((t) => t.counted && t.variation === form));
	const tries = countedIn([...own, ...tallies]);
	return {
		student: first.student,
		ladder: first.ladder,
		rung: first.rung,
		name: first.placing.settings.name,
		tries,
		good: tallies.reduce((sum, { good }) => sum + good, own.filter((t) => t.good).length),
		longestRun: longestOf(own, tallies),
		noCount: visits.flatMap((visit) => visit.tries).filter((t) => t.body.noCount).length,
		warmUp: sum(visits.filter(({ elsewhere }) => elsewhere === "warm-up").flatMap(inOrder), (item) => triesIn(item)),
		beforeCheck: visits.flatMap((visit) => visit.tries).filter((t) => t.body.beforeCheck).length,
		byPartner: countedIn(visits.flatMap(inOrder).filter((item) => item.byPartner)),
		variationTries: countedIn(visits.flatMap(inOrder)) - tries,
		variationGood: goodAmong(visits.flatMap(inOrder).filter((item) => item.counted && item.variation !== form)),
		stretch: stretchIn(visits.flatMap(({ entries }) => entries)),
		stretches: stretchesIn(
			visits.flatMap(({ entries }) => entries),
			formOfSet,
		),
		breaks: visits.flatMap(({ entries }) => entries.flatMap(({ event }) => breakIn(event))),
		easedBy: first.placing.easedBy ?? null,
		under: first.under,
		// A short look is not the rung's rule, and says for itself how it went.
		met: visits.some(
			(visit) => visit.verdict.kind === "met" && visit.placing.reEarn === null && visit.elsewhere !== "re-check",
		),
		checks: visits.flatMap((visit) => {
			const passed = checkOf(visit);
			return passed === null ? [] : [{ passed, ...(visit.under ? { under: visit.under } : {}) }];
		}),
		faults: faults(visits, counted),
		cues: visits.flatMap(cuesGiven),
		visits,
	};
}

const breakIn = (event: LiveEvent): RungWrap["breaks"] =>
	event.kind === "set.closed" && event.body.reason === "pause"
		? [{ minutes: event.body.minutes ?? null, comeBackWith: event.body.comeBackWith ?? null }]
		: [];

function longestOf(tries: readonly TryView[], tallies: readonly TallyView[]): number | null {
	const told = tallies.flatMap(({ longest }) => longest ?? []);
	return told.length < tallies.length ? null : Math.max(longestRun(tries), ...told);
}

export function longestRun(tries: readonly TryView[]): number {
	let longest = 0;
	let run = 0;
	for (const { good } of tries) {
		run = good ? run + 1 : 0;
		longest = Math.max(longest, run);
	}
	return longest;
}

function faults(visits: readonly Visit[], tries: readonly TryView[]): FaultCount[] {
	const shorts = new Map(visits.flatMap((v) => lookedFor(v.placing).map((p) => [p.id, p.short] as const)));
	const counts = new Map<string, FaultCount>();
	for (const { body } of tries)
		for (const { position, direction, name } of body.off) {
			const entry = counts.get(position) ?? {
				position,
				short: name ?? shorts.get(position) ?? "other",
				times: 0,
				directions: {},
			};
			entry.times += 1;
			if (direction) entry.directions[direction] = (entry.directions[direction] ?? 0) + 1;
			counts.set(position, entry);
		}
	return [...counts.values()].sort((a, b) => b.times - a.times);
}

function cuesGiven(visit: Visit): CueGiven[] {
	return visit.entries.flatMap(({ event }, i) => {
		if (event.kind !== "feedback") return [];
		const { type, position, cue } = event.body;
		const after = visit.entries
			.slice(i + 1)
			.flatMap((entry) => (entry.try?.counted ? [entry.try] : []))
			.slice(0, FOLLOWED_BY);
		const on = after.filter((t) => (position ? t.body.off.every((off) => off.position !== position) : t.good)).length;
		const short = lookedFor(visit.placing).find((p) => p.id === position)?.short;
		return [
			{
				id: event.id,
				type,
				position,
				words: cue?.text ?? short ?? "",
				kind: cue?.kind ?? null,
				unwritten: cue === null && type !== "confirmation",
				next: { on, of: after.length },
			},
		];
	});
}
