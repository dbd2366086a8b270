import { tooHardChance } from "@/core/estimate/tooHard";
import { easingAct } from "../facts";
import type { Line } from "../line";

/**
 * Eight tries or more, and the true rate hardly reaches the working band: chance
 * under 5 % from a uniform prior. Against the ready rate instead, one ready student
 * in six would be turned away.
 */
export const tooHard: Line = {
	name: "too-hard",
	speak(facts) {
		const { placing, input, inDip } = facts;
		const tries = facts.fresh.filter((t) => t.variation === input.variation);
		const good = tries.filter((t) => t.good).length;
		const chance = tooHardChance(good, tries.length, placing.bandLow);
		if (chance === null) return null;
		const band = Math.round(placing.bandLow * 100) / 10;
		const told = `${good} of ${tries.length} good: ${chance < 0.01 ? "under 1" : Math.round(chance * 100)} in 100 that this is a ${band}-in-10 rung today.`;
		const evidence = tries.map((t) => t.id);
		if (inDip)
			return { title: "A dip is expected here", reason: `${told} The rung is new; give it time.`, act: null, evidence };
		const { title, act } = easingAct(facts);
		return { title: `Too hard today. ${title}`, reason: told, act, evidence };
	},
};
