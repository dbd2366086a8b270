import { tooHardChance } from "@/core/estimate/tooHard";
import type { Variation } from "@/core/log/kinds";
import { easingAct } from "../facts";
import type { Line } from "../line";

/**
 * Eight tries or more, and the true rate hardly reaches the working band: chance
 * under 5 % from a uniform prior. Against the ready rate instead, one ready student
 * in six would be turned away.
 */
export const tooHard: Line = {
	name: "too-hard",
	flickers: true,
	propose(facts) {
		const { placing, input, inDip } = facts;
		const inHand = ({ variation }: { variation: Variation }) => variation === input.variation;
		const tries = facts.fresh.filter(inHand);
		const tallies = facts.freshTallies.filter(inHand);
		const all = tallies.reduce((sum, tally) => sum + tally.tries, tries.length);
		const good = tallies.reduce((sum, tally) => sum + tally.good, tries.filter((t) => t.good).length);
		const chance = tooHardChance(good, all, placing.bandLow);
		if (chance === null) return null;
		const band = Math.round(placing.bandLow * 100) / 10;
		const told = `${good} of ${all} good: ${chance < 0.01 ? "under 1" : Math.round(chance * 100)} in 100 that this is a ${band}-in-10 rung today.`;
		const evidence = [...tries, ...tallies].map((t) => t.id);
		if (inDip)
			return { title: "A dip is expected here", reason: `${told} The rung is new; give it time.`, act: null, evidence };
		const { title, act } = easingAct(facts);
		return { title: `Too hard today. ${title}`, reason: told, act, evidence };
	},
};
