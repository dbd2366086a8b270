import { refuse } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";
import { decimal, same } from "./decimal";
import { many, num, type Sum } from "./sum";

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
		{ key: "lessons", name: "most lessons a week with it", of: "count", least: 1, most: 7 },
		{
			key: "tooMuch",
			name: "weeks that were too much",
			of: "count",
			least: 1,
			most: 30,
			many: 30,
			optional: true,
			hint: ["their numbers, separated by spaces"],
		},
		{ key: "back", name: "steps back after one", of: "count", least: 0, most: 5, hint: ["0 holds it"] },
	],
	formula: "one step more each week. After “too much”: stay, or go back",
	assumes: "A week counts if it has at least one lesson.",
	work(values) {
		const [from, goal] = [num(values, "from"), num(values, "goal")];
		if (from === goal) return refuse("goal", "Start and goal are the same. Change one of them.");
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
					[`At most ${plural(num(values, "lessons"), "lesson")} a week with it.`],
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
	asks: "how far or how high in each week, and when the goal is reached",
	fresh: { from: 0.3, goal: 1.2, step: 0.1, weeks: 10, lessons: 2, tooMuch: [4], back: 1 },
	caution: "At each height: a mat, a spotter and the venue’s consent, whatever the week.",
});

export const rampOften = growing("count", {
	id: "often",
	title: "How often, week by week",
	asks: "how many throws, jumps or falls in each week, and when the goal is reached",
	fresh: { from: 20, goal: 60, step: 5, weeks: 10, lessons: 2, tooMuch: [4], back: 1 },
});
