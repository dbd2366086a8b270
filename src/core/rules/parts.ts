import * as z from "zod/mini";
import type { Refusal } from "@/core/refusals/refusals";
import type { Rule } from ".";
import { BUST, type Judged, type Looks, MET, type Status } from "./kind";
import { machineOf, registry } from "./registry";

/** What rules made of rules share. */

/** Any kind that is known, looked up when a rule is read: a rule may stand inside another. */
export const anyRule: z.ZodMiniType<Rule> = z.lazy(() => {
	// The library wants a list that is known when it is compiled; ours is known when it is first read.
	const schemas = [...registry.values()].map(({ schema }) => schema) as unknown as [z.ZodMiniObject];
	return z.discriminatedUnion("kind", schemas) as unknown as z.ZodMiniType<Rule>;
});

export const partSchema = z.array(anyRule).check(z.minLength(1), z.maxLength(6));

/** Each part's state, and whether it has been met at some time: it latches. */
export type PartStates = readonly { state: unknown; met: boolean; bust: boolean }[];

const startParts = (rules: readonly Rule[]): PartStates =>
	rules.map((rule) => ({ state: machineOf(rule).start(rule), met: false, bust: false }));

export const stepParts = (rules: readonly Rule[], parts: PartStates, attempt: Judged): PartStates =>
	parts.map((part, i) => {
		if (part.met || part.bust) return part;
		const rule = rules[i] as Rule;
		const machine = machineOf(rule);
		const state = machine.step(rule, part.state, attempt);
		const key = machine.key(rule, state);
		return { state, met: key === MET, bust: key === BUST };
	});

export const statusOf = (rule: Rule, state: unknown): Status => machineOf(rule).status(rule, state);

export const keyParts = (rules: readonly Rule[], parts: PartStates): string =>
	parts
		.map(({ state, met, bust }, i) =>
			met ? "+" : bust ? "x" : machineOf(rules[i] as Rule).key(rules[i] as Rule, state),
		)
		.join("|");

export const sentences = (rules: readonly Rule[], join: string): string =>
	rules
		.map((rule) => (isJoined(rule) ? `(${machineOf(rule).sentence(rule)})` : machineOf(rule).sentence(rule)))
		.join(join);

const isJoined = (rule: Rule) => machineOf(rule).parts(rule).length > 1;

const refusalsOfParts = (rules: readonly Rule[]): Refusal[] =>
	rules.flatMap((rule, i) =>
		machineOf(rule)
			.refusals(rule)
			.map((r) => ({ ...r, path: `rules.${i}.${r.path}` })),
	);

/** Everything any part looks at, with all its values. */
function looksOfParts(rules: readonly Rule[]): Looks {
	const each = rules.map((rule) => machineOf(rule).looks(rule));
	const all = <K extends keyof Looks>(name: K) => [...new Set(each.flatMap((one) => (one[name] ?? []) as never[]))];
	const names = ["called", "right", "rating", "length", "measure", "effort"] as const;
	return Object.fromEntries(names.flatMap((name) => (all(name).length > 0 ? [[name, all(name)]] : [])));
}

/** Whatever is best for one of the parts: among these lies what is best for all of them together. */
function bestOfParts(rules: readonly Rule[], attempts: readonly Judged[]): readonly Judged[] {
	const best = new Set<Judged>();
	for (const rule of rules) {
		const machine = machineOf(rule);
		for (const one of machine.best?.(rule, attempts) ?? attempts) best.add(one);
	}
	return attempts.filter((one) => best.has(one));
}

interface Joined {
	rules: Rule[];
}

/** What *all of several* and *one of several* have in common: everything but when they end. */
export const joined = {
	needs: "parts",
	refusals: ({ rules }: Joined) => refusalsOfParts(rules),
	start: ({ rules }: Joined) => startParts(rules),
	looks: ({ rules }: Joined) => looksOfParts(rules),
	best: ({ rules }: Joined, attempts: readonly Judged[]) => bestOfParts(rules, attempts),
	parts: ({ rules }: Joined) => rules,
} as const;
