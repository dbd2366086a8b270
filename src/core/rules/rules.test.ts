import fc from "fast-check";
import { anyRule, plainly } from "@/core/__tests__/rules";
import { parse } from "@/core/words/refuse";
import { fewestTries, type Judged, judge, machineOf, Rule, ruleKinds, ruleSentence } from ".";
import { BUST, MET } from "./kind";

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

const anyAttempt = fc.record({
	good: fc.boolean(),
	result: fc.constantFrom("hit", "miss", "rough"),
	called: fc.option(fc.constantFrom("a", "b"), { nil: undefined }),
	right: fc.option(fc.boolean(), { nil: undefined }),
	rating: fc.option(fc.nat(10), { nil: undefined }),
	length: fc.option(fc.nat(6), { nil: undefined }),
	measure: fc.option(fc.integer({ min: -2, max: 6 }), { nil: undefined }),
	newSet: fc.boolean(),
	late: fc.boolean(),
}) as fc.Arbitrary<Judged>;
const attempts = fc.array(anyAttempt, { maxLength: 24 });

test("every machine agrees with the plain reading of its sentence", () => {
	fc.assert(
		fc.property(anyRule, attempts, (rule, row) => {
			const machine = machineOf(rule);
			const plain = plainly(rule, row);
			let state = machine.start(rule);
			let end = "";
			row.forEach((attempt, i) => {
				state = machine.step(rule, state, attempt);
				const { met, bust } = machine.status(rule, state);
				if (!end && (met || bust)) end = `${met ? "met" : "bust"} at ${i}`;
			});
			expect(end).toBe(plain ? `${plain.end} at ${plain.at}` : "");
			expect(judge(rule, row, 0).metAt).toBe(plain?.end === "met" ? plain.at : -1);
		}),
		{ numRuns: 5000 },
	);
});

test("states with one key have one future, and an ended state stays ended under its own name", () => {
	fc.assert(
		fc.property(anyRule, attempts, attempts, attempts, (rule, a, b, future) => {
			const machine = machineOf(rule);
			const after = (row: Judged[], from = machine.start(rule)) =>
				row.reduce((state, attempt) => machine.step(rule, state, attempt), from);
			const endOf = (state: unknown) => {
				const { met, bust } = machine.status(rule, state);
				return met ? MET : bust ? BUST : "";
			};
			const [x, y] = [after(a), after(b)];
			expect([MET, BUST].includes(machine.key(rule, x)) ? machine.key(rule, x) : "").toBe(endOf(x));
			if (endOf(x)) expect(endOf(after(future, x))).toBe(endOf(x));
			if (machine.key(rule, x) === machine.key(rule, y)) expect(endOf(after(future, x))).toBe(endOf(after(future, y)));
		}),
		{ numRuns: 5000 },
	);
});

test("what it needs at best is the fewest more tries that can meet it, whatever they are", () => {
	// Every way an attempt could come out, for kinds that look at one thing only.
	const ways: Judged[] = [
		...["a", "b", "hit", "rough", "miss"].map((result) => ({
			good: result !== "miss",
			result,
			called: result,
			right: true,
			rating: 10,
			length: 6,
			measure: 1,
		})),
		{ good: false, result: "miss", right: false, rating: 0, length: 0, measure: 9 },
	];
	const reach = (rule: Rule, row: readonly Judged[], left: number): number | null => {
		if (judge(rule, row, 0).met) return 0;
		if (left === 0 || judge(rule, row, 0).bust) return null;
		const all = ways.map((way) => reach(rule, [...row, way], left - 1)).filter((n) => n !== null);
		return all.length === 0 ? null : 1 + Math.min(...all);
	};
	fc.assert(
		fc.property(anyRule, fc.array(anyAttempt, { maxLength: 8 }), fc.nat(4), (rule, row, left) => {
			expect(judge(rule, row, left).needs).toBe(reach(rule, row, left));
		}),
		{ numRuns: 400 },
	);
});

test.each(ruleKinds.map((kind) => [kind.title, kind] as const))(
	"%s: its fresh rule parses, reads out, and is met in its fewest tries",
	(_, kind) => {
		expect(parse(Rule, kind.fresh)).toEqual({ ok: true, value: kind.fresh });
		expect(ruleSentence(kind.fresh)).toMatch(/\d/);
		expect(judge(kind.fresh, [], fewestTries(kind.fresh)).needs).toBe(fewestTries(kind.fresh));
		expect(judge(kind.fresh, [], fewestTries(kind.fresh) - 1).needs).toBeNull();
		for (const field of kind.fields)
			if (field.type !== "optional number") expect(kind.fresh).toHaveProperty(field.name);
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
