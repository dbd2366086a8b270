// npm run truth: what insight says of simulated students whose truth is known. Seeded; takes a minute.

import { writeFileSync } from "node:fs";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { cueEffect, cueRuns } from "@/core/insight/cueEffect";
import { forecast } from "@/core/insight/forecast";
import { goesWith } from "@/core/insight/goesWith";
import type { SeenStep, SeenVisit } from "@/core/insight/seen";
import { stepWeights, type WeighedVisit } from "@/core/insight/stepWeights";

const rng = xoroshiro128plus(20261127);
const roll = (): number => (rng.next() >>> 0) / 4294967296;
const normal = (): number => Math.sqrt(-2 * Math.log(1 - roll())) * Math.cos(2 * Math.PI * roll());
const logistic = (x: number): number => 1 / (1 + Math.exp(-x));
function poisson(mean: number): number {
	let k = 0;
	for (let left = Math.exp(-mean), chance = roll(); chance > left; k++) chance *= roll();
	return k;
}

const POSITIONS = ["p1", "p2", "p3"];
const lines: string[] = [];
const say = (line: string) => {
	console.log(line);
	lines.push(line);
};

/** A student's lessons: good and bad days, hard and easy rungs, drifting within a visit; one true origin, or none. */
function lessonsOf(lessons: number, effect: number, cue: (run: number) => boolean = () => false): SeenVisit[] {
	const base = POSITIONS.map(() => -1.2 + 0.5 * normal());
	return Array.from({ length: lessons }, (_, lesson) => {
		const day = 0.6 * normal();
		return ["r1", "r2"].map((rung, r): SeenVisit => {
			const hard = r * 0.6;
			const steps: SeenStep[] = [];
			const runs = POSITIONS.map(() => 0);
			for (let i = 0; i < 18; i++) {
				const off: string[] = [];
				POSITIONS.forEach((position, p) => {
					const from = p === 2 && off.includes("p1") ? effect : 0;
					const isOff = roll() < logistic((base[p] as number) + day + hard - i * 0.02 + from);
					if (isOff) off.push(position);
					runs[p] = isOff ? (runs[p] as number) + 1 : 0;
				});
				steps.push({ kind: "try", id: `${lesson}-${rung}-${i}`, good: off.length === 0, judged: true, off });
				const spoken = POSITIONS.findIndex((_, p) => (runs[p] as number) > 0 && cue(runs[p] as number));
				if (spoken >= 0)
					steps.push({
						kind: "cue",
						id: `c${lesson}-${rung}-${i}`,
						position: POSITIONS[spoken] as string,
						words: "w",
						of: null,
					});
			}
			return { lesson: `l${lesson}`, day: "", ladder: "l", rung, watched: POSITIONS, steps };
		});
	}).flat();
}

function originTruth(): void {
	say("\n## Where it starts\n");
	say("| students | lessons | told a false pair, of 100 | told the true one, of 100 |");
	say("| --- | --- | --- | --- |");
	const STUDENTS = 400;
	for (const [effect, lessons] of [
		[0, 14],
		[0, 40],
		[1.5, 14],
		[1.5, 40],
	] as const) {
		let [wrong, right] = [0, 0];
		for (let i = 0; i < STUDENTS; i++) {
			const { found } = goesWith(lessonsOf(lessons, effect), POSITIONS);
			const isTrue = (one: { earlier: string; later: string }) =>
				effect > 0 && one.earlier === "p1" && one.later === "p3";
			if (found.some((one) => !isTrue(one))) wrong += 1;
			if (found.some(isTrue)) right += 1;
		}
		const of = (n: number) => ((100 * n) / STUDENTS).toFixed(1);
		say(
			`| ${effect === 0 ? "with no origin" : `with one, +${effect} logit`} | ${lessons} | ${of(wrong)} | ${effect === 0 ? "" : of(right)} |`,
		);
	}
}

function cueTruth(): void {
	say("\n## Did the cue take\n");
	say("A cue without any effect, given by coaches of three manners; the gain that is told should be nought.\n");
	say("| coach | gain told, on average | students |");
	say("| --- | --- | --- |");
	for (const [name, cue] of [
		["speaks at the third fault, two times in three", (run: number) => run >= 3 && roll() < 0.67],
		["speaks one fault in three", () => roll() < 0.33],
		["speaks the longer it lasts", (run: number) => roll() < 0.2 * run],
	] as const) {
		const gains: number[] = [];
		for (let coach = 0; coach < 30; coach++) {
			const students = Array.from({ length: 10 }, () => cueRuns(lessonsOf(20, 0, cue)));
			for (const runs of students) {
				const effect = cueEffect(runs, students.flat());
				if (effect) gains.push(effect.gain);
			}
		}
		const mean = gains.reduce((sum, one) => sum + one, 0) / gains.length;
		say(`| ${name} | ${mean >= 0 ? "+" : ""}${mean.toFixed(4)} | ${gains.length} |`);
	}
}

