import * as z from "zod/mini";
import { whole } from "@/core/text/fields";
import { plural } from "@/core/text/lists";
import type { Rule } from ".";
import { defineRule, type RuleKind } from "./kind";
import { anyRule } from "./parts";
import { machineOf } from "./registry";

export interface Days {
	kind: "days";
	rule: Rule;
	days: number;
	/** Days apart, at least. */
	gap: number;
}
const schema: z.ZodMiniType<Days> = z.object({
	kind: z.literal("days"),
	rule: anyRule,
	days: whole(2, 10),
	gap: whole(1, 60),
});

/**
 * The rule inside, met on `days` different days, each at least `gap` days after the
 * one before. Within one visit it is the rule inside; {@link countDays} adds up the
 * days. Failed days between do not reset.
 */
export const days: RuleKind<Days, unknown> = defineRule<Days, unknown>({
	kind: "days",
	title: "On several days",
	needs: "parts",
	schema,
	fields: [
		{ name: "rule", label: "the rule of a day", type: "rule" },
		{ name: "days", label: "days", type: "number", low: 2, high: 10 },
		{ name: "gap", label: "days apart, at least", type: "number", low: 1, high: 60 },
	],
	fresh: { kind: "days", rule: { kind: "streak", r: 4 }, days: 2, gap: 1 },
	sentence: ({ rule, days: wanted, gap }) =>
		`${machineOf(rule).sentence(rule)}, on ${wanted} days${gap > 1 ? ` at least ${plural(gap, "day")} apart` : ""}`,
	refusals: ({ rule }) =>
		machineOf(rule)
			.refusals(rule)
			.map((r) => ({ ...r, path: `rule.${r.path}` })),
	start: ({ rule }) => machineOf(rule).start(rule),
	step: ({ rule }, state, attempt) => machineOf(rule).step(rule, state, attempt),
	status: ({ rule }, state) => machineOf(rule).status(rule, state),
	beyond(rule) {
		const inside = machineOf(rule.rule).beyond(rule.rule);
		return inside && { ...rule, rule: inside };
	},
	key: ({ rule }, state) => machineOf(rule).key(rule, state),
	looks: ({ rule }) => machineOf(rule).looks(rule),
	best: ({ rule }, attempts) => machineOf(rule).best?.(rule, attempts) ?? attempts,
	parts: ({ rule }) => [rule],
});

/**
 * How many of the days on which the rule inside was met count: each at least `gap`
 * days after the last one that counted. Taking the earliest each time gives the most.
 *
 * @param metOn local days, `YYYY-MM-DD`, in any order, repeats allowed
 * @example countDays(["2026-03-01", "2026-03-02", "2026-03-08"], 7) // 2
 */
export function countDays(metOn: readonly string[], gap: number): number {
	let last = Number.NEGATIVE_INFINITY;
	let counted = 0;
	for (const day of [...new Set(metOn)].sort()) {
		const at = Date.parse(day) / 86_400_000;
		if (at - last < gap) continue;
		counted += 1;
		last = at;
	}
	return counted;
}
