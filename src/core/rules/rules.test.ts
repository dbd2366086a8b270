import fc from "fast-check";
import { parse } from "@/core/words/refuse";
import { fewestTries, type Judged, judge, machineOf, Rule, ruleKinds, ruleSentence } from ".";

const tries = (marks: string): Judged[] =>
	[...marks].map((m) => ({ good: m === "g", result: m === "g" ? "hit" : "miss" }));

describe("met at the first attempt where the rule says so", () => {
	test.each<[Rule, string, number]>([
		[{ kind: "rolling", k: 3, n: 4 }, "ggg", 2],
		[{ kind: "rolling", k: 3, n: 4 }, "gmgg", 3],
		[{ kind: "rolling", k: 3, n: 4 }, "gmmgmgg", 6],
		[{ kind: "rolling", k: 3, n: 4 }, "gmmgmmg", -1],
		[{ kind: "rolling", k: 1, n: 1 }, "mmg", 2],
		[{ kind: "block", k: 2, n: 3 }, "mgg", 2],
		[{ kind: "block", k: 2, n: 3 }, "mmggmg", 5],
		[{ kind: "block", k: 2, n: 3 }, "mmgmmg", -1],
		[{ kind: "block", k: 3, n: 3 }, "mgggmmggg", 8],
		[{ kind: "streak", r: 3 }, "ggmggg", 5],
		[{ kind: "streak", r: 3 }, "ggmgg", -1],
	])("%j over %s", (rule, marks, at) => expect(judge(rule, tries(marks), 0).metAt).toBe(at));
});

/** The rules' own words once more, without a machine: the plainest reading of each. */
const plainly: Record<Rule["kind"], (rule: never, row: boolean[]) => boolean> = {
	rolling: ({ k, n }: { k: number; n: number }, row) => row.slice(-n).filter(Boolean).length >= k,
	block: ({ k, n }: { k: number; n: number }, row) =>
		row.length > 0 && row.slice(Math.floor((row.length - 1) / n) * n).filter(Boolean).length >= k,
	streak: ({ r }: { r: number }, row) => row.length >= r && row.slice(-r).every(Boolean),
};

const anyRule = fc.oneof(
	fc.record({
		kind: fc.constant("rolling" as const),
		k: fc.integer({ min: 1, max: 6 }),
		n: fc.integer({ min: 1, max: 8 }),
	}),
	fc.record({
		kind: fc.constant("block" as const),
		k: fc.integer({ min: 1, max: 6 }),
		n: fc.integer({ min: 1, max: 8 }),
	}),
	fc.record({ kind: fc.constant("streak" as const), r: fc.integer({ min: 1, max: 6 }) }),
) as fc.Arbitrary<Rule>;
const sound = anyRule.filter((rule) => parse(Rule, rule).ok);
const marks = fc.array(fc.boolean(), { maxLength: 24 });

test("every machine agrees with the plain reading of its sentence", () => {
	fc.assert(
		fc.property(sound, marks, (rule, row) => {
			const first = row.findIndex((_, i) => plainly[rule.kind](rule as never, row.slice(0, i + 1)));
			expect(
				judge(
					rule,
					row.map((good) => ({ good, result: "" })),
					0,
				).metAt,
			).toBe(first);
		}),
		{ numRuns: 2000 },
	);
});

test("states with one key have one future", () => {
	fc.assert(
		fc.property(sound, marks, marks, marks, (rule, a, b, future) => {
			const machine = machineOf(rule);
			const after = (row: boolean[], from = machine.start(rule)) =>
				row.reduce((state, good) => machine.step(rule, state, { good, result: "" }), from);
			const [x, y] = [after(a), after(b)];
			if (machine.key(rule, x) !== machine.key(rule, y)) return;
			expect(machine.status(rule, after(future, x)).met).toBe(machine.status(rule, after(future, y)).met);
		}),
		{ numRuns: 3000 },
	);
});

test("what it needs at best is the fewest good tries that meet it, or nothing when too few are left", () => {
	fc.assert(
		fc.property(sound, marks, fc.nat(12), (rule, row, left) => {
			const past = row.map((good) => ({ good, result: "" }));
			const { needs, met } = judge(rule, past, left);
			const meetsAfter = (more: number) => judge(rule, [...past, ...tries("g".repeat(more))], 0).met;
			if (met) expect(needs).toBe(0);
			else if (needs === null) expect(meetsAfter(left)).toBe(false);
			else expect([meetsAfter(needs), meetsAfter(needs - 1)]).toEqual([true, false]);
		}),
		{ numRuns: 1000 },
	);
});

test.each(ruleKinds.map((kind) => [kind.title, kind] as const))(
	"%s: its fresh rule parses, reads out, and is met in its fewest tries",
	(_, kind) => {
		expect(parse(Rule, kind.fresh)).toEqual({ ok: true, value: kind.fresh });
		expect(ruleSentence(kind.fresh)).toMatch(/\d/);
		expect(judge(kind.fresh, tries("g".repeat(fewestTries(kind.fresh))), 0).met).toBe(true);
		expect(judge(kind.fresh, tries("g".repeat(fewestTries(kind.fresh) - 1)), 0).met).toBe(false);
		for (const field of kind.fields) expect(kind.fresh).toHaveProperty(field.name);
	},
);

describe("what a stored rule is refused for", () => {
	test.each([
		[
			{ kind: "rolling", k: 5, n: 4 },
			"Good tries wanted is 5, more than the last 4 that are looked at; at most 4 is possible.",
		],
		[{ kind: "block", k: 5, n: 4 }, "Good tries wanted is 5, more than a block of 4 holds; at most 4 is possible."],
		[{ kind: "streak", r: 0 }, "Good in a row is 0; at least 1 is needed."],
		[{ kind: "streak", r: Number.NaN }, "Good in a row is missing."],
		[{ kind: "streak", r: 61 }, "Good in a row is 61; at most 60 is allowed."],
		[{ kind: "streak", r: 2.5 }, 'Good in a row is "2.5"; a whole number is needed.'],
		[{ kind: "streak", r: "four" }, 'Good in a row is "four"; a whole number is needed.'],
		[{ kind: "sweepstake" }, 'Kind of rule "sweepstake" is not known here.'],
		[{}, "Kind of rule is missing."],
	])("%j", (rule, sentence) => {
		const outcome = parse(Rule as never, rule, { k: "good tries wanted", r: "good in a row", kind: "kind of rule" });
		expect(outcome).toMatchObject({ ok: false, refusals: [{ sentence }] });
	});
});
