import type { MessageId } from "@/core/languages/english";
import type { Say } from "@/core/languages/locale";
import type { KeyPosition } from "@/core/skill/skill";
import { toleranceWords } from "@/core/skill/tolerance";
import { capital } from "@/core/text/wording";
import type { Gate } from "./gate";
import type { RungSettings } from "./rung";

/** What makes a try good, for whoever counts without the coach: the same on the student's page, in the file, on paper and on the card. */

const comesOff = {
	result: "drill.comes off",
	form: null,
	both: "drill.comes off",
	commitment: "drill.committed",
} as const satisfies Record<Gate, MessageId | null>;

/** How the coach's own words are read for a student's sides, and in which language ours are said. */
export interface Reading {
	read: (words: string) => string;
	say: Say<MessageId>;
}

type Seen = Pick<KeyPosition, "id" | "name" | "must" | "tell" | "tolerance" | "forms">;
type Settings = Pick<RungSettings, "gate" | "watch" | "musts">;

/**
 * One line for the gate, one for each must and each watched position the gate looks at, in the skill's order.
 *
 * @returns empty only where the gate looks at form and nothing is watched
 */
export function countsWhen(
	{ gate, watch, musts = [] }: Settings,
	positions: readonly Seen[],
	{ read, say }: Reading,
): string[] {
	const first = comesOff[gate];
	const looksAtForm = gate === "form" || gate === "both";
	const lines = positions.flatMap((position) => {
		const isMust = position.must === true || musts.includes(position.id);
		if (!isMust && !(looksAtForm && watch.includes(position.id))) return [];
		const words = [
			inside(read(position.name)),
			[position.tell, toleranceLine(position, say)]
				.flatMap((one) => (one ? [small(inside(read(one)))] : []))
				.join(", "),
		]
			.filter(Boolean)
			.join(": ");
		return [isMust ? say("drill.must", { words }) : `${words}.`];
	});
	return [...(first ? [say(first)] : []), ...lines];
}

/** A text as it stands inside a sentence: without its own stop. */
const inside = (words: string): string => words.trim().replace(/[.]+$/, "");

/** Going on after a colon: in a small letter, unless it is a word of capitals. */
const small = (words: string): string =>
	/^.\p{Lu}/u.test(words) ? words : words.charAt(0).toLocaleLowerCase() + words.slice(1);

const toleranceLine = ({ tolerance }: Seen, say: Say<MessageId>): string =>
	tolerance?.by === "range"
		? say("drill.from", { low: tolerance.low, high: tolerance.high, unit: tolerance.unit })
		: toleranceWords(tolerance);

/** Other forms that are right as well: of the positions that are looked at, and the rung's own easier form. */
export function allowedForms(
	{ watch, easier }: Pick<RungSettings, "watch" | "easier">,
	positions: readonly Seen[],
	{ read, say }: Reading,
): string[] {
	return [
		...positions.flatMap(({ id, name, forms }) =>
			forms && watch.includes(id)
				? [say("drill.right too", { name: inside(read(name)), words: inside(read(forms)) })]
				: [],
		),
		...(easier ? [say("drill.too hard", { words: capital(inside(read(easier))) })] : []),
	];
}

/** What somebody who helps has to do on this rung: how it is fed, counted or watched. */
export const helperLines = ({ roles = [] }: Pick<RungSettings, "roles">, { read, say }: Reading): string[] =>
	roles.flatMap(({ who, words }) => (who === "does" || !words ? [] : [say(helperWords[who], { words: read(words) })]));

const helperWords = { feeds: "helper.feeds", counts: "helper.count", watches: "helper.watches" } as const;
