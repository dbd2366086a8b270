import type { RungSettings } from "@/core/ladder/rung";
import { CHECK } from "@/core/ladder/shortCheck";
import type { Placing } from "@/core/log/kinds";
import { countedIn, inOrder, type LessonView } from "@/core/log/view";

/** What a short look at a rung is run under: seven of ten, beyond what the rung's limit has seen of the day already. */
export function checkUnder(
	{ visits }: Pick<LessonView, "visits">,
	{ ladder, rung, usedToday = 0 }: Pick<Placing, "ladder" | "rung" | "usedToday">,
): Pick<RungSettings, "rule" | "limit" | "triesPerSet"> {
	const here = visits.filter((visit) => visit.ladder === ladder && visit.rung === rung).flatMap(inOrder);
	return { rule: { ...CHECK }, limit: CHECK.n + usedToday + countedIn(here), triesPerSet: CHECK.n };
}
