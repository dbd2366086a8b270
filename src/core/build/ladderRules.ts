import { analyseAt } from "@/core/analysis/analyse";
import type { Split } from "@/core/analysis/chances";
import { searchRules } from "@/core/analysis/find";
import type { Finding } from "@/core/analysis/finding";
import type { Ask } from "@/core/analysis/wald";
import { type Outcome, refuse } from "@/core/refusals/refusals";
import { fewestTries, hitOrMiss, type Rule } from "@/core/rules";
import { sum } from "@/core/statistics/sums";

/** A rule for a stretch of a ladder, with its limit a lesson. */
export interface TierRule {
	rule: Rule;
	limit: number;
}

/** Limits are searched under this. */
const UNDER = 60;
/** Share of ready students who are to be through by the limit. */
const THROUGH = 0.95;
/** How much of the risk that is accepted is taken, from the bottom up: never more than all of it, and less towards the top. */
const SHARES = [1, 0.75, 0.5] as const;

/**
 * Rep limit of a rung: by when 95 in 100 of the ready who pass under 60 tries have passed.
 *
 * @param ready the rate that is ready
 * @param split how tries come out on it; hit or miss where nothing is said
 */
export function limitFor(rule: Rule, ready: number, split?: Split): number {
	const { passAt } = analyseAt(rule, ready, UNDER, split);
	const all = sum(passAt);
	let [passed, tries] = [0, 0];
	while (tries < passAt.length && passed < THROUGH * all - 1e-12) passed += passAt[tries++] as number;
	return all > 0 ? Math.max(tries, fewestTries(rule, hitOrMiss) ?? 0) : UNDER;
}

/**
 * Rules for the lower, the middle and the upper third of a ladder, stricter towards
 * the top. Of what keeps both risks the simplest is taken where its price is small.
 * Yields how far it is, from 0 to 1.
 */
export function* searchLadderRules(ask: Omit<Ask, "limit">): Generator<number, Outcome<TierRule[]>> {
	const tiers: TierRule[] = [];
	for (const [i, share] of SHARES.entries()) {
		const search = searchRules({ ...ask, riskPass: ask.riskPass * share, limit: UNDER });
		let step = search.next();
		for (; !step.done; step = search.next()) yield (i + step.value.done) / SHARES.length;
		const outcome: Outcome<Finding> = step.value;
		if (!outcome.ok) return outcome;
		const { found, simplest } = outcome.value;
		const rule = simplest?.close ? simplest.found.rule : (found[0]?.rule ?? simplest?.found.rule);
		if (!rule)
			return refuse(
				"ask",
				`No rule under ${UNDER} tries keeps both risks. ${outcome.value.remarks.join(" ")} Allow more risk, or set ready and not ready further apart.`,
			);
		tiers.push({ rule, limit: limitFor(rule, ask.ready, ask.split) });
	}
	return { ok: true, value: tiers };
}

/** The rule of a rung, by its place: the lowest is 0 of `rungs`. */
export const tierOf = (tiers: readonly TierRule[], rung: number, rungs: number): TierRule =>
	tiers[Math.min(tiers.length - 1, Math.floor((tiers.length * rung) / rungs))] as TierRule;
