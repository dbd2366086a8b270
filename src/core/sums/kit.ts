import { refuse } from "@/core/refusals/refusals";
import { num, type Sum } from "./sum";

export const kit: Sum = {
	id: "kit",
	title: "Kit by body measures",
	asks: "which size of kit fits a body measure",
	fields: [
		{ key: "measure", name: "body measure", of: "size", least: 0.01, most: 3 },
		{ key: "times", name: "times", of: "number", least: 0.01, most: 5, hint: ["your own rule of thumb"] },
		{ key: "plus", name: "plus", of: "size", least: -1, most: 1 },
	],
	fresh: { measure: 0.74, times: 0.96, plus: 0 },
	result: { least: 0.01, most: 3, field: "times" },
	formula: "size = times × measure + more",
	assumes: "Your own rule of thumb. Measured today. Measure again in three months while they grow.",
	caution: "If the maker says otherwise, follow the maker.",
	work(values) {
		const measure = num(values, "measure");
		const value = num(values, "times") * measure + num(values, "plus");
		if (value <= 0) return refuse("plus", "The result is 0 or less. Subtract less.");
		return {
			ok: true,
			value: {
				large: { value, of: "size", words: "is the size to look for" },
				says: [["From a measure of ", { value: measure, of: "size" }, "."]],
				drawing: {
					kind: "bars",
					of: "size",
					bars: [
						{ label: "body", value: measure },
						{ label: "kit", value, marked: true },
					],
				},
				line: ["Kit of ", { value, of: "size" }, " by a measure of ", { value: measure, of: "size" }, "."],
			},
		};
	},
};
