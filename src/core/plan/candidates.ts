import { estimateRate, type PastTry } from "@/core/estimate/rate";
import type { LessonStart, Rung } from "@/core/ladder/ladder";
import type { Limit } from "@/core/ladder/limits";
import type { Hole } from "@/core/ladder/rail";
import type { HomeNews } from "@/core/practice/news";
import { type KeyCue, MEETINGS } from "@/core/skill/keyCue";
import { cutText, daysBetween } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import { capital } from "@/core/text/wording";
import { GOOD_END, type PlanClass } from "./item";
import { type Pace, USUAL } from "./pace";
import { MOST_ITEMS, type PlannedItem } from "./plan";
import { type PlanLimits, usualLimits } from "./planLimits";

export interface KnownLadder {
	id: string;
	/** Skill and side, as the coach reads them. */
	called: string;
	/** The side, where the student has another ladder to the same skill. */
	side: string | null;
	begins: LessonStart;
	rungs: readonly Rung[];
	holes: readonly Pick<Hole, "state" | "metDays" | "recent" | "schedule">[];
	pegIndex: number;
	/** The rung worked on last. */
	last: string | null;
	limits: readonly Limit[];
	/** Past tries on a rung, oldest first. */
	tries: (rung: number) => readonly PastTry[];
	/** What a rung is called, sides read out. */
	name: (rung: number) => string;
}

export interface KnownStudent {
	id: string;
	name: string;
	wish: string;
	parked: readonly { text: string; day: string }[];
	/** Not kept yet. */
	promises: readonly { text: string; due: string | null }[];
	/** Cues to be met again. */
	cues: readonly KeyCue[];
	/** What came from home since the last lesson. */
	home?: HomeNews | null;
	pace: Pace | null;
	ladders: readonly KnownLadder[];
}

const RECHECK_TRIES = 10;
/** A rung from the bottom is shown, not worked. */
const SHOWN_TRIES = 3;
const PARKED_SHOWN = 2;
const CUES_SHOWN = 2;
/** On one ladder: a rung holds what the rungs below it ask for. */
const MOST_RECHECKS = 2;
/** As much of a text as a line of the plan holds. */
const LINE = 120;

/** How hard a stretch of its class is, of ten, where nobody says otherwise. */
const EFFORT: Record<PlanClass, number> = {
	"warm-up": 3,
	talk: 1,
	"re-check": 4,
	current: 6,
	new: 7,
	contest: 8,
	decision: 6,
	refresher: 4,
	"wrap-up": 2,
};

/** High, or it loads much: not the last thing in a lesson. */
const isHeavy = ({ neverAlone, notches, loads }: Rung["settings"]): boolean =>
	neverAlone || (notches.surface ?? 0) >= 2 || Object.values(loads).some((load) => (load ?? 0) >= 2);

/** Fewer tries say nothing of a rate. */
const ENOUGH_TRIES = 5;

/** The share of good tries that past ones lead to expect; null where they are too few. */
function rateOf(tries: readonly PastTry[]): number | null {
	const estimate = tries.length >= ENOUGH_TRIES ? estimateRate(tries) : null;
	return estimate?.ok ? estimate.value.mean : null;
}

interface Sees {
	day: string;
	limits: PlanLimits;
	student: KnownStudent;
}

/** Minutes of so many tries, set-up included: whole, at least 1. */
export const minutesFor = (tries: number, pace: Pace | null): number => {
	const { setUp, secondsPerTry } = pace ?? USUAL;
	return Math.max(1, Math.round((setUp + (tries * secondsPerTry) / 60) * (pace?.takes.mean ?? 1)));
};

function onRung(
	{ student, limits }: Sees,
	ladder: KnownLadder,
	at: number,
	as: { id: string; class: PlanClass; why: string; value: number; least: number; wish: number; peg?: true },
): PlannedItem[] {
	const rung = ladder.rungs[at];
	if (!rung || ladder.limits.some((limit) => limit.rung === rung.id && limit.what === "taken out")) return [];
	const rate = rateOf(ladder.tries(at));
	// A drill of two minutes is no drill: it is set up, and over.
	const least = Math.max(limits.drill, minutesFor(as.least, student.pace));
	const heavy = isHeavy(rung.settings);
	return [
		{
			id: as.id,
			class: as.class,
			what: cutText(`${ladder.name(at)}${ladder.side ? `, ${ladder.side}` : ""}`, LINE),
			why: cutText(`${as.why} ${ladder.called}, rung ${at + 1} of ${ladder.rungs.length}.`, 300),
			least,
			wish: Math.max(least, minutesFor(as.wish, student.pace)),
			value: as.value,
			student: student.id,
			ladder: ladder.id,
			rung: rung.id,
			effort: EFFORT[as.class],
			...(as.peg ? { peg: true as const } : {}),
			...(heavy ? { heavy } : {}),
			...(rate === null ? {} : { rate }),
			// The minutes are those that past ones took on average: what is left of them is how far they strayed.
			...(student.pace ? { takes: { mean: 1, spread: student.pace.takes.spread / student.pace.takes.mean } } : {}),
			...((rung.settings.needs ?? []).length > 0 ? { kit: rung.settings.needs } : {}),
		},
	];
}

