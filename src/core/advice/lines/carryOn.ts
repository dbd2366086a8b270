import { plural } from "@/core/text/lists";
import type { AdviceInput, Line } from "../line";
import { CALM, calmOn } from "./backToRung";

/** Nothing asks for a decision. */
export const carryOn: Line = {
	name: "carry-on",
	always: true,
	propose({ input, counted }) {
		const { verdict } = input;
		if (verdict.kind === "met")
			return { title: "Carry on", reason: "The rule is met. You chose to stay.", act: null, evidence: [] };
		if (verdict.kind === "cannot be met today")
			return {
				title: "Carry on, or add tries",
				reason: `${plural(verdict.left, "try")} left today: not enough to meet the rule.`,
				act: null,
				evidence: [],
			};
		if (counted.length === 0) return { title: "Carry on", reason: "No tries yet.", act: null, evidence: [] };
		return {
			title: "Carry on",
			reason: atBest(input) ?? "No cue needed now.",
			act: null,
			evidence: [],
		};
	},
};

/** What the form in hand needs at best; nothing of a form that nothing is judged on. */
function atBest({ visit, variation }: AdviceInput): string | null {
	if (variation === "harder") return null;
	if (variation === "easier" && !visit.placing.easedBy) {
		const left = CALM - calmOn(visit.entries).length;
		return left > 0 ? `Soonest back to the rung: ${left} more good in a row.` : null;
	}
	const { needs } = visit.judgements[variation];
	return needs === null || needs === 0 ? null : `Soonest pass: ${needs} more.`;
}
