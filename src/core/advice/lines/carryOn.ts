import { plural } from "@/core/words/numbers";
import type { Line } from "../line";

/** Nothing asks for a decision. */
export const carryOn: Line = {
	name: "carry-on",
	always: true,
	speak({ input, counted }) {
		const { verdict, variation } = input;
		if (verdict.kind === "met")
			return { title: "Carry on", reason: "The rule is met; you chose to stay.", act: null, evidence: [] };
		if (verdict.kind === "cannot be met today")
			return {
				title: "Carry on, or add tries",
				reason: `${plural(verdict.left, "try is", "tries are")} left, too few for the rule today.`,
				act: null,
				evidence: [],
			};
		if (counted.length === 0) return { title: "Carry on", reason: "No tries yet.", act: null, evidence: [] };
		const { needs } = input.visit.judgements[variation];
		return {
			title: "Carry on",
			reason: needs === null ? "Nothing asks for a word." : `At best, ${needs} more good would do it.`,
			act: null,
			evidence: [],
		};
	},
};
