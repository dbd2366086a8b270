import { refuse } from "@/core/refusals/refusals";
import { decimal, same, wholeTimes } from "./decimal";
import { many, num, type Sum } from "./sum";

/** Beats a minute from counts and seconds. */
export const perMinute = (beats: number, seconds: number): number => (60 * beats) / seconds;

/** Shares of full speed, the first one given, the last one whole, evenly between. */
export const slowToFull = (from: number, sets: number): number[] =>
	Array.from({ length: sets }, (_, i) => (sets === 1 ? 100 : from + ((100 - from) * i) / (sets - 1)));

export const rhythm: Sum = {
	id: "rhythm",
	title: "Beats a minute, from slow to full",
	asks: "what to set the beat to, and by which steps it comes to full speed",
	fields: [
		{ key: "beats", name: "beats counted", of: "count", least: 1, most: 500 },
		{ key: "seconds", name: "seconds they took", of: "seconds", least: 0.2, most: 600 },
		{ key: "from", name: "share to begin with", of: "percent", least: 10, most: 100 },
		{ key: "sets", name: "sets until full", of: "count", least: 1, most: 12 },
	],
	fresh: { beats: 16, seconds: 12, from: 60, sets: 5 },
	result: { least: 1, most: 1000, field: "seconds" },
	formula: "60 × beats / seconds; each set the same step faster",
	assumes: "That the beats are even.",
	work(values) {
		const value = perMinute(num(values, "beats"), num(values, "seconds"));
		const steps = slowToFull(num(values, "from"), num(values, "sets"));
		const setBySet = steps.map((share) => decimal((value * share) / 100, 0)).join(", ");
		return {
			ok: true,
			value: {
				large: { value, of: "beats", words: "at full speed" },
				says: [
					["One beat lasts ", { value: 60 / value, of: "seconds" }, "."],
					["Set by set: ", setBySet, "."],
				],
				drawing: {
					kind: "bars",
					of: "beats",
					bars: steps.map((share, i) => ({
						label: `set ${i + 1}`,
						value: (value * share) / 100,
						marked: i === steps.length - 1,
					})),
				},
				line: ["Beat ", { value, of: "beats" }, ", set by set ", setBySet, "."],
			},
		};
	},
};

export interface Ramp {
	from: number;
	step: number;
	goal: number;
	weeks: number;
	/** Weeks, from 1, after which it was too much. */
	tooMuch: readonly number[];
	/** Steps back after one: none holds it. */
	back: number;
}

/** What each week has: a step more than the one before, never over the goal, never under the start; held or cut back after a "too much". */
export function rampOf({ from, step, goal, weeks, tooMuch, back }: Ramp): number[] {
	const [low, high] = [Math.min(from, goal), Math.max(from, goal)];
	const sign = goal < from ? -1 : 1;
	const all: number[] = [];
	let value = from;
	for (let week = 1; week <= weeks; week++) {
		all.push(value);
		const next = tooMuch.includes(week) ? value - sign * back * step : value + sign * step;
		// Steps that are added up end where they were meant to, not next to it.
		value = next > high || same(next, high) ? high : next < low || same(next, low) ? low : decimal(next, 9);
	}
	return all;
}

