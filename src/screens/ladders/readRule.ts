import type { Rung } from "@/core/ladder/ladder";
import { ruleKinds, ruleSentence } from "@/core/rules";

const knownRule = (kind: string) => ruleKinds.some((machine) => machine.kind === kind);

/** A rule that is being typed may not be one yet; then there is nothing to read out. */
export const readRule = (rung: Rung["settings"]): string => {
	try {
		return knownRule(rung.rule.kind) ? ruleSentence(rung.rule) : "no rule";
	} catch {
		return "no rule";
	}
};
