import { succeeded } from "@/core/ladder/good";
import type { RungSettings } from "@/core/ladder/rung";
import { type Direction, lookedFor, type Placing, type WatchedPosition } from "@/core/log/kinds";
import { countedIn, type Entry, inOrder, type TallyView, type TryView } from "@/core/log/view";
import { sum } from "@/core/statistics/sums";
import type { Act, AdviceInput } from "./line";

/** The latest consecutive counted attempts with one position off in one direction. */
export interface Run {
	position: WatchedPosition;
	direction: Direction | undefined;
	/** Oldest first. */
	tries: TryView[];
	/** Corrections on this position given inside the run. */
	corrections: number;
	/** Attempts off after the last of them. */
	since: number;
	/** Counted tries from its first to the latest, and from the last correction inside it: those nobody looked into included. */
	span: number;
	spanSince: number;
}

/** What the lines share, worked out once per attempt. */
export interface Facts {
	input: AdviceInput;
	placing: Placing;
	settings: RungSettings;
	/** Counted attempts of the visit, oldest first. */
	counted: TryView[];
	/** Counted attempts since the last followed pause or easing. */
	fresh: TryView[];
	/** Counted tallies since then. */
	freshTallies: TallyView[];
	/** The watched positions with a run of one or more, in causal order. */
	runs: Run[];
	/** The same of positions that were off in R + 1 of the last 2R, with others between, and that nobody has answered. */
	scattered: Run[];
	/** Counted attempts since the last correction or question, and what was seen in open play; null if there was none. */
	sinceCorrection: number | null;
	/** Of those, what was seen in open play. */
	seenSince: number;
	/** What the last word was: a correction, or a question. */
	lastWord: "correction" | "question" | null;
	/** Whether a position was spoken of at some time in the lesson, to this student: looked for only where it is to be said. */
	spokenOf: (position: string) => boolean;
	/** State marks within the last six attempts, and the attempts they lie among. */
	stateMarks: string[];
	/** An easing was followed in this visit, or the easier variation is in hand. */
	eased: boolean;
	/** The first tries of this student on this rung: a dip is expected. */
	inDip: boolean;
	/** Attempts since *otherwise* was last pressed on a line; null if it never was. */
	overruled: Map<string, number>;
}

const DIP_TRIES = 8;
const STATE_WINDOW = 6;
const straining = new Set(["rushed", "tense", "tired"]);

const isCorrection = (entry: Entry): boolean =>
	entry.event.kind === "feedback" && entry.event.body.type !== "confirmation";

export function gatherFacts(input: AdviceInput): Facts {
	const { visit } = input;
	const { placing } = visit;
	const entries = visit.entries;
	const counted = visit.tries.filter((t) => t.counted);
	const restart = entries.findLastIndex(restarts);
	const freshEntries = entries.slice(restart + 1);
	const lastCorrection = entries.findLastIndex(isCorrection);
	const seenSince = entries.slice(lastCorrection + 1).filter(({ event }) => event.kind === "seen").length;
	return {
		input,
		placing,
		settings: placing.settings,
		counted,
		fresh: triesIn(freshEntries),
		freshTallies: visit.tallies.filter(
			(tally) => tally.counted && freshEntries.some((entry) => entry.event.id === tally.id),
		),
		runs: lookedFor(placing)
			.map((position) => runOf(position, freshEntries))
			.filter((run) => run.tries.length > 0),
		scattered: lookedFor(placing).flatMap(
			(position) => scatteredRun(position, freshEntries, placing.settings.correctAfter) ?? [],
		),
		sinceCorrection: lastCorrection < 0 ? null : triesIn(entries.slice(lastCorrection + 1)).length + seenSince,
		seenSince,
		lastWord: wordIn(entries[lastCorrection]),
		// What was said on another rung today was said.
		spokenOf: (position) =>
			[visit, ...input.visits.filter(({ student }) => student === visit.student)].some((one) =>
				one.entries.some(({ event }) => event.kind === "feedback" && event.body.position === position),
			),
		stateMarks: recentMarks(freshEntries),
		eased:
			input.variation === "easier" ||
			entries.some((entry) => entry.event.kind === "advice.followed" && easing.has(entry.event.body.line)),
		inDip: placing.triedBefore < DIP_TRIES && placing.triedBefore + triedToday(input) <= DIP_TRIES,
		overruled: overruledLines(entries),
	};
}

/** The facts as they stood so many counted tries ago; the rule's own verdict left as it is. */
export function factsBefore(facts: Facts, tries: number): Facts {
	const { visit } = facts.input;
	let left = tries;
	let end = visit.entries.length;
	while (left > 0 && end > 0) {
		end -= 1;
		if (visit.entries[end]?.try?.counted) left -= 1;
	}
	const entries = visit.entries.slice(0, end);
	const kept = new Set(entries.map(({ event }) => event.id));
	const here = { ...visit, entries, tries: visit.tries.filter(({ id }) => kept.has(id)) };
	return gatherFacts({ ...facts.input, visit: here });
}

const wordIn = (entry: Entry | undefined): Facts["lastWord"] =>
	entry?.event.kind === "feedback" && entry.event.body.type !== "confirmation" ? entry.event.body.type : null;

/** What was said, and what is waited with: "Cue given", "cue". */
export const wordOf = (word: Facts["lastWord"]): string => (word === "question" ? "Question asked" : "Cue given");