const pressing = ({ notches, rule }: Rung["settings"]): PlanClass | null =>
	rule.kind === "decision" ? "decision" : rule.kind === "bouts" || (notches.pressure ?? 0) > 0 ? "contest" : null;

function onLadder(sees: Sees, ladder: KnownLadder): PlannedItem[] {
	const { id, rungs, holes, pegIndex, begins, last } = ladder;
	const peg = rungs[pegIndex];
	const hole = holes[pegIndex];
	if (!peg || !hole) return [];
	const { triesPerSet, limit } = peg.settings;
	const passed = hole.state !== "open";
	const ready = passed || (rateOf(ladder.tries(pegIndex)) ?? 0) >= GOOD_END;
	const items: PlannedItem[] = [];
	if (begins === "from the bottom" && pegIndex > 0)
		items.push(
			...onRung(sees, ladder, 0, {
				id: `up-${id}`,
				class: "re-check",
				why: `This ladder starts at the bottom: a quick climb over ${plural(pegIndex, "rung")}.`,
				value: 6,
				least: SHOWN_TRIES,
				wish: SHOWN_TRIES * pegIndex,
			}),
		);
	const lastAt = rungs.findIndex((rung) => rung.id === last);
	if (begins === "last lesson's work" && lastAt >= 0 && lastAt !== pegIndex)
		items.push(
			...onRung(sees, ladder, lastAt, {
				id: `last-${id}`,
				class: "current",
				why: "Last lesson's work: this ladder starts with it.",
				value: 8,
				least: triesPerSet,
				wish: 2 * triesPerSet,
			}),
		);
	const kind = pressing(peg.settings);
	items.push(
		...onRung(sees, ladder, pegIndex, {
			id: `peg-${id}`,
			class: kind ?? "current",
			peg: true,
			why: passed ? "The peg is here. This rung is passed." : "The peg is here.",
			value: passed ? 6 : 10,
			least: triesPerSet,
			wish: limit,
		}),
	);
	if (pegIndex + 1 < rungs.length)
		items.push(
			...onRung(sees, ladder, pegIndex + 1, {
				id: `next-${id}`,
				class: "new",
				why: ready ? "The rung below goes well enough to try this one." : "The next rung, if this one is passed.",
				value: ready ? 8 : 3,
				least: rungs[pegIndex + 1]?.settings.triesPerSet ?? triesPerSet,
				wish: rungs[pegIndex + 1]?.settings.limit ?? limit,
			}),
		);
	return [...items, ...rechecks(sees, ladder), ...refresher(sees, ladder)];
}

/** The highest passed rungs below the peg that nobody has looked at for long enough: they hold what is below them. */
const rechecks = (sees: Sees, ladder: KnownLadder): PlannedItem[] =>
	ladder.holes
		.slice(0, ladder.pegIndex)
		.flatMap((hole, at) => {
			const { schedule } = hole;
			if (!schedule || schedule.due > sees.day) return [];
			const late = daysBetween(schedule.due, sees.day);
			const kind = pressing((ladder.rungs[at] as Rung).settings);
			return onRung(sees, ladder, at, {
				id: `again-${at}-${ladder.id}`,
				class: kind ?? "re-check",
				why: `${schedule.slipped ? "Slipped at its last check" : "Passed"}. Check due ${late === 0 ? "that day" : `${plural(late, "day")} earlier`}.`,
				value: (schedule.slipped ? 6 : 4) + Math.min(3, late / 14),
				least: RECHECK_TRIES / 2,
				wish: RECHECK_TRIES,
			});
		})
		.slice(-MOST_RECHECKS);

/** The highest passed rung below the peg that went well when it was last tried: to end on. */
function refresher(sees: Sees, ladder: KnownLadder): PlannedItem[] {
	for (let at = ladder.pegIndex - 1; at >= 0; at--) {
		const rung = ladder.rungs[at];
		const then = rateOf(ladder.tries(at).map(({ good }) => ({ good, daysAgo: 0 })));
		const passed = ladder.holes[at]?.state !== "open";
		if (!rung || !passed || isHeavy(rung.settings) || then === null || then < GOOD_END) continue;
		return onRung(sees, ladder, at, {
			id: `easy-${ladder.id}`,
			class: "refresher",
			why: `Went well last time (${Math.round(then * 10)} in 10 good): good to end on.`,
			value: 3,
			least: RECHECK_TRIES / 2,
			wish: rung.settings.triesPerSet,
		}).map((item) => ({ ...item, rate: then }));
	}
	return [];
}

