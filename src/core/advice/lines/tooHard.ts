import { tooHardChance } from "@/core/estimate/tooHard";
import { lookedFor, type Variation } from "@/core/log/kinds";
import type { TryView } from "@/core/log/view";
import { easingAct, type Facts } from "../facts";
import type { Line } from "../line";

/** Words before steps: one position carries half or more of what was off, and had no word since it began. */
function unanswered({ input, placing }: Facts, tries: readonly TryView[]): boolean {
	const off = tries.filter(({ body }) => body.off.length > 0);
	return lookedFor(placing).some(({ id }) => {
		const its = off.filter(({ body }) => body.off.some(({ position }) => position === id));
		const [first] = its;
		if (!first || 2 * its.length < off.length) return false;
		const { entries } = input.visit;
		const from = entries.findIndex(({ event }) => event.id === first.id);
		return !entries
			.slice(from + 1)
			.some(
				({ event }) => event.kind === "feedback" && event.body.type !== "confirmation" && event.body.position === id,
			);
	});
}

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
		if (chance === null || unanswered(facts, tries)) return null;
		const band = Math.round(placing.bandLow * 100) / 10;
		const told = `${good} of ${all} good. Chance of ${band} in 10 or better today: ${chance < 0.01 ? "under 1" : Math.round(chance * 100)} in 100.`;
		const evidence = [...tries, ...tallies].map((t) => t.id);
		if (inDip)
			return { title: "A dip is expected here", reason: `${told} The rung is new. Give it time.`, act: null, evidence };
		const { title, act } = easingAct(facts);
		return { title: `Too hard today. ${title}`, reason: told, act, evidence };
	},
};