const triedToday = ({ visit, visits }: AdviceInput): number =>
	sum(
		visits.filter((v) => v.ladder === visit.ladder && v.rung === visit.rung),
		(v) => countedIn(inOrder(v)),
	);

const easing = new Set(["ease", "too-hard"]);
const restarting = new Set(["pause", ...easing]);
const restarts = (entry: Entry): boolean =>
	entry.event.kind === "advice.followed" && restarting.has(entry.event.body.line);

const triesIn = (entries: readonly Entry[]): TryView[] =>
	entries.flatMap((entry) => (entry.try?.counted ? [entry.try] : []));

/**
 * Walks back from the latest attempt. An attempt judged in full with the position
 * on ends the run, and so does a good one; a miss nobody looked into, and a look
 * that went to another position only, say nothing about this one and are passed by.
 */
function runOf(position: WatchedPosition, entries: readonly Entry[]): Run {
	const run: Run = { position, direction: undefined, tries: [], corrections: 0, since: 0, span: 0, spanSince: 0 };
	let waiting = 0;
	let passed = 0;
	for (let i = entries.length - 1; i >= 0; i--) {
		const entry = entries[i] as Entry;
		if (isCorrection(entry) && entry.event.kind === "feedback" && entry.event.body.position === position.id) {
			waiting += 1;
			continue;
		}
		// Nobody knows what was off in a tally.
		if (entry.event.kind === "tally") break;
		if (!entry.try?.counted) continue;
		const off = entry.try.body.off.find((o) => o.position === position.id);
		if (!off) {
			if (entry.try.body.judged || succeeded(entry.try.body.result)) break;
			passed += 1;
			continue;
		}
		if (off.direction && run.direction && off.direction !== run.direction) break;
		run.direction ??= off.direction;
		// A correction counts as inside the run once an attempt of the run lies before it.
		if (waiting > 0) {
			if (run.corrections === 0) {
				run.since = run.tries.length;
				run.spanSince = run.tries.length + passed;
			}
			run.corrections += waiting;
			waiting = 0;
		}
		run.tries.push(entry.try);
		run.span = run.tries.length + passed;
	}
	run.tries.reverse();
	return run;
}

/**
 * A position that was off in R + 1 of the last 2R tries, in one direction, and that nobody has spoken of since the first
 * of them: a fault is not forgotten because another position was off once, or one try was good.
 *
 * @param R as many in a row as would be spoken of
 */
function scatteredRun(position: WatchedPosition, entries: readonly Entry[], R: number): Run | null {
	const tries: TryView[] = [];
	let direction: Direction | undefined;
	let seen = 0;
	let span = 0;
	for (let i = entries.length - 1; i >= 0 && seen < 2 * R; i--) {
		const entry = entries[i] as Entry;
		if (isCorrection(entry) && entry.event.kind === "feedback" && entry.event.body.position === position.id)
			return null;
		if (entry.event.kind === "tally") break;
		if (!entry.try?.counted) continue;
		seen += 1;
		const off = entry.try.body.off.find((one) => one.position === position.id);
		if (!off || (off.direction && direction && off.direction !== direction)) continue;
		direction ??= off.direction;
		tries.unshift(entry.try);
		span = seen;
	}
	return tries.length > R ? { position, direction, tries, corrections: 0, since: 0, span, spanSince: 0 } : null;
}

function recentMarks(entries: readonly Entry[]): string[] {
	const marks: string[] = [];
	let passed = 0;
	for (let i = entries.length - 1; i >= 0 && passed < STATE_WINDOW; i--) {
		const entry = entries[i] as Entry;
		if (entry.event.kind === "state" && straining.has(entry.event.body.mark)) marks.push(entry.event.body.mark);
		if (entry.try?.counted) passed += 1;
	}
	return marks.reverse();
}

function overruledLines(entries: readonly Entry[]): Map<string, number> {
	const since = new Map<string, number>();
	entries.forEach((entry, i) => {
		if (entry.event.kind === "advice.overruled") since.set(entry.event.body.line, triesIn(entries.slice(i + 1)).length);
	});
	return since;
}

/** Index of the rung in hand on its ladder; -1 in a lesson that has no ladder yet. */
export const indexOf = ({ placing }: Facts, rung = placing.rung): number =>
	placing.order.findIndex((r) => r.id === rung);

/**
 * Where an easing leads (lines *ease* and *too hard today*): the easier variation
 * first, then a rung down; on the lowest rung, when nothing is left, it is set aside for
 * today. A full-speed ladder never slows
 * down: it goes to the nearest lower rung of the same tempo, else shortens range or
 * target.
 */
export function easingAct(facts: Facts): { title: string; act: Act | null } {
	const { placing, settings } = facts;
	const index = indexOf(facts);
	if (placing.policy === "full speed") {
		const tempo = placing.order[index]?.tempo;
		const to = placing.order.slice(0, Math.max(0, index)).findLast((rung) => rung.tempo === tempo);
		return to
			? { title: `Down to ${to.name}, same tempo`, act: { kind: "move", to: to.id, reason: "stepped down" } }
			: { title: "Keep the tempo. Shorten the range or widen the target", act: null };
	}
	if (!facts.eased && settings.easier)
		return { title: `Ease it: ${settings.easier}`, act: { kind: "variation", to: "easier" } };
	const below = index > 0 ? placing.order[index - 1] : undefined;
	if (below)
		return { title: `A rung down: ${below.name}`, act: { kind: "move", to: below.id, reason: "stepped down" } };
	return { title: "Leave it for today", act: { kind: "next" } };
}
