import { isTicked, type Rule } from "@/core/rules";
import { floorOf } from "@/core/rules/points";
import { scales } from "@/core/rules/scale";
import { plural } from "@/core/text/lists";
import type { RungSettings } from "./rung";

/** A points game as a row of boxes that a coin is moved along: nothing has to be added up. */
export interface Track {
	/** Boxes behind the start; the last of them is the bust, where there is one. */
	below: number;
	/** Boxes before it; the last of them is the target. */
	above: number;
	words: string;
}

/** More are hard to find one's place on. */
const MOST = 24;
const boxes = (n: number) => plural(n, "box");
const step = (points: number) => (points > 0 ? `${boxes(points)} on` : points < 0 ? `${boxes(-points)} back` : "stay");

/** The track of a points game with few enough boxes; null for any other rule, and for a longer game. */
export function trackOf({ rule, scale = scales["hit or miss"] }: Pick<RungSettings, "rule" | "scale">): Track | null {
	if (rule.kind !== "points" || rule.targets) return null;
	const floor = floorOf(rule);
	const below = rule.bust ?? (floor === null ? null : -floor);
	const label = (code: string) => scale.find((one) => one.code === code)?.label ?? code;
	const named = Object.entries(rule.weights);
	if (below === null || rule.target + below > MOST || named.length === 0) return null;
	const steps = named.map(([code, points]) => `${label(code)}: ${step(points)}`).join(", ");
	const end = rule.bust
		? "The last box behind: go one rung down"
		: `Never ${below > 0 ? `further back than ${boxes(below)} behind` : "behind"} the start`;
	return {
		below,
		above: rule.target,
		words: `Move a coin along the row of boxes. ${steps}. The last box ahead: passed. ${end}`,
	};
}

/** What a card asks for: the coin on boxes, a row of boxes in the place of a longer game, the rule itself, or that it is the lesson's to judge. */
export function atHome(settings: Pick<RungSettings, "rule" | "scale">, sentence: string, window: Rule | null): string {
	const track = trackOf(settings);
	if (track) return track.words;
	if (window?.kind === "block") return `${window.k} good in a row of ${window.n} boxes`;
	return isTicked(settings.rule as Rule) ? sentence : "Tick every try. Your coach judges the pass in the lesson";
}

/** A points game that no row of boxes holds: at home another rule has to stand in. */
export const needsWindow = (settings: RungSettings): boolean =>
	settings.rule.kind === "points" && trackOf(settings) === null && settings.limit >= 4;
