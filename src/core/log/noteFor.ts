import { plural } from "@/core/words/numbers";
import { inTerms } from "./terms";
import type { RungWrap } from "./wrap";

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
		const passed = rung.met ? " Passed." : "";
		lines.push(
			`${rung.name}: ${rung.good} of ${plural(rung.tries, "try", "tries")} good${rung.longestRun === null ? "" : `, longest run ${rung.longestRun}`}.${inTerms(
				rung,
			)
				.map((said) => ` ${said}.`)
				.join("")}${passed}`,
		);
		const cues = [
			...new Set(rung.cues.filter((cue) => cue.type === "correction" && cue.kind).map((cue) => `“${cue.words}”`)),
		];
		if (cues.length > 0) lines.push(`Remember: ${cues.join(", ")}.`);
	}
	if (practise.length > 0) lines.push("", "Until then, practise:");
	for (const { name: rung, much } of practise) lines.push(`- ${rung}${much ? `: ${much}` : ""}`);
	if (next) lines.push("", `Next lesson: ${next}.`);
	return lines.join("\n");
}
