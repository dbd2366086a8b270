import { refuse } from "@/core/refusals/refusals";
import { num, type Sum } from "./sum";

export const kit: Sum = {
	id: "kit",
	title: "Kit by body measures",
	asks: "which size of kit goes with a measure of the body",
	fields: [
		{ key: "measure", name: "measure of the body", of: "size", least: 0.01, most: 3 },
		{ key: "times", name: "times", of: "number", least: 0.01, most: 5, hint: ["your own rule of thumb"] },
		{ key: "plus", name: "and this much more", of: "size", least: -1, most: 1 },
	],
	fresh: { measure: 0.74, times: 0.96, plus: 0 },
	result: { least: 0.01, most: 3, field: "times" },
	formula: "size = times × measure + more",
	assumes: "Your own rule of thumb. Measured today; who grows is measured again in three months.",
	caution: "Where its maker says otherwise, the maker’s word holds.",
	work(values) {
		const measure = num(values, "measure");
		const value = num(values, "times") * measure + num(values, "plus");
		if (value <= 0) return refuse("plus", "Nothing is left of it; take less away.");
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
