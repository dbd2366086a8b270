import type { RandomGenerator } from "pure-rand/types/RandomGenerator";
import { looksAtForm } from "@/core/ladder/rung";
import type { Attempt, Placing } from "@/core/log/kinds";
import type { LessonView, SetView } from "@/core/log/view";
import { logistic, sum } from "../src/core/statistics/sums";
import type { DemoStudent } from "./scenario";

/**
 * How the demo's people try. `docs/demo.md` tells it in words; `npm run planted`
 * lists what it planted.
 */
export interface Body {
	who: DemoStudent;
	/** By skill, on the scale of the skill's drills: 1 is the easiest. */
	ability: Record<string, number>;
	/** What is left of a relapse, by skill. */
	slump: Record<string, number>;
	/** Today's form, good or bad. */
	day: number;
	/** Tries since the last cue that helped, by position; counted on within a lesson only. */
	sinceCue: Record<string, number>;
	triesToday: number;
}

/** What can be planted besides, in a run of its own: the demo that ships has none of it. */
export interface Plants {
	/** A difficulty that weighs more than its notches say. */
	heavy?: { difficulty: string; times: number };
	/** A ladder that is too easy, and whose peg nobody moves. */
	coaster?: string;
	/** A ladder on which nothing is learned. */
	stuck?: string;
}

export const dice = (rng: RandomGenerator) => (): number => (rng.next() >>> 0) / 4294967296;

/** A draw from a normal distribution of mean 0 and standard deviation 1 (Box and Muller). */
export const normal = (roll: () => number): number =>
	Math.sqrt(-2 * Math.log(1 - roll())) * Math.cos(2 * Math.PI * roll());

/** How far a cue that helped still carries, in tries. */
const CARRIES = 10;
const DIP_TRIES = 8;

/** Chance of a clean try on a drill of this height. */
export function chanceOf(
	body: Body,
	skill: string,
	height: number,
	{ triedOnRung, easier }: { triedOnRung: number; easier: boolean },
): number {
	const dip = 0.9 * Math.max(0, 1 - triedOnRung / DIP_TRIES);
	const tired = Math.max(0, body.triesToday - body.who.tires) * 0.025;
	const ability = (body.ability[skill] ?? 1) + body.day - (body.slump[skill] ?? 0);
	const favourite = body.who.skills[skill]?.favourite ?? "";
	const helped = (body.sinceCue[favourite] ?? CARRIES) < CARRIES ? 0.6 : 0;
	return logistic(0.9 + 1.1 * (ability - height) - dip - tired + helped + (easier ? 0.9 : 0));
}

/** A night and a week away, before a lesson: something is forgotten, a relapse wears off by half. */
export function restFor(body: Body, daysAway: number, weeksAgo: number, roll: () => number): void {
	for (const [skill, gift] of Object.entries(body.who.skills)) {
		body.ability[skill] = Math.max(gift.start, (body.ability[skill] ?? gift.start) - body.who.forgets * daysAway);
		body.slump[skill] = (body.slump[skill] ?? 0) / 2;
	}
	for (const { weeksAgo: when, skill, drop } of body.who.relapses) if (when === weeksAgo) body.slump[skill] = drop;
	body.day = body.who.sway * normal(roll);
	body.triesToday = 0;
	body.sinceCue = {};
}

export function tryOnce(
	body: Body,
	{ set, view, skill, from, plants }: { set: SetView; view: LessonView; skill: string; from: number; plants: Plants },
	roll: () => number,
): Attempt {
	const { placing } = set;
	const height = from + placing.order.findIndex((rung) => rung.id === placing.rung) + 1 + planted(placing, plants);
	const easier = set.variation === "easier";
	const clean = roll() < chanceOf(body, skill, height, { triedOnRung: triedOn(placing, view), easier });
	body.triesToday += 1;
	// The further up, the slower: each rung learned takes a little longer than the one before.
	body.ability[skill] = (body.ability[skill] ?? 1) + body.who.pace / 20 / (1 + 0.12 * (body.ability[skill] ?? 1));
	for (const position of Object.keys(body.sinceCue)) body.sinceCue[position] = (body.sinceCue[position] ?? 0) + 1;
	if (roll() < 0.02) return { result: "miss", off: [], judged: false, noCount: true };
	const judged = looksAtForm(placing.settings.gate);
	if (clean) return { result: "hit", off: [], judged };
	const caught = placing.settings.gate === "result" ? false : roll() < 0.45;
	const named = judged || roll() < 0.6;
	return { result: caught ? "hit" : "miss", off: named ? faults(body, placing, skill, roll) : [], judged };
}

/** Rungs by which a drill is harder than its place on the ladder says. */
function planted({ ladder, settings }: Placing, { heavy, coaster, stuck }: Plants): number {
	const more = heavy ? (heavy.times - 1) * (settings.notches[heavy.difficulty] ?? 0) : 0;
	return more + (ladder === coaster ? -6 : ladder === stuck ? 8 : 0);
}

const triedOn = (placing: Placing, view: LessonView) =>
	placing.triedBefore +
	sum(
		view.visits.filter((visit) => visit.rung === placing.rung && visit.ladder === placing.ladder),
		(visit) => visit.tries.length,
	);

/** Mostly the favourite fault, and with it the one it comes from; less so while a cue carries. */
function faults(body: Body, placing: Placing, skill: string, roll: () => number): Attempt["off"] {
	const watched = placing.positions.map((position) => position.id);
	const gift = body.who.skills[skill];
	const carried = gift && (body.sinceCue[gift.favourite] ?? CARRIES) < 6;
	if (gift && watched.includes(gift.favourite) && roll() < (carried ? 0.35 : 0.85)) {
		const upstream = watched.includes(gift.cause) && roll() < 0.7;
		return [
			...(upstream ? [{ position: gift.cause }] : []),
			{ position: gift.favourite, ...(roll() < 0.6 ? { direction: gift.direction } : {}) },
		];
	}
	return [{ position: watched[Math.floor(roll() * watched.length)] ?? "other" }];
}

/** Whether a cue on a position took: mostly when it is of a kind this one hears. */
export function hearCue(body: Body, position: string, kind: string, roll: () => number): void {
	if (roll() < (body.who.hears.some((heard) => heard === kind) ? 0.85 : 0.25)) body.sinceCue[position] = 0;
}
