import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { judge, type Rule } from ".";
import { type Tally, tallyProves, tallyRefusal } from "./tally";

describe("a tally", () => {
	const orders = ({ tries, good, longest }: Tally): boolean[][] =>
		Array.from({ length: 2 ** tries }, (_, bits) =>
			Array.from({ length: tries }, (__, i) => ((bits >> i) & 1) === 1),
		).filter((row) => {
			const runs = row
				.map((g) => (g ? "g" : " "))
				.join("")
				.split(" ")
				.map((run) => run.length);
			return row.filter(Boolean).length === good && Math.max(...runs) === longest;
		});
	const rules = fc.constantFrom<Rule>(
		{ kind: "rolling", k: 3, n: 4 },
		{ kind: "block", k: 2, n: 3 },
		{ kind: "streak", r: 3 },
		{ kind: "points", weights: { hit: 1, miss: -1 }, target: 3, floor: 0 } as Rule,
	);
	test("proves a rule just when every order that fits its numbers would meet it", () => {
		fc.assert(
			fc.property(rules, fc.nat(8), fc.nat(8), fc.nat(8), (rule, tries, good, longest) => {
				const fitting = orders({ tries, good, longest });
				expect(tallyRefusal({ tries, good, longest }) === null).toBe(fitting.length > 0);
				const all =
					fitting.length > 0 &&
					fitting.every(
						(row) =>
							judge(
								rule,
								row.map((g) => ({ good: g, result: g ? "hit" : "miss" })),
								0,
							).met,
					);
				expect(tallyProves(rule, { tries, good, longest })).toBe(all);
			}),
			{ numRuns: cases(600) },
		);
	});
	test.each([
		[{ tries: 5, good: 6, longest: 1 }, "Good: enter at most 5, the number of tries, not 6."],
		[{ tries: 5, good: 2, longest: 3 }, "Longest run: enter at most 2, the number of good tries, not 3."],
		[{ tries: 5, good: 4, longest: 1 }, "Longest run: with 4 good of 5 enter at least 2, not 1."],
		[{ tries: -1, good: 0, longest: 0 }, "Totals: enter whole numbers from 0."],
	])("%j is refused", (tally, sentence) => expect(tallyRefusal(tally)).toBe(sentence));
});
