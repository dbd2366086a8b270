import { type Rule, ruleKinds } from "@/core/rules";
import type { Search } from "@/core/rules/kind";

/** Kinds of which some rules are searched. */
export const searched = ruleKinds.flatMap((kind) => (kind.candidates ? [{ kind: kind.kind, ...kind.candidates }] : []));

/** Rules worth a look of all kinds that offer some; points games are searched apart. */
export function* plainRules(search: Search): Generator<Rule> {
	for (const { of } of searched) yield* of(search);
}
