import type { KeyPosition } from "@/core/skill/skill";
import { toleranceWords } from "@/core/skill/tolerance";
import { capital } from "@/core/text/wording";
import type { Gate } from "./gate";
import type { RungSettings } from "./rung";

/** What makes a try good, for whoever counts without the coach: the same on the student's page, in the file, on paper and on the card. */

const comesOff: Record<Gate, string | null> = {
	result: "It comes off.",
	form: null,
	both: "It comes off.",
	commitment: "You go for it fully, whatever comes of it.",
};

type Seen = Pick<KeyPosition, "id" | "name" | "must" | "tell" | "tolerance" | "forms">;
type Settings = Pick<RungSettings, "gate" | "watch" | "musts">;

/**
 * One line for the gate, one for each must and each watched position the gate looks at, in the skill's order.
 *
 * @param read how a text of the skill is read for this student's sides
 * @returns empty only where the gate looks at form and nothing is watched
 */
export function countsWhen(
	{ gate, watch, musts = [] }: Settings,
	positions: readonly Seen[],
	read: (words: string) => string = (words) => words,
): string[] {
	const first = comesOff[gate];
	const looksAtForm = gate === "form" || gate === "both";
	const lines = positions.flatMap((position) => {
		const isMust = position.must === true || musts.includes(position.id);
		if (!isMust && !(looksAtForm && watch.includes(position.id))) return [];
		const words = [
			inside(read(position.name)),
			[position.tell, toleranceLine(position)].flatMap((one) => (one ? [small(inside(read(one)))] : [])).join(", "),
		]
			.filter(Boolean)
			.join(": ");
		return [`${words}.${isMust ? " Without it no try counts." : ""}`];
	});
	return [...(first ? [first] : []), ...lines];
}

/** A text as it stands inside a sentence: without its own stop. */
const inside = (words: string): string => words.trim().replace(/[.]+$/, "");

/** Going on after a colon: in a small letter, unless it is a word of capitals. */
const small = (words: string): string =>
	/^.\p{Lu}/u.test(words) ? words : words.charAt(0).toLocaleLowerCase() + words.slice(1);

const toleranceLine = ({ tolerance }: Seen): string =>
	tolerance?.by === "range" ? `from ${toleranceWords(tolerance)}` : toleranceWords(tolerance);

/** Other forms that are right as well: of the positions that are looked at, and the rung's own easier form. */
export function allowedForms(
	{ watch, easier }: Pick<RungSettings, "watch" | "easier">,
	positions: readonly Seen[],
	read: (words: string) => string = (words) => words,
): string[] {
	return [
		...positions.flatMap(({ id, name, forms }) =>
			forms && watch.includes(id) ? [`${inside(read(name))}: ${inside(read(forms))} is right too.`] : [],
		),
		...(easier ? [`Too hard today? ${capital(inside(read(easier)))}. Say so in your entry.`] : []),
	];
}

/** What somebody who helps has to do on this rung: how it is fed, counted or watched. */
export const helperLines = (
	{ roles = [] }: Pick<RungSettings, "roles">,
	read: (words: string) => string = (words) => words,
): string[] =>
	roles.flatMap(({ who, words }) => (who === "does" || !words ? [] : [`${helperWords[who]}: ${read(words)}`]));

const helperWords = { feeds: "To feed", counts: "To count", watches: "To watch" } as const;