/** Something that grows by the week: a distance and a height, or how often. */
const growing = (
	of: "length" | "count",
	said: Pick<Sum, "id" | "title" | "asks" | "fresh"> & Partial<Pick<Sum, "caution">>,
): Sum => ({
	...said,
	fields: [
		{ key: "from", name: "start", of, least: 0, most: 1000 },
		{ key: "goal", name: "goal", of, least: 0, most: 1000 },
		{ key: "step", name: "step a week", of, least: of === "count" ? 1 : 0.01, most: 100 },
		{ key: "weeks", name: "weeks", of: "count", least: 1, most: 30 },
		{ key: "lessons", name: "lessons a week with it, at most", of: "count", least: 1, most: 7 },
		{
			key: "tooMuch",
			name: "weeks that were too much",
			of: "count",
			least: 1,
			most: 30,
			many: 30,
			optional: true,
			hint: ["their numbers, with a space between"],
		},
		{ key: "back", name: "steps back after one", of: "count", least: 0, most: 5, hint: ["0 holds it"] },
	],
	formula: "each week a step more; after a “too much” held, or so many steps back",
	assumes: "A week is a week with at least one lesson in it.",
	work(values) {
		const [from, goal] = [num(values, "from"), num(values, "goal")];
		if (from === goal) return refuse("goal", "Start and goal are the same; there is nothing to grow.");
		const all = rampOf({
			from,
			goal,
			step: num(values, "step"),
			weeks: num(values, "weeks"),
			tooMuch: many(values, "tooMuch"),
			back: num(values, "back"),
		});
		const there = all.indexOf(goal);
		const last = all.at(-1) ?? from;
		return {
			ok: true,
			value: {
				large:
					there < 0
						? { value: last, of, words: `in week ${all.length}, not at the goal yet` }
						: { value: there + 1, of: "count", words: "is the week it is there" },
				says: [
					[`At most ${num(values, "lessons")} ${num(values, "lessons") === 1 ? "lesson" : "lessons"} a week with it.`],
					...(many(values, "tooMuch").length > 0 ? [["Filled: it was too much."]] : []),
				],
				drawing: {
					kind: "bars",
					of,
					line: goal,
					bars: all.map((value, i) => ({
						label: `${i + 1}`,
						value,
						marked: many(values, "tooMuch").includes(i + 1),
					})),
				},
				line: [
					"Week by week from ",
					{ value: from, of },
					" to ",
					{ value: last, of },
					", by ",
					{ value: num(values, "step"), of },
					`, at most ${num(values, "lessons")} a week; ${num(values, "back") === 0 ? "held" : "cut back"} after a “too much”.`,
				],
			},
		};
	},
});

export const ramp = growing("length", {
	id: "ramp",
	title: "A distance or a height, week by week",
	asks: "how far or how high in which week, and when it is all there",
	fresh: { from: 0.3, goal: 1.2, step: 0.1, weeks: 10, lessons: 2, tooMuch: [4], back: 1 },
	caution: "Height wants its mat, its spotter and the venue’s yes at each step, whatever the week.",
});

export const rampOften = growing("count", {
	id: "often",
	title: "How often, week by week",
	asks: "how many throws, jumps or falls in which week, and when it is all there",
	fresh: { from: 20, goal: 60, step: 5, weeks: 10, lessons: 2, tooMuch: [4], back: 1 },
});

/** Least squares through pairs: the value at nought and the slope. */
export function lineThrough(xs: readonly number[], ys: readonly number[]): { at0: number; slope: number } {
	const mean = (all: readonly number[]) => all.reduce((sum, one) => sum + one, 0) / all.length;
	const [mx, my] = [mean(xs), mean(ys)];
	const spread = xs.reduce((sum, x) => sum + (x - mx) ** 2, 0);
	const slope = xs.reduce((sum, x, i) => sum + (x - mx) * ((ys[i] as number) - my), 0) / spread;
	return { at0: my - slope * mx, slope };
}

