import type { Rule } from ".";
import type { RuleKind } from "./kind";

/** A kind with its state's type put away: nobody outside may look into a state. */
export type Machine = RuleKind<Rule, unknown>;

/** Filled by the index, so that rules made of rules need not import it back. */
export const registry = new Map<string, Machine>();

/**
 * The machine of a rule's kind.
 *
 * @throws RangeError for what never went through the schema
 */
export function machineOf({ kind }: Pick<Rule, "kind">): Machine {
	const machine = registry.get(kind);
	if (!machine) throw new RangeError(`no pass rule of kind "${kind}"`);
	return machine;
}
