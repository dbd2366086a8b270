import jstat from "jstat";
import { logistic, mean, sum } from "@/core/statistics/sums";

/** The first tries of a visit, on a rung told by its notches. */
export interface WeighedVisit {
	student: string;
	/** One lesson of one student on one ladder: only rungs within it are compared. */
	lesson: string;
	good: number;
	tries: number;
	/** Weight of the notches of each difficulty up to this rung, by the difficulty. */
	weights: Readonly<Record<string, number>>;
}

export interface StepWeight {
	difficulty: string;
	/** What a step of it weighs, against what it is said to: 1 is as said. */
	times: number;
	low: number;
	high: number;
	students: number;
	lessons: number;
	/** Enough students and lessons to say anything. */
	sure: boolean;
	says: "bigger" | "smaller" | "as it is";
}

const RIDGE = 4;
const STUDENTS = 5;
const LESSONS = 12;
const ROUNDS = 60;
const SMALL = 1e-9;

/**
 * What each difficulty really weighs, for one coach: a logistic fit with an intercept for each
 * lesson, less the sum over difficulties of k times the present weight, with a ridge around the
 * mean of the k; intervals by a sandwich over students; each k divided by their mean. Sizes come
 * out too small, so they are a least.
 *
 * Lessons with one rung say nothing and are left out.
 */
export function stepWeights(visits: readonly WeighedVisit[]): StepWeight[] {
	const used = severalRungs(visits);
	const lessons = [...new Set(used.map(({ lesson }) => lesson))].map((id) =>
		used.filter(({ lesson }) => lesson === id),
	);
	// A step that no lesson has both sides of is not weighed by any.
	const names = [...new Set(used.flatMap(({ weights }) => Object.keys(weights)))].filter((name) =>
		lessons.some((visits) => movesIn(visits, name) > 0),
	);
	if (names.length === 0) return [];
	const k = fitted(used, names);
	const average = mean(k);
	if (!(average > SMALL)) return [];
	const errors = sandwich(used, names, k);
	// Few students stray less in the sample than in truth: one is lost for each k, and the tail is Student's.
	const everybody = new Set(used.map(({ student }) => student)).size;
	const left = Math.max(1, everybody - names.length);
	const wide = jstat.jStat.studentt.inv(0.975, left) * Math.sqrt(everybody / left);
	return names.map((difficulty, i) => {
		const weighs = (k[i] as number) / average;
		const error = (wide * (errors[i] as number)) / average;
		const moving = lessons.filter((visits) => movesIn(visits, difficulty) > 0);
		const students = new Set(moving.flatMap((visits) => visits.map(({ student }) => student))).size;
		const sure = students >= STUDENTS && moving.length >= LESSONS;
		const [low, high] = [weighs - error, weighs + error];
		return {
			difficulty,
			times: weighs,
			low,
			high,
			students,
			lessons: moving.length,
			sure,
			says: !sure ? "as it is" : low > 1 ? "bigger" : high < 1 ? "smaller" : "as it is",
		};
	});
}

function severalRungs(visits: readonly WeighedVisit[]): WeighedVisit[] {
	const count = new Map<string, number>();
	for (const { lesson } of visits) count.set(lesson, (count.get(lesson) ?? 0) + 1);
	return visits.filter(({ lesson, tries }) => tries > 0 && (count.get(lesson) ?? 0) > 1);
}

/** How far apart the weights of a difficulty lie among these visits. */
function movesIn(visits: readonly WeighedVisit[], name: string): number {
	const all = visits.map(({ weights }) => weights[name] ?? 0);
	return all.length === 0 ? 0 : Math.max(...all) - Math.min(...all);
}

type Matrix = number[][];
const zeros = (n: number): Matrix => Array.from({ length: n }, () => Array.from({ length: n }, () => 0));
const add = (to: Matrix, row: readonly number[], other: readonly number[], by: number): void =>
	row.forEach((a, i) => {
		other.forEach((b, j) => {
			(to[i] as number[])[j] = (to[i]?.[j] ?? 0) + by * a * b;
		});
	});
const times = (matrix: Matrix, vector: readonly number[]): number[] =>
	matrix.map((row) => sum(row, (one, i) => one * (vector[i] as number)));

const FARTHEST = 8;

