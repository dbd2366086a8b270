import { outcomesOn } from "@/core/ladder/good";
import { yesAsked } from "@/core/ladder/rung";
import { countedIn, formOf, inOrder } from "@/core/log/view";
import { fewestTries, ruleSentence } from "@/core/rules";
import { plural } from "@/core/text/lists";
import { type Facts, indexOf } from "../facts";
import type { Advice, Line } from "../line";

/** The rule is met: a rung up, or back up to where the student stepped down from. */
export const stepUp: Line = {
	name: "step-up",
	propose(facts) {
		const { input, placing } = facts;
		if (input.verdict.kind !== "met") return null;
		// Three sets a mark on a fixed-dose ladder and lets the next lines speak.
		if (placing.policy === "fixed dose") return null;
		const { days } = input.context;
		if (days && days.done < days.of)
			return {
				title: `Day ${days.done} of ${days.of} done`,
				reason: `The rule is met for today. It must be met on ${days.of} different days. Move on.`,
				act: { kind: "next" },
				evidence: evidenceOf(facts),
			};
		if (facts.settings.bothPass && input.other?.met === false)
			return {
				title: "Passed. The other has not yet",
				reason: `Both must pass before either moves up. ${otherNeeds(input.other.needs)}`,
				act: null,
				evidence: evidenceOf(facts),
			};
		return placing.reEarn ? backUp(facts, placing.reEarn.from) : oneUp(facts);
	},
};

/** What the one they work with still has to do. */
const otherNeeds = (needs: number | null): string =>
	needs === null ? "The other cannot pass today." : `The other needs at least ${needs} more.`;

const provedBy = ({ input }: Facts) => input.visit.tallies.find((tally) => tally.id === input.verdict.metBy);

function evidenceOf(facts: Facts): string[] {
	const { input, counted } = facts;
	const tally = provedBy(facts);
	if (tally) return [tally.id];
	const at = counted.findIndex((t) => t.id === input.verdict.metBy);
	return counted
		.slice(0, at + 1)
		.filter((t) => t.variation === formOf(facts.placing))
		.map((t) => t.id);
}

/** Tries of this visit up to the one that met the rule: those entered as numbers, and those on another form, are tries too. */
function triesTo({ visit, verdict }: Facts["input"]): number {
	const items = inOrder(visit);
	return countedIn(items.slice(0, items.findIndex(({ id }) => id === verdict.metBy) + 1));
}

function oneUp(facts: Facts): Omit<Advice, "line" | "canSilence"> {
	const { placing, input } = facts;
	const index = indexOf(facts);
	const above = index < 0 ? undefined : placing.order[index + 1];
	const tally = provedBy(facts);
	const after = tally
		? `whatever the order of ${tally.good} good in ${tally.tries}`
		: `after ${plural(triesTo(input), "try")}`;
	const reason = `Passed${placing.easedBy ? " in its easier form" : ""}: ${ruleSentence(input.visit.rule)}, ${after}.`;
	if (!above)
		return {
			title: index < 0 ? "The rule is met" : "Top rung passed: the ladder is finished",
			reason: index < 0 ? reason : `${reason} Choose what follows.`,
			act: index < 0 ? null : { kind: "next" },
			evidence: evidenceOf(facts),
		};
	const { yes } = facts.settings;
	return {
		title: yes ? `${yesAsked[yes]} ${above.name}?` : `Step up: ${above.name}`,
		reason: yes ? `${reason} Press follow if the answer is yes.` : `${reason} Expect a dip on the new rung.`,
		act: { kind: "move", to: above.id, reason: "passed", ...(yes ? { yes } : {}) },
		evidence: evidenceOf(facts),
	};
}

/** Back up is a new visit: once a rung and lesson, and only if the rule can still be met in what is left. */
function backUp(facts: Facts, from: string): Omit<Advice, "line" | "canSilence"> {
	const { placing, input } = facts;
	const evidence = evidenceOf(facts);
	const name = placing.order.find((rung) => rung.id === from)?.name ?? "the rung above";
	const earlier = input.visits.filter((visit) => visit.ladder === placing.ladder && visit.rung === from);
	const calm = `${ruleSentence(input.visit.rule)}: calm again.`;
	const next = (why: string) => ({
		title: "Earned again. Move on",
		reason: `${calm} ${why}`,
		act: { kind: "next" } as const,
		evidence,
	});
	if (earlier.length > 1) return next(`They tried ${name} twice today already.`);
	const before = earlier[0];
	const left = input.leftOn(from);
	const fewest = before
		? fewestTries(before.rule, outcomesOn(before.placing.settings, before.placing.positions))
		: null;
	if (fewest !== null && left !== null && left < fewest)
		return next(`Only ${plural(left, "try")} left today on ${name}: not enough for its rule.`);
	return {
		title: `Step back up: ${name}`,
		reason: calm,
		act: { kind: "move", to: from, reason: "stepped back up" },
		evidence,
	};
}
