import { SHOWN } from "@/core/skill/cue";
import { plural } from "@/core/text/lists";
import { inTerms } from "./terms";
import { namedForm, type RungWrap, scoreOf, tellsRuns } from "./wrap";

/** The rung's score in words, and its longest run where a run means something. */
function scoreLine(rung: RungWrap): string {
	const { good, tries, of } = scoreOf(rung);
	const run = tellsRuns(rung) && rung.longestRun !== null ? `, longest run ${rung.longestRun}` : "";
	if (of === "stretch") return `no tries of their own${run}`;
	if (good === null) return `${plural(tries, "try", "tries")} to warm up${run}`;
	return `${good} of ${plural(tries, "try", "tries")} good${of === "variation" ? ", on a variation" : ""}${run}`;
}

const passedWords = ({ met, easedBy }: RungWrap): string =>
	met ? (easedBy ? " Passed in the eased form." : " Passed.") : "";

const asSentence = (words: string): string => ` ${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** What was done on one rung. */
function rungLine(rung: RungWrap): string {
	const { of } = scoreOf(rung);
	// Of choices the first of its terms says the score.
	const saidByTerms = rung.visits.at(-1)?.rule.kind === "decision" && of === "rung";
	const plain = saidByTerms ? "" : ` ${scoreLine(rung)}.`;
	const beside =
		of === "rung" && rung.variationTries > 0
			? ` On a variation, ${rung.variationGood} of ${rung.variationTries} good.`
			: "";
	return `${namedForm(rung)}:${plain}${inTerms(rung).map(asSentence).join("")}${beside}${passedWords(rung)}`;
}

/** Cues to remember, each once; a demonstration is nothing to remember by its words. */
function cueLine({ cues }: RungWrap): string[] {
	const words = cues
		.filter((cue) => cue.type === "correction" && cue.kind && cue.words !== SHOWN.text)
		.map((cue) => `“${cue.words}”`);
	return words.length > 0 ? [`Remember: ${[...new Set(words)].join(", ")}.`] : [];
}

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
	for (const rung of rungs) lines.push(rungLine(rung), ...cueLine(rung));
	if (practise.length > 0) lines.push("", "Until then, practise:");
	for (const { name: rung, much } of practise) lines.push(`- ${rung}${much ? `: ${much}` : ""}`);
	if (next) lines.push("", `Next lesson: ${next}.`);
	return lines.join("\n");
}
