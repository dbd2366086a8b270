import { chanceAtLeast } from "@/core/estimate/chanceAtLeast";
import { easingAct } from "../facts";
import type { Line } from "../line";

const LEAST_TRIES = 8;
const UNLIKELY = 0.05;

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
		if (tries.length < LEAST_TRIES) return null;
		const good = tries.filter((t) => t.good).length;
		const chance = chanceAtLeast(1 + good, 1 + tries.length - good, placing.bandLow);
		if (chance >= UNLIKELY) return null;
		const band = Math.round(placing.bandLow * 100) / 10;
		const told = `${good} of ${tries.length} good: ${chance < 0.01 ? "under 1" : Math.round(chance * 100)} in 100 that this is a ${band}-in-10 rung today.`;
		const evidence = tries.map((t) => t.id);
		if (inDip)
			return { title: "A dip is expected here", reason: `${told} The rung is new; give it time.`, act: null, evidence };
		const { title, act } = easingAct(facts);
		return { title: `Too hard today. ${title}`, reason: told, act, evidence };
	},
};
