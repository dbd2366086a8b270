import type { RuleKind } from "./kind";

/** A kind with its state's type put away: nobody outside may look into a state. */
export type AnyRule = { kind: string };
/** A rule of a known kind, seen as one of any kind. */
export const asAny = <R extends AnyRule>(rule: R): AnyRule => rule;
export type AnyMachine = RuleKind<AnyRule, unknown>;

/** Filled by the index, so that rules made of rules need not import it back. */
export const registry = new Map<string, AnyMachine>();

/** The machine of a rule's kind. Throws only for what never went through the schema. */
export function machineOf(rule: AnyRule): AnyMachine {
	const machine = registry.get(rule.kind);
	if (!machine) throw new RangeError(`no pass rule of kind "${rule.kind}"`);
	return machine;
}
