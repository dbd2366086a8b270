import type { Refusal } from "@/core/refusals/refusals";
import { fewestTries } from "@/core/rules";
import { scales } from "@/core/rules/scale";
import { plural } from "@/core/text/lists";
import { outcomesOn } from "./good";
import type { RungSettings } from "./rung";

/** Fewest tries the rung can be passed in, by its own outcomes; null where it never can. */
export const fewestOf = (
	rung: Pick<RungSettings, "gate" | "scale" | "decisions" | "freeChoice" | "rule">,
): number | null => fewestTries(rung.rule, outcomesOn(rung));

/**
 * Why the rung cannot be passed as it stands, with the field that is to change. It is asked
 * of what is to be saved, and not of the record: what was run under settings like these was run.
 */
export function passRefusal(rung: RungSettings): Refusal | null {
	const fewest = fewestOf(rung);
	if (fewest === null)
		return {
			path: "rule",
			sentence: `"${rung.name}" can never be passed: no series of its outcomes (${(rung.scale ?? scales["hit or miss"]).map((one) => one.label).join(", ")}) meets its rule. Choose a rule that counts them, or other outcomes.`,
		};
	return rung.limit < fewest
		? {
				path: "limit",
				sentence: `"${rung.name}" allows ${plural(rung.limit, "try")} a day, but its rule needs at least ${fewest}. Set the limit to ${fewest} or more.`,
			}
		: null;
}
