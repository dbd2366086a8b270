import { SHOWN } from "@/core/skill/cue";
import { plural } from "@/core/words/numbers";
import { inTerms } from "./terms";
import { namedForm, type RungWrap, scoreOf, tellsRuns } from "./wrap";

/**
 * A note a student can read: what was done, in numbers, and what was said. No
 * judgement and no cheering; the coach adds those.
 */
export function noteFor(
	name: string,
	day: string,
	rungs: readonly RungWrap[],
	next: string | null,
	practise: readonly { name: string; much: string }[] = [],
): string {
	const lines = [`${name}, lesson of ${day}`, ""];
	for (const rung of rungs) {
		const { good, tries, of } = scoreOf(rung);
		const passed = rung.met ? (rung.easedBy ? " Passed in the eased form." : " Passed.") : "";
		const score =
			of === "stretch"
				? "no tries of their own"
				: good === null
					? `${plural(tries, "try", "tries")} to warm up`
					: `${good} of ${plural(tries, "try", "tries")} good${of === "variation" ? ", on a variation" : ""}`;
		const run = tellsRuns(rung) && rung.longestRun !== null ? `, longest run ${rung.longestRun}` : "";
		const beside =
			of === "rung" && rung.variationTries > 0
				? ` On a variation, ${rung.variationGood} of ${rung.variationTries} good.`
				: "";
		const terms = inTerms(rung).map((said) => ` ${said.charAt(0).toUpperCase()}${said.slice(1)}.`);
		// Of choices the first of its terms says the score.
		const plain = rung.visits.at(-1)?.rule.kind === "decision" && of === "rung" ? "" : ` ${score}${run}.`;
		lines.push(`${namedForm(rung)}:${plain}${terms.join("")}${beside}${passed}`);
		const cues = [
			...new Set(
				rung.cues
					.filter((cue) => cue.type === "correction" && cue.kind && cue.words !== SHOWN.text)
					.map((cue) => `“${cue.words}”`),
			),
		];
		if (cues.length > 0) lines.push(`Remember: ${cues.join(", ")}.`);
	}
	if (practise.length > 0) lines.push("", "Until then, practise:");
	for (const { name: rung, much } of practise) lines.push(`- ${rung}${much ? `: ${much}` : ""}`);
	if (next) lines.push("", `Next lesson: ${next}.`);
	return lines.join("\n");
}