const lateBy = (due: string, day: string): string =>
	due === day ? "due that day" : `due ${plural(daysBetween(due, day), "day")} before`;

/** One thing to be talked of, why, and what it is worth. */
interface Said {
	what: string;
	why: string;
	value: number;
}

/** What came from home: each question that nobody answered, and that there is practice to look at. */
function fromHome(home: HomeNews | null | undefined): Said[] {
	if (!home) return [];
	const asked = home.said.filter(({ answered }) => !answered);
	return [
		...asked.map(({ remark, day }) => ({ what: `“${remark}”`, why: `asked from home on ${day}`, value: 9 })),
		...(home.days > 0
			? [{ what: "practice at home", why: `${plural(home.days, "day")} at home since the last lesson`, value: 4 }]
			: []),
	];
}

/** What was said and waits: the wish, promises due by the day, key cues to be met again, what is parked. */
function waiting({ student, day }: Sees): Said[] {
	return [
		...(student.wish ? [{ what: student.wish, why: "their wish", value: 8 }] : []),
		...student.promises
			.filter(({ due }) => due === null || due <= day)
			.slice(0, 4)
			.map(({ text, due }) => ({ what: text, why: `promised${due ? `, ${lateBy(due, day)}` : ""}`, value: 9 })),
		...fromHome(student.home),
		...student.cues
			.filter(({ due }) => due !== null && due <= day)
			.slice(0, CUES_SHOWN)
			.map(({ text, met, due }) => ({
				what: `“${text}”`,
				why: `key cue, repeated ${met} of ${MEETINGS} times${due === null ? "" : `, ${lateBy(due, day)}`}`,
				value: 5,
			})),
		...student.parked.slice(0, PARKED_SHOWN).map(({ text, day: then }) => ({
			what: text,
			why: `parked ${plural(Math.max(0, daysBetween(then, day)), "day")} ago`,
			value: 2,
		})),
	];
}

/** All that waits to be said to a student as one item: a talk of a few minutes, worth what its weightiest part is. */
function talk(sees: Sees): PlannedItem[] {
	const all = waiting(sees);
	if (all.length === 0) return [];
	return [
		{
			id: `talk-${sees.student.id}`,
			class: "talk",
			what: cutText(all.map(({ what }) => what).join(" · "), LINE),
			// Each in the order of the words above, which are not said twice.
			why: cutText(`${capital(all.map(({ why }) => why).join(" · "))}.`, 300),
			least: 1,
			wish: Math.min(sees.limits.talk, 1 + all.length),
			value: Math.max(...all.map(({ value }) => value)),
			student: sees.student.id,
			effort: EFFORT.talk,
		},
	];
}

/**
 * Everything that may be done in a lesson, gathered from what is known: warm-up, what was
 * promised and wished, re-checks, the peg of each ladder by its own way of beginning, the
 * next rung, contest and decision rungs, something to end on, wrap-up. At most sixty.
 */
export function gather(
	students: readonly KnownStudent[],
	day: string,
	limits: PlanLimits = usualLimits,
): PlannedItem[] {
	const all = students.flatMap((student) => {
		const sees = { day, student, limits };
		return [...talk(sees), ...student.ladders.flatMap((ladder) => onLadder(sees, ladder))];
	});
	const ends: PlannedItem[] = [
		{
			id: "warm-up",
			class: "warm-up",
			what: "Warm up",
			why: "First, every time.",
			least: 4,
			wish: 6,
			value: 6,
			effort: EFFORT["warm-up"],
			always: true,
		},
		{
			id: "wrap-up",
			class: "wrap-up",
			what: "Wrap up",
			why: "What got better, what to practise.",
			least: 3,
			wish: 5,
			value: 6,
			effort: EFFORT["wrap-up"],
			always: true,
		},
	];
	const [warmUp, wrapUp] = ends as [PlannedItem, PlannedItem];
	return [warmUp, ...all.slice(0, MOST_ITEMS - 2), wrapUp];
}

/** Candidates gathered anew: what the coach set on those that are still there stays, and so do the coach's own. */
export function gatherAgain(now: readonly PlannedItem[], fresh: readonly PlannedItem[]): PlannedItem[] {
	const before = new Map(now.map((item) => [item.id, item]));
	const kept = fresh.map((item) => {
		const had = before.get(item.id);
		return had ? { ...item, ...(had.out ? { out: true } : {}), ...(had.pinned ? { pinned: had.pinned } : {}) } : item;
	});
	return [...kept, ...now.filter((item) => item.own)].slice(0, MOST_ITEMS);
}
