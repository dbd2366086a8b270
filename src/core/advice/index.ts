import { everyOf } from "@/core/ladder/care";
import { reachedInLesson } from "@/core/load/inLesson";
import { formOf, type LessonView, partnerOf, rungKey, type SetView, type Visit, visitOfSet } from "@/core/log/view";
import { countDays } from "@/core/rules/days";
import { ENGINE } from "./engine";
import { type Facts, factsBefore, gatherFacts, indexOf } from "./facts";
import type { Advice, AdviceContext, AdviceInput, Line } from "./line";
import { backToRung } from "./lines/backToRung";
import { care } from "./lines/care";
import { careAgain } from "./lines/careAgain";
import { carryOn } from "./lines/carryOn";
import { correct, ease, heldBack, secondCue } from "./lines/correct";
import { letAdjust } from "./lines/letAdjust";
import { limit } from "./lines/limit";
import { load } from "./lines/load";
import { notYet } from "./lines/notYet";
import { overCorrected } from "./lines/overCorrected";
import { pause } from "./lines/pause";
import { reCheck } from "./lines/reCheck";
import { sameMiss } from "./lines/sameMiss";
import { stepUp } from "./lines/stepUp";
import { stop } from "./lines/stop";
import { tooEasy } from "./lines/tooEasy";
import { tooHard } from "./lines/tooHard";
import { warmUp } from "./lines/warmUp";

export type { Advice, AdviceContext } from "./line";

export { ENGINE };

/** First match wins: this order is the advice. */
export const lines: readonly Line[] = [
	stop,
	load,
	care,
	careAgain,
	stepUp,
	notYet,
	limit,
	backToRung,
	pause,
	overCorrected,
	letAdjust,
	secondCue,
	ease,
	heldBack,
	correct,
	sameMiss,
	tooHard,
	tooEasy,
	carryOn,
];

/** A warm-up is judged by nothing: only what keeps people safe speaks on it. */
const warmUpLines: readonly Line[] = [stop, load, care, careAgain, pause, warmUp];

/** A short look is decided by itself, and nothing else is asked of it. */
const checkLines: readonly Line[] = [stop, load, care, careAgain, pause, reCheck];

type Unnamed = Omit<Advice, "line" | "canSilence">;

/** The first line that speaks and is not silenced. */
function firstOf(facts: Facts): { line: Line; said: Unnamed } {
	const { elsewhere } = facts.input.visit;
	const speaking = elsewhere === "warm-up" ? warmUpLines : elsewhere === "re-check" ? checkLines : lines;
	for (const line of speaking) {
		const since = facts.overruled.get(line.name);
		const silent = !line.always && since !== undefined && since < (line.silentFor?.(facts) ?? Infinity);
		const said = silent ? null : line.propose(facts);
		if (said) return { line, said: staying(facts, said) };
	}
	throw new Error("advise: the last line always speaks");
}

/**
 * Worked with the peg elsewhere: nothing here moves it. A rule that is met leads back to it. Failing leads down and never
 * up: to the rung below as work of today, or back to the peg where that is lower.
 */
function staying(facts: Facts, said: Unnamed): Unnamed {
	const { input, placing } = facts;
	if (!input.visit.elsewhere) return said;
	// The top one, worked with the peg lower: the ladder is done when the peg is there.
	if (input.verdict.kind === "met" && said.act?.kind === "next" && indexOf(facts) === placing.order.length - 1)
		return { ...said, title: "The rule is met here. Back to the peg", act: { kind: "peg" } };
	if (said.act?.kind !== "move") return said;
	if (said.act.reason !== "stepped down")
		return { ...said, title: "The rule is met here. Back to the peg", act: { kind: "peg" } };
	const { to } = said.act;
	const at = placing.order.findIndex(({ id }) => id === input.context.peg);
	if (at < 0 || at < indexOf(facts)) return { ...said, title: "Enough here. Back to the peg", act: { kind: "peg" } };
	const name = placing.order.find(({ id }) => id === to)?.name ?? "the rung below";
	return { ...said, title: `A rung down, just today: ${name}`, act: { kind: "here", to } };
}

