import { refuse } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";
import { wholeTimes } from "./decimal";
import { num, type Sum } from "./sum";

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
	asks: "how many tries fit into your minutes",
	fields: [
		{ key: "minutes", name: "minutes", of: "minutes", least: 1, most: 240 },
		{ key: "setUp", name: "minutes to set up", of: "minutes", least: 0, most: 60 },
		{ key: "perTry", name: "seconds a try", of: "seconds", least: 1, most: 600 },
		{ key: "perSet", name: "tries a set", of: "count", least: 1, most: 200 },
		{ key: "rest", name: "seconds of rest between sets", of: "seconds", least: 0, most: 1800 },
	],
	fresh: { minutes: 15, setUp: 2, perTry: 12, perSet: 9, rest: 60 },
	formula: "whole sets with rests between, then part of a set",
	assumes: "A try takes as long at the end as at the start. Plans use each rung’s own times.",
	work(values) {
		const minutes = num(values, "minutes");
		const seconds = 60 * (minutes - num(values, "setUp"));
		if (seconds <= 0)
			return refuse("setUp", "Setting up takes all of the minutes. Enter more minutes, or set up before.");
		const [perTry, perSet, rest] = [num(values, "perTry"), num(values, "perSet"), num(values, "rest")];
		const value = triesIn(seconds, perTry, perSet, rest);
		if (value === 0) return refuse("minutes", "Not a single try fits. Enter more minutes.");
		const sets = Math.ceil(value / perSet);
		return {
			ok: true,
			value: {
				large: { value, of: "count", words: value === 1 ? "try fits" : "tries fit" },
				says: [[`${plural(sets, "set")}, the last of ${value - (sets - 1) * perSet}.`]],
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
				line: [`${value} tries in ${minutes} minutes, ${plural(sets, "set")}.`],
				tries: value,
				minutes,
			},
		};
	},
};
