import * as z from "zod/mini";
import type { Refusal } from "@/core/words/refuse";
import { BUST, type Judged, MET, type Status } from "./kind";
import { type AnyRule, machineOf, registry } from "./registry";

/** What rules made of rules share. */

/** Any kind that is known, looked up when a rule is read: a rule may stand inside another. */
export const anyRule = z.lazy(() =>
	z.discriminatedUnion("kind", [...registry.values()].map((machine) => machine.schema) as never),
) as unknown as z.ZodMiniType<AnyRule>;

export const partSchema = z.array(anyRule).check(z.minLength(1), z.maxLength(6));

/** Each part's state, and whether it has been met at some time: it latches. */
export type PartStates = readonly { state: unknown; met: boolean; bust: boolean }[];

const startParts = (rules: readonly AnyRule[]): PartStates =>
	rules.map((rule) => ({ state: machineOf(rule).start(rule), met: false, bust: false }));

export const stepParts = (rules: readonly AnyRule[], parts: PartStates, attempt: Judged): PartStates =>
	parts.map((part, i) => {
		if (part.met || part.bust) return part;
		const rule = rules[i] as AnyRule;
		const machine = machineOf(rule);
		const state = machine.step(rule, part.state, attempt);
		const key = machine.key(rule, state);
		return { state, met: key === MET, bust: key === BUST };
	});

export const statusOf = (rule: AnyRule, state: unknown): Status => machineOf(rule).status(rule, state);

export const keyParts = (rules: readonly AnyRule[], parts: PartStates): string =>
	parts
		.map(({ state, met, bust }, i) =>
			met ? "+" : bust ? "x" : machineOf(rules[i] as AnyRule).key(rules[i] as AnyRule, state),
		)
		.join("|");

export const sentences = (rules: readonly AnyRule[], join: string): string =>
	rules
		.map((rule) => (isJoined(rule) ? `(${machineOf(rule).sentence(rule)})` : machineOf(rule).sentence(rule)))
		.join(join);

const isJoined = (rule: AnyRule) => machineOf(rule).parts(rule).length > 1;

const refusalsOfParts = (rules: readonly AnyRule[]): Refusal[] =>
	rules.flatMap((rule, i) =>
		machineOf(rule)
			.refusals(rule)
			.map((r) => ({ ...r, path: `rules.${i}.${r.path}` })),
	);

/** What is best for every part: the longest of their lengths, and whatever else they ask for. */
function bestOfParts(rules: readonly AnyRule[]): Judged {
	const each = rules.map((rule) => machineOf(rule).best(rule));
	const longest = Math.max(0, ...each.map((one) => one.length ?? 0));
	return { ...(Object.assign({}, ...each) as Judged), ...(longest > 0 ? { length: longest } : {}) };
}

const codesOfParts = (rules: readonly AnyRule[]): string[] => [
	...new Set(rules.flatMap((rule) => machineOf(rule).codes(rule))),
];

interface Joined {
	rules: AnyRule[];
}

/** What *all of several* and *one of several* have in common: everything but when they end. */
export const joined = {
	needs: "parts",
	refusals: ({ rules }: Joined) => refusalsOfParts(rules),
	start: ({ rules }: Joined) => startParts(rules),
	best: ({ rules }: Joined) => bestOfParts(rules),
	codes: ({ rules }: Joined) => codesOfParts(rules),
	measures: ({ rules }: Joined) => [...new Set(rules.flatMap((rule) => machineOf(rule).measures(rule)))],
	parts: ({ rules }: Joined) => rules,
} as const;