/** What the rules suggest after the latest attempt, and why. Pure: the same visit gives the same advice. */
export function advise(input: AdviceInput): Advice {
	const facts = gatherFacts(input);
	const { line, said } = firstOf(facts);
	const ready = facts.placing.policy === "fixed dose" && input.verdict.kind === "met";
	return {
		line: line.name,
		canSilence: !line.always,
		...said,
		reason: cameBack(line, said, facts) ? `Again: ${said.reason}` : said.reason,
		...(ready ? { ready } : {}),
	};
}

/** So many tries a line may have been away for it to be the same one that is back. */
const AWAY = 2;

/**
 * A line of a run or of the rate that stood a try or two ago and went away in between:
 * nothing new, but the same one once more. Whoever looks is told so.
 */
function cameBack(line: Line, said: Unnamed, facts: Facts): boolean {
	if (!line.flickers) return false;
	const stood = (triesAgo: number) => {
		const then = firstOf(factsBefore(facts, triesAgo));
		return then.line === line && then.said.position === said.position;
	};
	if (stood(1)) return false;
	for (let away = 1; away <= AWAY; away++) if (stood(away + 1)) return true;
	return false;
}

/**
 * Checklist items of the rung, and of what it needs, not yet confirmed on the day the lesson is
 * on, and those due again since they were. What is not the rung's own is confirmed once a day,
 * on whichever rung it was.
 */
function careDue(lesson: LessonView, visit: Visit): Pick<AdviceContext, "careOpen" | "careAgain"> {
	const { settings, checks = [] } = visit.placing;
	const { care } = settings;
	if (care.length + checks.length === 0) return {};
	const day = lesson.events.at(-1)?.localDay;
	const today = lesson.events.flatMap((event, at) =>
		event.kind === "care.confirmed" && event.localDay === day ? [{ at, ...event.body, student: event.student }] : [],
	);
	const confirmed = today.filter(({ rung }) => rung === visit.rung);
	const beside = checks.filter(
		(item) => !today.some((one) => one.student === visit.student && one.items.includes(item)),
	);
	const open = [...(confirmed.length === 0 ? care : []), ...beside];
	if (open.length > 0) return { careOpen: open };
	const returning = care.flatMap((line) => {
		const every = everyOf(line);
		return every === null ? [] : [{ line, every }];
	});
	if (returning.length === 0) return {};
	const sets = new Set(
		lesson.visits.flatMap((one) => (rungKey(one.placing) === rungKey(visit.placing) ? one.sets : [])),
	);
	const triesSince = (line: string) => {
		const at = confirmed.findLast(({ items }) => items.includes(line))?.at ?? -1;
		return lesson.events.slice(at + 1).filter(({ kind, set }) => kind === "attempt" && sets.has(set ?? "")).length;
	};
	return { careAgain: returning.flatMap(({ line, every }) => (triesSince(line) >= every ? [line] : [])) };
}

/** For a rule on several days: how many are done, today's included once it is met. */
function daysDone(lesson: LessonView, { rule, placing, verdict }: Visit): AdviceContext["days"] {
	const today = lesson.events.at(-1)?.localDay;
	if (rule.kind !== "days" || verdict.kind !== "met" || !today) return undefined;
	return { done: countDays([...(placing.daysMet ?? []), today], rule.gap), of: rule.days };
}

/** The advice for the set in hand, from a folded lesson. */
export function adviseOn(lesson: LessonView, set: SetView, inputs: AdviceContext = {}): Advice {
	const visit = visitOfSet(lesson, set) as Visit;
	const other = visitOfSet(lesson, partnerOf(lesson, set));
	return advise({
		...(other
			? { other: { met: other.verdict.kind === "met", needs: other.judgements[formOf(other.placing)].needs } }
			: {}),
		visit,
		verdict: visit.verdict,
		visits: lesson.visits,
		variation: set.variation,
		leftOn: (rung) => {
			const last = lesson.visits.findLast((v) => v.ladder === visit.ladder && v.rung === rung);
			return last ? last.verdict.left : null;
		},
		context: {
			...careDue(lesson, visit),
			loadReached: reachedInLesson(lesson, visit.placing),
			days: daysDone(lesson, visit),
			peg: lesson.moves.findLast((move) => move.ladder === visit.ladder)?.body.to ?? visit.placing.peg,
			...inputs,
		},
	});
}
