import { type Scale, scales } from "@/core/rules/scale";
import type { Rule } from ".";

/** A rule to start from, named by what it is for. */
export interface Preset {
	purpose: string;
	rule: Rule;
	/** The outcomes it needs, where those are not hit or miss. */
	scale?: Scale;
}

const two = (kind: "all" | "any", ...rules: Rule[]): Rule => ({ kind, rules }) as unknown as Rule;

/** From what is asked lightly to what is asked in earnest. */
export const presets: readonly Preset[] = [
	{ purpose: "Calm again after a step down", rule: { kind: "streak", r: 3 } },
	{ purpose: "A first hold on something new", rule: { kind: "rolling", k: 5, n: 6 } },
	{ purpose: "Steady over a whole lesson", rule: { kind: "rolling", k: 9, n: 12 } },
	{
		purpose: "Told apart with the fewest tries",
		rule: { kind: "points", weights: { hit: 1, miss: -2 }, target: 7, bust: 7 },
	},
	{
		purpose: "Clean, not merely caught",
		rule: { kind: "points", weights: { clean: 2, rough: 0, miss: -2 }, target: 10, bust: 8 },
		scale: scales["clean, rough or miss"],
	},
	{ purpose: "Under pressure", rule: two("all", { kind: "streak", r: 4 }, { kind: "rolling", k: 8, n: 10 }) },
	{
		purpose: "Not luck: on two days",
		rule: { kind: "days", rule: { kind: "rolling", k: 7, n: 9 }, days: 2, gap: 1 } as unknown as Rule,
	},
	{
		purpose: "Everywhere, not only where it is easy",
		rule: { kind: "spread", each: 2, targets: ["near", "middle", "far"] },
	},
	{ purpose: "As many as the music allows", rule: { kind: "count", c: 8, seconds: 60 } },
	{ purpose: "Long enough, more than once", rule: { kind: "length", length: 20, times: 3 } },
	{ purpose: "The right choice, whatever comes of it", rule: { kind: "decision", k: 7, n: 9 } },
	{ purpose: "Won more often than lost", rule: { kind: "bouts", a: 3, b: 3, k: 3, n: 5 } },
];
