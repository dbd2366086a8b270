import { orderWords } from "@/core/caller/orderWords";
import type { Difficulty } from "@/core/difficulty/difficulty";
import { inTen } from "@/core/text/figures";
import { list, plural } from "@/core/text/lists";
import type { RungSettings } from "./rung";

/** The settings of a rung beyond the six one always sees, in groups that open alone. */
export const rungGroups = [
	"sets and cues",
	"outcomes",
	"calls",
	"forms",
	"others",
	"difficulty",
	"safety",
	"load",
] as const;
export type RungGroup = (typeof rungGroups)[number];

export const rungGroupNames: Record<RungGroup, string> = {
	"sets and cues": "Sets and cues",
	outcomes: "Outcomes of a try",
	calls: "Calls",
	forms: "Easier and harder form",
	others: "With two or more",
	difficulty: "Difficulty",
	safety: "Safety and kit",
	load: "Load",
};

const said = (parts: readonly (string | false | 0 | undefined)[], none: string): string =>
	parts.filter(Boolean).join(" · ") || none;

const partsIn = (loads: Readonly<Record<string, number | undefined>> | undefined, whose = ""): string[] =>
	Object.entries(loads ?? {}).map(([part, load]) => `${whose}${part} ${load}`);

/**
 * What is set in each group, in a line that is true without opening it; "none" where nothing is.
 *
 * @param difficulties the scales its notches are counted on
 */
export function groupWords(rung: RungSettings, difficulties: readonly Difficulty[]): Record<RungGroup, string> {
	const { caller, scale, decisions } = rung;
	const scales = difficulties.flatMap(({ id, name, notches }) => {
		const at = rung.notches[id];
		return at === undefined ? [] : [`${name}: ${notches[at]?.name ?? at}`];
	});
	return {
		"sets and cues": said(
			[
				`sets of ${rung.triesPerSet}`,
				`ready at ${inTen(rung.readyRate)} in 10`,
				`cue after the same fault ${plural(rung.correctAfter, "time")}`,
				rung.yes && `asks ${rung.yes === "coach" ? "you" : rung.yes === "student" ? "the student" : "both of you"}`,
			],
			"none",
		),
		outcomes: said(
			[
				scale ? list(scale.map(({ label }) => label || "?")) : "hit or miss",
				rung.unit && `measured in ${rung.unit}`,
				rung.second && `and ${rung.second}`,
				decisions && decisions.length > 0 && plural(decisions.length, "call"),
			],
			"none",
		),
		calls: caller
			? said([orderWords[caller.order.kind][0], caller.beat && `every ${caller.beat.every} s`], "")
			: "none",
		forms: said([rung.easier && `easier: ${rung.easier}`, rung.harder && `harder: ${rung.harder}`], "none"),
		others: said(
			[
				rung.bothPass && "both must pass",
				list((rung.roles ?? []).map(({ who }) => who)),
				rung.swapAfter && `swap after ${rung.swapAfter}`,
			],
			"none",
		),
		difficulty: scales.length > 3 ? plural(scales.length, "scale") : said(scales, "none"),
		safety: said(
			[
				rung.care.length > 0 && plural(rung.care.length, "check"),
				rung.neverAlone && "never alone",
				(rung.needs ?? []).length > 0 && list(rung.needs ?? []),
			],
			"none",
		),
		load: said([...partsIn(rung.loads), ...partsIn(rung.feederLoads, "feeder ")], "none"),
	};
}
