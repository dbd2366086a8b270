import { firstCurve, operatingCurve } from "@/core/analysis/analyse";
import { type Rule, ruleKinds, ruleSentence } from "@/core/rules";

const parts = (kind: "all" | "any", ...rules: Rule[]): Rule => ({ kind, rules }) as unknown as Rule;
const LIMIT = 36;

/** Rules at the bounds of what a form can build, the dear ones of each kind. */
const bounds: [Rule, number][] = [
	[{ kind: "rolling", k: 30, n: 60 }, 120],
	[{ kind: "rolling", k: 15, n: 20 }, 60],
	[{ kind: "block", k: 30, n: 60 }, 500],
	[{ kind: "streak", r: 60 }, 500],
	[{ kind: "points", weights: { hit: 7, miss: -5 }, target: 1000, floor: null }, 500],
	[{ kind: "count", c: 500, seconds: 3600 }, 500],
	[{ kind: "length", length: 100_000, times: 60 }, 500],
	[{ kind: "rating", mean: 7, n: 5 }, LIMIT],
	[{ kind: "rating", mean: 7, n: 30 }, 60],
	[{ kind: "within", k: 30, n: 60, low: 0, high: 1 }, 120],
	[{ kind: "spread", each: 20, targets: ["a", "b", "c", "d", "e", "f"] }, 200],
	[{ kind: "decision", k: 30, n: 60 }, 120],
	[{ kind: "bouts", a: 30, b: 30, k: 15, n: 30 }, 500],
	[parts("all", { kind: "rolling", k: 9, n: 12 }, { kind: "rolling", k: 14, n: 20 }), 60],
	[parts("any", { kind: "rolling", k: 9, n: 12 }, { kind: "block", k: 8, n: 10 }), 60],
	[{ kind: "days", rule: { kind: "rolling", k: 15, n: 20 }, days: 5, gap: 1 } as unknown as Rule, 60],
];

/** Until something stands on the screen: the whole curve where that is quick, else what comes first. */
function untilShown(rule: Rule, limit: number): { ms: number; how: string } {
	const from = performance.now();
	const first = firstCurve(rule, limit);
	if (!first.ok) throw new Error(first.refusals[0]?.sentence);
	const { value } = first;
	if (!value) operatingCurve(rule, limit);
	const ms = performance.now() - from;
	if (!value) return { ms, how: "exact" };
	return {
		ms,
		how:
			value.standardError > 0 ? `simulated, good to ${(200 * value.standardError).toFixed(0)} in 100` : "exact, bare",
	};
}

/** Every kind at its default and at its bounds, and the worst of each kind by name. */
export function worst(): void {
	const usual: Rule = { kind: "rolling", k: 9, n: 12 };
	untilShown(usual, LIMIT);
	const times = Array.from({ length: 15 }, () => untilShown(usual, LIMIT).ms).sort((a, b) => a - b);
	const baseline = times[7] as number;
	console.log(
		`Time until a curve stands, against that of ${ruleSentence(usual)} within ${LIMIT} in the same run (${baseline.toFixed(1)} ms).`,
	);
	for (const { kind, fresh, title } of ruleKinds) {
		const rows = [[fresh, LIMIT] as const, ...bounds.filter(([rule]) => rule.kind === kind)].map(([rule, limit]) => ({
			...untilShown(rule, limit),
			words: `${ruleSentence(rule)}, within ${limit}`,
		}));
		const top = rows.reduce((worse, row) => (row.ms > worse.ms ? row : worse));
		console.log(
			`  ${title}: ${(top.ms / baseline).toFixed(1)} times (${top.ms.toFixed(0)} ms), ${top.how}: ${top.words}`,
		);
	}
}