type World = (lesson: number, pace: number) => number;
const worlds: [string, World][] = [
	["steady", (_, pace) => pace],
	["slowing", (n, pace) => pace * ((n + 1) ** 0.6 - n ** 0.6) * 2.2],
	["picking up", (n, pace) => pace * ((n + 1) ** 1.25 - n ** 1.25) * 0.7],
	["jumping", (n, pace) => pace * (Math.floor(n / 8) % 2 === 0 ? 0.6 : 1.5)],
];

function forecastTruth(): void {
	say("\n## How long\n");
	say("Share of 80 % bands that held what came, from the 20th lesson on.\n");
	say("| world | 4 lessons | 8 | 16 |");
	say("| --- | --- | --- | --- |");
	for (const [name, world] of worlds) {
		const held = [4, 8, 16].map((ahead) => {
			let [made, inside] = [0, 0];
			for (let i = 0; i < 60; i++) {
				const ladders = Array.from({ length: 6 }, () => {
					const pace = 0.35 * Math.exp(0.4 * normal());
					return Array.from({ length: 36 }, (_, n) => poisson(world(n, pace)));
				});
				for (const [which, passes] of ladders.entries()) {
					const others = ladders.filter((_, other) => other !== which).map((one) => one.slice(0, 20));
					const told = forecast(passes.slice(0, 20), ahead, others);
					if (!told.ok) continue;
					const came = passes.slice(20, 20 + ahead).reduce((sum, one) => sum + one, 0);
					made += 1;
					if (came >= told.value.low && came <= told.value.high) inside += 1;
				}
			}
			return (inside / made).toFixed(2);
		});
		say(`| ${name} | ${held.join(" | ")} |`);
	}
}

function weightTruth(): void {
	say("\n## What a step really weighs\n");
	say(
		"Four difficulties in a coach's twelve students, twenty lessons each; what each step of them truly weighs, and what is told.\n",
	);
	say("| true weights | told, on average | said of them, of 100 coaches |");
	say("| --- | --- | --- |");
	for (const [truth, coaches] of [
		[[1, 1, 1, 1], 100],
		[[0.44, 0.89, 0.89, 1.78], 60],
	] as const) {
		const sums = truth.map(() => 0);
		const said = truth.map(() => ({ heavier: 0, lighter: 0 }));
		for (let coach = 0; coach < coaches; coach++) {
			const told = stepWeights(weighed(truth));
			told.forEach(({ difficulty, times, says }) => {
				const i = Number(difficulty.slice(1));
				sums[i] = (sums[i] ?? 0) + times / coaches;
				const words = said[i];
				if (words && says !== "as it is") words[says] += 100 / coaches;
			});
		}
		const words = said.map(({ heavier, lighter }) => `${heavier.toFixed(0)} heavier, ${lighter.toFixed(0)} lighter`);
		say(`| ${truth.join(", ")} | ${sums.map((one) => one.toFixed(2)).join(", ")} | ${words.join("; ")} |`);
	}
}

/** Visits of a coach's students, a rung and its neighbour in each lesson; the ladder raises one difficulty after another. */
function weighed(truth: readonly number[]): WeighedVisit[] {
	return Array.from({ length: 12 }, (_, student) => {
		let at = 1 + Math.floor(roll() * 3);
		const notches = Array.from({ length: 14 }, () => Math.floor(roll() * truth.length));
		const ability = 3 + 0.8 * normal();
		return Array.from({ length: 20 }, (_, lesson) => {
			const day = 0.6 * normal();
			if (roll() < 0.45 && at < 12) at += 1;
			return [at - 1, at].map((rung): WeighedVisit => {
				const weights: Record<string, number> = {};
				let hard = 0;
				for (const d of notches.slice(0, rung)) {
					weights[`d${d}`] = (weights[`d${d}`] ?? 0) + 1;
					hard += truth[d] as number;
				}
				const p = logistic(ability + day + 0.35 * lesson * 0.45 - 0.6 * hard);
				const good = Array.from({ length: 8 }, roll).filter((u) => u < p).length;
				return { student: `s${student}`, lesson: `s${student}-${lesson}`, good, tries: 8, weights };
			});
		}).flat();
	}).flat();
}

say("# What insight says of students whose truth is known\n");
say("Made by `npm run truth`: seeded simulations, run apart from the tests because they take a minute.");
originTruth();
cueTruth();
forecastTruth();
weightTruth();
writeFileSync("docs/truth.md", `${lines.join("\n")}\n`);
