import { refuse } from "@/core/refusals/refusals";
import { decimal } from "./decimal";
import { many, type Sum } from "./sum";

/** Seconds each waits so that all arrive with the slowest. */
export const gapsOf = (times: readonly number[]): number[] => {
	const slowest = Math.max(...times);
	return times.map((time) => slowest - time);
};

export const gaps: Sum = {
	id: "gaps",
	title: "Start gaps, to arrive together",
	asks: "how much later each one starts",
	fields: [
		{
			key: "times",
			name: "times of each",
			of: "seconds",
			least: 0.1,
			most: 3600,
			many: 12,
			hint: ["seconds, separated by spaces"],
		},
	],
	fresh: { times: [14, 18.5, 21] },
	formula: "gap = the slowest time − your own",
	assumes: "Each takes as long as last time.",
	work(values) {
		const times = many(values, "times");
		if (times.length < 2) return refuse("times", "Enter the times of at least two.");
		const waits = gapsOf(times);
		const most = Math.max(...waits);
		const slowest = Math.max(...times);
		return {
			ok: true,
			value: {
				large: { value: most, of: "seconds", words: "is the longest gap" },
				says: waits.map((wait, i) =>
					wait === 0
						? [`Number ${i + 1} starts first.`]
						: [`Number ${i + 1} starts `, { value: wait, of: "seconds" }, " later."],
				),
				drawing: {
					kind: "time",
					seconds: slowest,
					spans: times.map((_, i) => ({ label: `number ${i + 1}`, from: waits[i] as number, to: slowest })),
				},
				line: ["Start gaps: ", waits.map((wait) => `${decimal(wait, 2)} s`).join(", "), "."],
			},
		};
	},
};
