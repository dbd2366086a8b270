import type { RungSettings } from "@/core/ladder/rung";
import { CHECK } from "@/core/ladder/shortCheck";
import type { Placing } from "@/core/log/kinds";
import { countedIn, inOrder, type LessonView } from "@/core/log/view";

/**
 * What a look at a rung is run under: seven of ten, or its own rule and its own limit, beyond
 * what that limit has seen of the day already.
 */
export function checkUnder(
	{ visits }: Pick<LessonView, "visits">,
	{ ladder, rung, settings, usedToday = 0 }: Pick<Placing, "ladder" | "rung" | "settings" | "usedToday">,
	own = false,
): Pick<RungSettings, "rule" | "limit" | "triesPerSet"> {
	const here = visits.filter((visit) => visit.ladder === ladder && visit.rung === rung).flatMap(inOrder);
	const { rule, limit, triesPerSet } = own ? settings : { rule: { ...CHECK }, limit: CHECK.n, triesPerSet: CHECK.n };
	return { rule, limit: limit + usedToday + countedIn(here), triesPerSet };
}
