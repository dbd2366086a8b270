import * as z from "zod/mini";
import type { Rule } from ".";
import { BUST, defineRule, MET, type RuleKind } from "./kind";
import { joined, keyParts, type PartStates, partSchema, sentences, statusOf, stepParts } from "./parts";

export interface Any {
	kind: "any";
	rules: Rule[];
}
const schema: z.ZodMiniType<Any> = z.object({ kind: z.literal("any"), rules: partSchema });

/** One of the parts is met; a part that busts only retires, until none is left. */
export const any: RuleKind<Any, PartStates> = defineRule<Any, PartStates>({
	...joined,
	kind: "any",
	title: "One of several",
	schema,
	fields: [{ name: "rules", label: "one of", type: "rules" }],
	fresh: {
		kind: "any",
		rules: [
			{ kind: "streak", r: 4 },
			{ kind: "rolling", k: 6, n: 7 },
		],
	},
	sentence: ({ rules }) => sentences(rules, " or "),
	step: ({ rules }, parts, attempt) => (parts.some((part) => part.met) ? parts : stepParts(rules, parts, attempt)),
	status({ rules }, parts) {
		const met = parts.some((part) => part.met);
		const standing = parts.flatMap((part, i) => {
			const rule = rules[i];
			return part.bust || !rule ? [] : [statusOf(rule, part.state).progress];
		});
		const nearest = standing.reduce<(typeof standing)[number] | null>(
			(top, one) => (top === null || one.value / one.target > top.value / top.target ? one : top),
			null,
		);
		return { met, bust: standing.length === 0, progress: nearest ?? { value: 0, target: 1, words: "none left" } };
	},
	key: ({ rules }, parts) =>
		parts.some((part) => part.met) ? MET : parts.every((part) => part.bust) ? BUST : keyParts(rules, parts),
});