export const effort: Sum = {
	id: "effort",
	title: "What an effort of ten really is",
	asks: "how far, high or fast an effort they name comes out",
	fields: [
		{ key: "efforts", name: "efforts they named", of: "number", least: 0, most: 10, many: 30 },
		{
			key: "measured",
			name: "what was measured",
			of: "number",
			least: 0,
			most: 100000,
			many: 30,
			hint: ["in the same order"],
		},
		{ key: "asked", name: "effort to ask for", of: "number", least: 0, most: 10 },
	],
	fresh: { efforts: [4, 6, 8, 10], measured: [2.4, 2.9, 3.3, 3.6], asked: 7 },
	result: { least: 0, most: 100000, field: "asked" },
	formula: "a straight line through the tries, by least squares",
	assumes: "That effort means the same to them today. Far from the efforts that were tried it says little.",
	work(values) {
		const [efforts, measured] = [many(values, "efforts"), many(values, "measured")];
		if (efforts.length !== measured.length)
			return refuse(
				"measured",
				`There are ${efforts.length} efforts and ${measured.length} measures; each try needs both.`,
			);
		if (new Set(efforts).size < 2)
			return refuse("efforts", "All tries were at one effort; two efforts at least are needed for a line.");
		const { at0, slope } = lineThrough(efforts, measured);
		if (slope <= 0)
			return refuse("measured", "More effort did not come out as more in these tries; nothing can be asked for by it.");
		const value = at0 + slope * num(values, "asked");
		const most = Math.max(...measured);
		return {
			ok: true,
			value: {
				large: { value, of: "number", words: `is to be expected at effort ${num(values, "asked")}` },
				says: [
					["That is ", { value: (100 * value) / most, of: "percent" }, " of the best that was measured."],
					["A step of effort is worth ", { value: slope, of: "number" }, "."],
				],
				drawing: {
					kind: "bars",
					of: "number",
					line: value,
					bars: efforts.map((one, i) => ({
						label: `${one}`,
						value: measured[i] as number,
						marked: measured[i] === most,
					})),
				},
				line: [`Effort ${num(values, "asked")} of 10: about `, { value, of: "number" }, " to be measured."],
			},
		};
	},
};

/** Tries that fit: whole sets with rests between, then what is left of one. */
export function triesIn(seconds: number, perTry: number, perSet: number, rest: number): number {
	if (wholeTimes(seconds, perTry) < 1) return 0;
	const full = wholeTimes(seconds + rest, perSet * perTry + rest);
	const left = seconds - full * (perSet * perTry + rest);
	return full * perSet + Math.max(0, Math.min(perSet, wholeTimes(left, perTry)));
}

export const triesFit: Sum = {
	id: "tries",
	title: "How many tries fit",
	asks: "how many tries fit into so many minutes",
	fields: [
		{ key: "minutes", name: "minutes", of: "minutes", least: 1, most: 240 },
		{ key: "setUp", name: "minutes to set up", of: "minutes", least: 0, most: 60 },
		{ key: "perTry", name: "seconds a try", of: "seconds", least: 1, most: 600 },
		{ key: "perSet", name: "tries a set", of: "count", least: 1, most: 200 },
		{ key: "rest", name: "seconds of rest between sets", of: "seconds", least: 0, most: 1800 },
	],
	fresh: { minutes: 15, setUp: 2, perTry: 12, perSet: 9, rest: 60 },
	formula: "whole sets with a rest between, then what is left of one",
	assumes: "That a try takes as long at the end as at the beginning. A rung in the plan learns its own times.",
	work(values) {
		const minutes = num(values, "minutes");
		const seconds = 60 * (minutes - num(values, "setUp"));
		if (seconds <= 0)
			return refuse("setUp", "Setting up takes all of the minutes; give it more minutes, or set up before.");
		const [perTry, perSet, rest] = [num(values, "perTry"), num(values, "perSet"), num(values, "rest")];
		const value = triesIn(seconds, perTry, perSet, rest);
		if (value === 0) return refuse("minutes", "Not one try fits; give it more minutes.");
		const sets = Math.ceil(value / perSet);
		return {
			ok: true,
			value: {
				large: { value, of: "count", words: value === 1 ? "try fits" : "tries fit" },
				says: [[`${sets} ${sets === 1 ? "set" : "sets"}, the last of ${value - (sets - 1) * perSet}.`]],
				drawing: {
					kind: "time",
					seconds: 60 * minutes,
					spans: [
						...(num(values, "setUp") > 0 ? [{ label: "set up", from: 0, to: 60 * num(values, "setUp") }] : []),
						...Array.from({ length: sets }, (_, i) => {
							const from = 60 * num(values, "setUp") + i * (perSet * perTry + rest);
							return { label: `set ${i + 1}`, from, to: from + perTry * Math.min(perSet, value - i * perSet) };
						}),
					],
				},
				line: [`${value} tries in ${minutes} minutes, ${sets} ${sets === 1 ? "set" : "sets"}.`],
				tries: value,
				minutes,
			},
		};
	},
};
