import { type Rule, ruleKinds } from ".";
import type { Preset as PresetOf } from "./kind";

export type Preset = PresetOf<Rule>;

/** What several kinds make together belongs to none of them. */
const combined: readonly Preset[] = [
	{
		purpose: "Under pressure",
		rule: {
			kind: "all",
			rules: [
				{ kind: "streak", r: 4 },
				{ kind: "rolling", k: 8, n: 10 },
			],
		} as unknown as Rule,
	},
	{
		purpose: "Not luck: on two days",
		rule: { kind: "days", rule: { kind: "rolling", k: 7, n: 9 }, days: 2, gap: 1 } as unknown as Rule,
	},
];

/** Rules to start from: each kind's own, then those made of several. */
export const presets: readonly Preset[] = [...ruleKinds.flatMap((kind) => kind.presets), ...combined];
