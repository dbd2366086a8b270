import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import { BUST, defineRule, MET } from "./kind";

const schema = z.object({
	kind: z.literal("answered"),
	/** Misses answered by a good one right after. */
	answered: whole(1, 30),
	/** Good attempts in all. */
	good: whole(1, 60),
	/** Misses in a row that lose it. */
	bust: whole(2, 20),
});
export type Answered = z.infer<typeof schema>;

interface State {
	answered: number;
	good: number;
	/** Misses in a row up to now. */
	missed: number;
}

/**
 * Each miss is answered by a good one: so many answered, so many good in all, and lost at
 * so many misses in a row. It needs misses: without one there is nothing to answer.
 */
export const answered = defineRule<Answered, State>({
	kind: "answered",
	title: "A good try after each miss",
	schema,
	fields: [
		{ name: "answered", label: "misses followed by a good try", type: "number", low: 1, high: 30 },
		{ name: "good", label: "good in all", type: "number", low: 1, high: 60 },
		{ name: "bust", label: "lost at misses in a row", type: "number", low: 2, high: 20 },
	],
	fresh: { kind: "answered", answered: 3, good: 8, bust: 3 },
	sentence: ({ answered: wanted, good, bust }) =>
		`${plural(wanted, "miss")} followed by a good try, ${good} good in all, lost at ${bust} misses in a row`,
	start: () => ({ answered: 0, good: 0, missed: 0 }),
	step(rule, state, attempt) {
		if (isMet(rule, state) || isBust(rule, state)) return state;
		if (!attempt.good) return { ...state, missed: state.missed + 1 };
		return { answered: state.answered + (state.missed > 0 ? 1 : 0), good: state.good + 1, missed: 0 };
	},
	status: (rule, state) => ({
		met: isMet(rule, state),
		bust: isBust(rule, state),
		progress:
			state.answered < rule.answered
				? { value: state.answered, target: rule.answered, words: "misses with a good try after" }
				: { value: state.good, target: rule.good, words: "good in all" },
	}),
	beyond: (rule) => ({ ...rule, good: Number.POSITIVE_INFINITY, bust: Number.POSITIVE_INFINITY }),
	key: (rule, state) =>
		isMet(rule, state)
			? MET
			: isBust(rule, state)
				? BUST
				: `${Math.min(rule.answered, state.answered)}/${Math.min(rule.good, state.good)}/${state.missed}`,
});

const isMet = (rule: Answered, { answered: said, good }: State): boolean => said >= rule.answered && good >= rule.good;
const isBust = (rule: Answered, { missed }: State): boolean => missed >= rule.bust;
