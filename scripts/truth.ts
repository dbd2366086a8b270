// npm run truth: what insight says of simulated students whose truth is known. Seeded; takes two minutes.

import { writeFileSync } from "node:fs";
import { type Coach, logistic, positionsOf, students, type World } from "@/core/__tests__/students";
import { cueEffect, cueRuns } from "@/core/insight/cueEffect";
import { forecast } from "@/core/insight/forecast";
import { goesWith } from "@/core/insight/goesWith";
import { stepWeights, type WeighedVisit } from "@/core/insight/stepWeights";
import { thenAndNow } from "@/core/insight/thenNow";

const { roll, normal, lessonsOf, rungLessonsOf } = students(20261127);
function poisson(mean: number): number {
	let k = 0;
	for (let left = Math.exp(-mean), chance = roll(); chance > left; k++) chance *= roll();
	return k;
}

const lines: string[] = [];
const say = (line: string) => {
	console.log(line);
	lines.push(line);
};

/** Students of whom something was told, of a hundred. */
const ofHundred = (told: number, students: number): string => ((100 * told) / students).toFixed(0);

const originWorlds: [name: string, world: Partial<World>][] = [
	["days of .6 logit", {}],
	["and lapses: one try in ten, +2 to every fault", { lapses: { chance: 0.1, adds: 2 } }],
	["and lapses: 15 tries in 100, +1.5", { lapses: { chance: 0.15, adds: 1.5 } }],
	["and spells: .8 better or worse, a new one every fifth try", { spells: { adds: 0.8, ends: 0.2 } }],
	["and spells: 1 better or worse, a new one every seventh try", { spells: { adds: 1, ends: 0.15 } }],
];

function originTruth(): void {
	say("\n## Where it starts\n");
	say(
		"A skill of six positions, three of them watched in each visit, drawn anew; two rungs of eighteen tries a lesson. Without an origin nothing should be told; 11 students of 100 are the most. With one, the first position's fault adds 1.5 logit to the fourth one's at the same try: how often it is found is the power.\n",
	);
	say("| world | lessons | told a false pair, of 100 | the true one found, of 100 |");
	say("| --- | --- | --- | --- |");
	const STUDENTS = 400;
	const positions = positionsOf(6);
	for (const [name, world] of originWorlds)
		for (const lessons of [14, 40]) {
			const found = (origin: number) =>
				Array.from(
					{ length: STUDENTS },
					() => goesWith(lessonsOf(lessons, { ...world, origin, watched: 3, of: 6 }), positions).found,
				);
			const isTrue = (one: { earlier: string; later: string }) => one.earlier === "p1" && one.later === "p4";
			const wrong = found(0).filter((pairs) => pairs.length > 0).length;
			const right = found(1.5).filter((pairs) => pairs.some(isTrue)).length;
			say(`| ${name} | ${lessons} | ${ofHundred(wrong, STUDENTS)} | ${ofHundred(right, STUDENTS)} |`);
		}
}

function changeTruth(): void {
	say("\n## Then and now\n");
	say(
		"A student whose rate on a rung stays as it is but for good and bad days (8 to 23 tries a lesson): a dip, or a change, should be told to 5 of 100 at most. With a true dip of 2 logits over four lessons: how often it is told.\n",
	);
	say("| lessons | days swing by | told a dip, of 100 | told better or worse, of 100 | a true dip told, of 100 |");
	say("| --- | --- | --- | --- | --- |");
	const STUDENTS = 1000;
	for (const lessons of [20, 40])
		for (const days of [0.4, 0.6]) {
			const told = (dip: number) =>
				Array.from({ length: STUDENTS }, () => thenAndNow(rungLessonsOf(lessons, { days, dip })));
			const steady = told(0);
			const cells = [
				steady.filter((one) => one?.dip),
				steady.filter((one) => one?.change !== "not sure"),
				told(2).filter((one) => one?.dip),
			].map((some) => ((100 * some.length) / STUDENTS).toFixed(1));
			say(`| ${lessons} | ${days} | ${cells.join(" | ")} |`);
		}
}

const coaches: [name: string, coach: Coach][] = [
	["speaks at the third fault, two times in three", ({ run }) => run >= 3 && roll() < 0.67],
	["speaks one fault in three", () => roll() < 0.33],
	["speaks the longer it lasts", ({ run }) => roll() < 0.2 * run],
	["speaks once a visit, at one fault in three", ({ any }) => any === 0 && roll() < 0.33],
	["speaks once a visit on each position, at one fault in three", ({ here }) => here === 0 && roll() < 0.33],
	["speaks by her mood", ({ mood }) => roll() < logistic(-1 + 1.5 * mood)],
	["speaks once a visit, always at the second fault", ({ any, run }) => any === 0 && run >= 2],
	["speaks always at the third fault", ({ run }) => run >= 3],
	["always speaks", () => true],
];

function cueTruth(): void {
	say("\n## Did the cue take\n");
	say(
		"What is told of a cue: the share of the next six tries that were right, over a moment in the same state without a word. Its true effect is in logits, at each of those tries. Where there is none the gain should be nought (.015 at most), and .10 or more, either way, told to at most 10 students of 100 at 14 lessons. *Before luck is taken off* is the plain difference; the interval is meant to hold its mean 80 times in 100. Who always speaks, or always in the same state, is told *no comparison yet*.\n",
	);
	say(
		"| coach | lessons | true effect | gain before luck is taken off | gain told | told .10 or more, of 100 | its interval holds the plain mean, of 100 | told no comparison, of 100 |",
	);
	say("| --- | --- | --- | --- | --- | --- | --- | --- |");
	for (const [name, coach] of coaches)
		for (const [lessons, works] of [
			[14, 0],
			[40, 0],
			[14, 1],
		] as const) {
			const told: { gain: number; low: number; high: number; after: number; without: number }[] = [];
			let asked = 0;
			for (let one = 0; one < 24; one++) {
				const ofOne = Array.from({ length: 10 }, () => cueRuns(lessonsOf(lessons, { coach, works })));
				const all = ofOne.flat();
				asked += ofOne.length;
				told.push(...ofOne.flatMap((runs) => cueEffect(runs, all) ?? []));
			}
			const mean = (of: (one: (typeof told)[number]) => number) =>
				told.length === 0 ? Number.NaN : told.reduce((sum, one) => sum + of(one), 0) / told.length;
			const plain = mean(({ after, without }) => after - without);
			const signed = (n: number) => (Number.isNaN(n) ? "" : `${n >= 0 ? "+" : ""}${n.toFixed(3)}`);
			const share = (n: number) => (Number.isNaN(n) ? "" : (100 * n).toFixed(0));
			const cells = [
				signed(plain),
				signed(mean(({ gain }) => gain)),
				share(mean(({ gain }) => (Math.abs(gain) >= 0.1 ? 1 : 0))),
				share(mean(({ low, high }) => (low <= plain && plain <= high ? 1 : 0))),
				share(1 - told.length / asked),
			];
			say(`| ${name} | ${lessons} | ${works === 0 ? "none" : `${works} logit`} | ${cells.join(" | ")} |`);
		}
}

type Pace = (lesson: number, pace: number) => number;
const worlds: [string, Pace][] = [
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
say("Made by `npm run truth`: seeded simulations, run apart from the tests because they take two minutes.");
originTruth();
changeTruth();
cueTruth();
forecastTruth();
weightTruth();
writeFileSync("docs/truth.md", `${lines.join("\n")}\n`);
