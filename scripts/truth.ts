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

/** Standard normals that the spread of ladders is summed over. */
const SPREAD = Array.from({ length: 61 }, (_, i) => -3 + i / 10);
const paceAt = (z: number) => 0.35 * Math.exp(0.4 * z);

/** The true law of what comes in a world, given how many were passed: over so much exposure before and ahead. */
function trueLaw(passed: number, before: number, ahead: number): number[] {
	const weights = SPREAD.map((z) => {
		const mean = paceAt(z) * before;
		return Math.exp((-z * z) / 2 + passed * Math.log(mean) - mean);
	});
	const total = weights.reduce((all, one) => all + one, 0);
	const law = new Array<number>(80).fill(0);
	SPREAD.forEach((z, i) => {
		const mean = paceAt(z) * ahead;
		let chance = (Math.exp(-mean) * (weights[i] as number)) / total;
		law.forEach((_, k) => {
			law[k] = (law[k] as number) + chance;
			chance *= mean / (k + 1);
		});
	});
	return law;
}

function quantile(law: readonly number[], share: number): number {
	let below = 0;
	const at = law.findIndex((chance) => {
		below += chance;
		return below >= share - 1e-12;
	});
	return at < 0 ? law.length - 1 : at;
}

/** Tails that the yardstick's band may leave out on each side, from hardly anything to a half. */
const TAILS = Array.from({ length: 120 }, (_, i) => 0.5 * ((i + 1) / 121) ** 2);
interface Band {
	held: number;
	width: number;
}

/** How wide a band of the true law is that holds as often: between the two nearest of those tried. */
function widthAt(bands: readonly Band[], held: number): number {
	const sorted = [...bands].sort((a, b) => a.held - b.held);
	const i = sorted.findIndex((one) => one.held >= held);
	const [under, over] = [sorted[i - 1], sorted[i]];
	if (!over) return sorted.at(-1)?.width ?? Number.NaN;
	if (!under || over.held === under.held) return over.width;
	return under.width + ((over.width - under.width) * (held - under.held)) / (over.held - under.held);
}

const LADDERS = 6;
const COACHES = 250;

/** One cell: how often the 80 % band held, its mean count of whole numbers, and that over the yardstick's. */
function bandsFrom(world: Pace, lessons: number, ahead: number): string {
	const exposure = (from: number, to: number) =>
		Array.from({ length: to - from }, (_, i) => world(from + i, 1)).reduce((all, one) => all + one, 0);
	const [before, after] = [exposure(0, lessons), exposure(lessons, lessons + ahead)];
	let made = 0;
	const own: Band = { held: 0, width: 0 };
	const yard = TAILS.map((): Band => ({ held: 0, width: 0 }));
	for (let coach = 0; coach < COACHES; coach++) {
		const ladders = Array.from({ length: LADDERS }, () => {
			const pace = paceAt(normal());
			return Array.from({ length: 36 }, (_, n) => poisson(world(n, pace)));
		});
		for (const [which, passes] of ladders.entries()) {
			const others = ladders.filter((_, other) => other !== which).map((one) => one.slice(0, 20));
			const told = forecast(passes.slice(0, lessons), ahead, others);
			if (!told.ok) continue;
			const count = (from: number, to: number) => passes.slice(from, to).reduce((all, one) => all + one, 0);
			const came = count(lessons, lessons + ahead);
			const score = (band: Band, low: number, high: number) => {
				band.width += high - low + 1;
				if (came >= low && came <= high) band.held += 1;
			};
			made += 1;
			score(own, told.value.low, told.value.high);
			const law = trueLaw(count(0, lessons), before, after);
			TAILS.forEach((tail, i) => {
				score(yard[i] as Band, quantile(law, tail), quantile(law, 1 - tail));
			});
		}
	}
	if (made === 0) return "refused";
	const mean = ({ held, width }: Band): Band => ({ held: held / made, width: width / made });
	const { held, width } = mean(own);
	return `${held.toFixed(2)}, ${width.toFixed(2)} wide, ${(width / widthAt(yard.map(mean), held)).toFixed(2)}`;
}

function forecastTruth(): void {
	say("\n## How long\n");
	say(
		"Share of 80 % bands that held what came; how many whole numbers the band has on average; and that over the yardstick: a band of the true law of that world given the same past passes, as wide as it must be to hold as often. At most 1.15 of it from the 10th and the 20th lesson; the first and third are told, not held to it.\n",
	);
	say("| world | from lesson | 4 ahead | 8 | 16 |");
	say("| --- | --- | --- | --- | --- |");
	for (const lessons of [1, 3, 10, 20])
		for (const [name, world] of worlds) {
			const cells = [4, 8, 16].map((ahead) => (ahead === 16 && lessons < 16 ? "" : bandsFrom(world, lessons, ahead)));
			say(`| ${name} | ${lessons} | ${cells.join(" | ")} |`);
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
		const said = truth.map(() => ({ bigger: 0, smaller: 0 }));
		for (let coach = 0; coach < coaches; coach++) {
			const told = stepWeights(weighed(truth));
			told.forEach(({ difficulty, times, says }) => {
				const i = Number(difficulty.slice(1));
				sums[i] = (sums[i] ?? 0) + times / coaches;
				const words = said[i];
				if (words && says !== "as it is") words[says] += 100 / coaches;
			});
		}
		const words = said.map(({ bigger, smaller }) => `${bigger.toFixed(0)} bigger, ${smaller.toFixed(0)} smaller`);
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