/** A lesson's intercept that fits it best, the steps being what they are: beyond the bounds all of it was good, or none. */
function interceptOf(visits: readonly Row[], k: readonly number[]): number {
	let at = 0;
	for (let round = 0; round < ROUNDS; round++) {
		let [slope, bend] = [0, 0];
		for (const { good, tries, x } of visits) {
			const p = chanceOf(at, k, x);
			slope += good - tries * p;
			bend += tries * p * (1 - p);
		}
		const step = slope / (bend + SMALL);
		at = Math.max(-FARTHEST, Math.min(FARTHEST, at + Math.max(-1, Math.min(1, step))));
		if (Math.abs(step) < 1e-8) break;
	}
	return at;
}

interface Row extends WeighedVisit {
	x: number[];
}
const chanceOf = (at: number, k: readonly number[], x: readonly number[]): number =>
	logistic(at - sum(x, (weight, i) => weight * (k[i] as number)));

interface Slopes {
	/** Second derivatives, the intercepts taken out, the ridge put in. */
	bend: Matrix;
	/** First derivatives, without the ridge: of each student. */
	byStudent: Map<string, number[]>;
}

/** Derivatives of the log likelihood by the k, where every lesson has its best intercept. */
function slopesAt(lessons: readonly (readonly Row[])[], k: readonly number[]): Slopes {
	const n = k.length;
	const bend = zeros(n);
	const byStudent = new Map<string, number[]>();
	for (const visits of lessons) {
		const at = interceptOf(visits, k);
		const told = visits.map((visit) => ({ visit, p: chanceOf(at, k, visit.x) }));
		const weight = told.map(({ visit, p }) => visit.tries * p * (1 - p));
		const all = sum(weight) + SMALL;
		const middle = k.map(
			(_, i) => told.reduce((sum, { visit }, v) => sum + (weight[v] as number) * (visit.x[i] as number), 0) / all,
		);
		told.forEach(({ visit, p }, v) => {
			const apart = visit.x.map((one, i) => one - (middle[i] as number));
			add(bend, apart, apart, weight[v] as number);
			const score = byStudent.get(visit.student) ?? k.map(() => 0);
			byStudent.set(
				visit.student,
				score.map((one, i) => one - (apart[i] as number) * (visit.good - visit.tries * p)),
			);
		});
	}
	for (let i = 0; i < n; i++)
		for (let j = 0; j < n; j++) (bend[i] as number[])[j] = (bend[i]?.[j] ?? 0) + RIDGE * ((i === j ? 1 : 0) - 1 / n);
	return { bend, byStudent };
}

function lessonsOf(visits: readonly WeighedVisit[], names: readonly string[]): Row[][] {
	const lessons = new Map<string, Row[]>();
	for (const visit of visits)
		lessons.set(visit.lesson, [
			...(lessons.get(visit.lesson) ?? []),
			{ ...visit, x: names.map((name) => visit.weights[name] ?? 0) },
		]);
	return [...lessons.values()];
}

const inverse = (matrix: Matrix): Matrix =>
	jstat.jStat.inv(matrix.map((row, i) => row.map((one, j) => (i === j ? one + SMALL : one))));

function fitted(visits: readonly WeighedVisit[], names: readonly string[]): number[] {
	const lessons = lessonsOf(visits, names);
	let k = names.map(() => 1);
	for (let round = 0; round < ROUNDS; round++) {
		const { bend, byStudent } = slopesAt(lessons, k);
		const average = mean(k);
		const slope = k.map(
			(one, i) => sum([...byStudent.values()], (score) => score[i] as number) - RIDGE * (one - average),
		);
		const step = times(inverse(bend), slope).map((one) => Math.max(-0.5, Math.min(0.5, one)));
		k = k.map((one, i) => one + (step[i] as number));
		if (Math.max(...step.map(Math.abs)) < 1e-7) break;
	}
	return k;
}

/** Standard errors of each k over their mean: how the students' slopes stray says it (Huber, 1967), by the delta method. */
function sandwich(visits: readonly WeighedVisit[], names: readonly string[], k: readonly number[]): number[] {
	const { bend, byStudent } = slopesAt(lessonsOf(visits, names), k);
	const bread = inverse(bend);
	const meat = zeros(names.length);
	for (const score of byStudent.values()) add(meat, score, score, 1);
	const average = mean(k);
	return k.map((one, i) => {
		const turn = k.map((_, j) => (i === j ? 1 : 0) - one / average / k.length);
		const through = times(bread, turn);
		const spread = sum(times(meat, through), (one, r) => one * (through[r] as number));
		return Math.sqrt(Math.max(0, spread));
	});
}
