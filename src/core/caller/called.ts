import type { RungSettings } from "@/core/ladder/rung";
import { targetsOf } from "@/core/rules/targets";

/** What is called on a rung: the situations of its decisions, else the targets its rule names, else the caller's own list. */
export function calledOn({
	decisions,
	freeChoice,
	rule,
	caller,
}: Pick<RungSettings, "decisions" | "freeChoice" | "rule" | "caller">): string[] {
	if (caller?.variants) return caller.all;
	const situations = freeChoice ? [] : (decisions ?? []).map(({ situation }) => situation);
	if (situations.length > 0) return situations;
	const targets = targetsOf(rule);
	return targets.length > 0 ? targets : (caller?.all ?? []);
}
