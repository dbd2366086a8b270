import { decimal } from "./decimal";
import { num, type Sum } from "./sum";

/** Beats a minute from counts and seconds. */
export const perMinute = (beats: number, seconds: number): number => (60 * beats) / seconds;

/** Shares of full speed, the first one given, the last one whole, evenly between. */
export const slowToFull = (from: number, sets: number): number[] =>
	Array.from({ length: sets }, (_, i) => (sets === 1 ? 100 : from + ((100 - from) * i) / (sets - 1)));

export const rhythm: Sum = {
	id: "rhythm",
	title: "Beats a minute, from slow to full",
	asks: "which beat to set, and in which steps it reaches full speed",
	fields: [
		{ key: "beats", name: "beats you counted", of: "count", least: 1, most: 500 },
		{ key: "seconds", name: "seconds they took", of: "seconds", least: 0.2, most: 600 },
		{ key: "from", name: "first share of the speed", of: "percent", least: 10, most: 100 },
		{ key: "sets", name: "sets until full", of: "count", least: 1, most: 12 },
	],
	fresh: { beats: 16, seconds: 12, from: 60, sets: 5 },
	result: { least: 1, most: 1000, field: "seconds" },
	formula: "60 × beats / seconds; each set one equal step faster",
	assumes: "The beats are even.",
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
