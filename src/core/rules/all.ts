import * as z from "zod/mini";
import type { Rule } from ".";
import { BUST, defineRule, MET, type RuleKind } from "./kind";
import { joined, keyParts, type PartStates, partSchema, sentences, statusOf, stepParts } from "./parts";

export interface All {
	kind: "all";
	rules: Rule[];
}
const schema: z.ZodMiniType<All> = z.object({ kind: z.literal("all"), rules: partSchema });

/** Every part has been met at some time in the visit; a part that busts busts the whole. */
export const all: RuleKind<All, PartStates> = defineRule<All, PartStates>({
	...joined,
	kind: "all",
	title: "All of several",
	schema,
	fields: [{ name: "rules", label: "all of", type: "rules" }],
	fresh: {
		kind: "all",
		rules: [
			{ kind: "streak", r: 3 },
			{ kind: "rolling", k: 6, n: 8 },
		],
	},
	sentence: ({ rules }) => sentences(rules, " and "),
	step: ({ rules }, parts, attempt) => (parts.some((part) => part.bust) ? parts : stepParts(rules, parts, attempt)),
	status({ rules }, parts) {
		const open = parts.flatMap((part, i) => {
			const rule = rules[i];
			return part.met || !rule ? [] : [statusOf(rule, part.state).progress];
		});
		const words = open.map(({ value, target, words: w }) => `${value} of ${target} ${w}`).join("; ");
		return {
			met: open.length === 0,
			bust: parts.some((part) => part.bust),
			progress: {
				value: parts.length - open.length,
				target: parts.length,
				words: open.length === 0 ? "parts met" : `parts met, ${words}`,
			},
		};
	},
	key: ({ rules }, parts) =>
		parts.some((part) => part.bust) ? BUST : parts.every((part) => part.met) ? MET : keyParts(rules, parts),
});
