import { refuse } from "@/core/refusals/refusals";
import { mean, sum } from "@/core/statistics/sums";
import { many, num, type Sum } from "./sum";

/** Least squares through pairs: the value at nought and the slope. */
export function lineThrough(xs: readonly number[], ys: readonly number[]): { at0: number; slope: number } {
	const [mx, my] = [mean(xs), mean(ys)];
	const spread = sum(xs, (x) => (x - mx) ** 2);
	const slope = sum(xs, (x, i) => (x - mx) * ((ys[i] as number) - my)) / spread;
	return { at0: my - slope * mx, slope };
}

export const effort: Sum = {
	id: "effort",
	title: "What an effort out of 10 really is",
	asks: "how far, high or fast their efforts really are",
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
	assumes: "That effort means the same to them today. Far from the efforts they tried it says little.",
	work(values) {
		const [efforts, measured] = [many(values, "efforts"), many(values, "measured")];
		if (efforts.length !== measured.length)
			return refuse(
				"measured",
				`There are ${efforts.length} efforts and ${measured.length} measures. Each try needs both.`,
			);
		if (new Set(efforts).size < 2)
			return refuse("efforts", "All tries were at one effort. Enter at least two efforts.");
		const { at0, slope } = lineThrough(efforts, measured);
		if (slope <= 0)
			return refuse("measured", "In these tries more effort did not give more. No effort can be suggested.");
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
