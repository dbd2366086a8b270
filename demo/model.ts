import type { RandomGenerator } from "pure-rand/types/RandomGenerator";
import { looksAtForm } from "@/core/ladder/rung";
import type { Attempt, Placing } from "@/core/log/kinds";
import type { LessonView, SetView } from "@/core/log/lesson";
import type { DemoStudent } from "./scenario";

/**
 * How the demo's people try. Chance of a clean try: logistic in ability minus the
 * rung's height; ability grows with every try and is forgotten a little between
 * lessons; a rung new to the student costs a dip that fades over eight tries; a long
 * lesson tires. When a try is off, it is mostly the favourite fault, until a cue of a
 * kind this student hears well has been given; that lasts about ten tries.
 */
export interface Body {
	who: DemoStudent;
	ability: number;
	/** Tries since the last cue that helped; null if there was none in this lesson. */
	sinceCue: number | null;
	triesToday: number;
}

export const dice = (rng: RandomGenerator) => (): number => (rng.next() >>> 0) / 4294967296;

const logistic = (x: number) => 1 / (1 + Math.exp(-x));

export function chanceOf(body: Body, placing: Placing, triedOnRung: number, easier: boolean): number {
	const height = placing.order.findIndex((rung) => rung.id === placing.rung) + 1;
	const dip = 0.9 * Math.max(0, 1 - triedOnRung / 8);
	const tired = Math.max(0, body.triesToday - 45) * 0.02;
	const helped = body.sinceCue !== null && body.sinceCue < 10 ? 0.5 : 0;
	return logistic(0.9 + 1.1 * (body.ability - height) - dip - tired + helped + (easier ? 0.9 : 0));
}

export function tryOnce(body: Body, set: SetView, view: LessonView, roll: () => number): Attempt {
	const { placing } = set;
	const tried =
		placing.triedBefore +
		view.visits
			.filter((v) => v.rung === placing.rung && v.ladder === placing.ladder)
			.reduce((n, v) => n + v.tries.length, 0);
	body.triesToday += 1;
	body.ability += body.who.pace / 14;
	if (body.sinceCue !== null) body.sinceCue += 1;
	if (roll() < 0.02) return { result: "miss", off: [], judged: false, noCount: true };
	const judged = looksAtForm(placing.settings.gate);
	if (roll() < chanceOf(body, placing, tried, set.variation === "easier")) return { result: "hit", off: [], judged };
	const watched = placing.positions.map((p) => p.id);
	const favourite = watched.find((id) => Object.values(body.who.favourite).includes(id));
	const fault =
		favourite && roll() < (body.sinceCue !== null && body.sinceCue < 6 ? 0.4 : 0.9)
			? favourite
			: (watched[Math.floor(roll() * watched.length)] ?? "other");
	const caught = placing.settings.gate === "result" ? false : roll() < 0.45;
	const named = judged || roll() < 0.6;
	return { result: caught ? "hit" : "miss", off: named ? [{ position: fault }] : [], judged };
}
