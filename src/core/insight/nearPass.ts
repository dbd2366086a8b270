import type { Split } from "@/core/analysis/chances";
import { hasMust, splitOn } from "@/core/analysis/ways";
import type { Coach } from "@/core/coach/coach";
import { estimateRate } from "@/core/estimate/rate";
import type { Rung } from "@/core/ladder/ladder";
import { pastTries } from "@/core/ladder/pastTries";
import type { Hole } from "@/core/ladder/rail";
import type { Rule } from "@/core/rules";
import { countDays } from "@/core/rules/days";

/**
 * Whether a student is near a pass on the rung of the peg: the same on every page. From eight tries on, where the next
 * lesson passes it in 50 of 100 at today's score; a rule on several days, where all of them but one are met.
 */
export const ENOUGH_TRIES = 8;
export const NEAR_CHANCE = 0.5;

/** What has to be worked out for it; where the days say it, nothing. */
export type NearAsk =
	| { kind: "days" }
	| { kind: "chance"; rule: Rule; limit: number; rate: number; split?: Split | undefined };

/** @returns null where too little was tried to say so, or the rung is passed already */
export function nearAsk(
	{ settings }: Rung,
	hole: Pick<Hole, "recent" | "ways" | "metDays" | "state"> | null,
	{
		day,
		positions,
		coach,
	}: {
		day: string;
		positions: readonly { id: string; must?: boolean | undefined }[];
		coach: Pick<Coach, "partnersLeftOut">;
	},
): NearAsk | null {
	if (!hole || (hole.state !== "open" && hole.state !== "skipped")) return null;
	const { rule } = settings;
	if (rule.kind === "days") return countDays(hole.metDays, rule.gap) >= rule.days - 1 ? { kind: "days" } : null;
	const tries = pastTries(hole, day, coach);
	const rate = tries.length >= ENOUGH_TRIES ? estimateRate(tries) : null;
	if (!rate?.ok) return null;
	const split = splitOn(settings, hole.ways, hasMust(settings, positions));
	return { kind: "chance", rule: rule as Rule, limit: settings.limit, rate: rate.value.mean, split };
}
