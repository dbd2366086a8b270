import { type Ladder, threeRungs } from "@/core/ladder/ladder";

/** Three rungs that pass quickly: three in a row, 7 of 9, 9 of 12. */
export function quickRungs(ids: readonly [string, string, string], name: string): Ladder["rungs"] {
	const rules = [
		{ rule: { kind: "streak", r: 3 }, limit: 20 },
		{ rule: { kind: "rolling", k: 7, n: 9 }, limit: 30 },
		{ rule: { kind: "rolling", k: 9, n: 12 }, limit: 36 },
	] as const;
	return threeRungs(ids, { name, positions: [] }).map((rung, i) => ({
		...rung,
		settings: { ...rung.settings, ...(rules[i] ?? rules[0]) },
	}));
}
