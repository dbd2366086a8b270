import fc from "fast-check";
import * as z from "zod/mini";
import { cases } from "@/core/__tests__/cases";
import { anyRule, plainReading } from "@/core/__tests__/rules";
import { analyse, bareCurve } from "@/core/analysis/analyse";
import { parse } from "@/core/refusals/refusals";
import {
	anyPart,
	fewestTries,
	hitOrMiss,
	isTicked,
	type Judged,
	judge,
	machineOf,
	Rule,
	ruleKinds,
	ruleSentence,
} from ".";
import { BUST, defineRule, MET } from "./kind";
import { everyTry } from "./needs";
import { registry } from "./registry";

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
	newBout: fc.boolean(),
	late: fc.boolean(),
}) as fc.Arbitrary<Judged>;
const attempts = fc.array(anyAttempt, { maxLength: 24 });

test("every machine agrees with the plain reading of its sentence", () => {
	fc.assert(
		fc.property(anyRule, attempts, (rule, row) => {
			const machine = machineOf(rule);
			const plain = plainReading(rule, row);
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
		{ numRuns: cases(5000) },
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
		{ numRuns: cases(5000) },
	);
});

/** Outcomes of a rung with a scale of its own, judged by result and form: some hits are no good. */
const outcomes: Judged[] = [
	...["hit", "rough", "a", "b"].map((result) => ({ good: true, result, points: 1 })),
	{ good: false, result: "hit", points: 1 },
	{ good: false, result: "miss", points: -1 },
];
const usesSets = (rule: Rule): boolean =>
	machineOf(rule).sets || (machineOf(rule).parts(rule) as Rule[]).some((part) => usesSets(part));

test("what it needs at best is the fewest more tries that can meet it, whatever they are and whichever set they fall in", () => {
	/** Tries every way a try can come out, whatever a kind says of which are best. */
	const reach = (rule: Rule, row: readonly Judged[], left: number, setOver: boolean): number | null => {
		const said = judge(rule, row, 0);
		if (said.met) return 0;
		if (said.bust) return null;
		const machine = machineOf(rule);
		const ways = everyTry(machine.looks(rule), outcomes);
		const inNewSet = usesSets(rule) ? ways.map((way) => ({ ...way, newSet: true })) : [];
		let states = [row.reduce((state, attempt) => machine.step(rule, state, attempt), machine.start(rule))];
		for (let more = 1; more <= left; more++) {
			const next = new Map<string, unknown>();
			for (const state of states)
				for (const way of more === 1 && setOver && usesSets(rule) ? inNewSet : [...ways, ...inNewSet]) {
					const after = machine.step(rule, state, way);
					next.set(machine.key(rule, after), after);
				}
			if (next.has(MET)) return more;
			states = [...next.values()];
		}
		return null;
	};
	fc.assert(
		fc.property(
			anyRule,
			fc.array(anyAttempt, { maxLength: 8 }),
			fc.nat(4),
			fc.boolean(),
			(rule, row, left, setOver) => {
				expect(judge(rule, row, left, { outcomes, setOver }).needs).toBe(reach(rule, row, left, setOver));
			},
		),
		{ numRuns: cases(1500) },
	);
});

test("a timed set that is over begins again: what was good in it does not help; a bout goes on", () => {
	const [count, bouts] = [
		{ kind: "count", c: 5, seconds: 30 },
		{ kind: "bouts", a: 3, b: 2, k: 1, n: 2 },
	] as const;
	const good = { good: true, result: "hit" };
	expect(judge(count, [good, good, good], 20).needs).toBe(2);
	expect(judge(count, [good, good, good], 20, { setOver: true }).needs).toBe(5);
	expect(judge(bouts, [good, good], 20).needs).toBe(1);
	expect(judge(bouts, [good, good], 20, { setOver: true }).needs).toBe(1);
});

test("the order of the parts makes no difference: not to what is needed, not to what it is worth", () => {
	fc.assert(
		fc.property(
			fc.constantFrom("all", "any"),
			fc.array(
				anyRule.filter(({ kind }) => !["days", "all", "any"].includes(kind)),
				{ minLength: 2, maxLength: 3 },
			),
			fc.array(anyAttempt, { maxLength: 6 }),
			(kind, parts, row) => {
				const rule = { kind, rules: parts } as unknown as Rule;
				const turned = { kind, rules: [...parts].reverse() } as unknown as Rule;
				expect(judge(turned, row, 12, { outcomes }).needs).toBe(judge(rule, row, 12, { outcomes }).needs);
				const worth = (one: Rule) => {
					const said = bareCurve(one, 10, 5);
					return said.ok ? said.value.pass.map((p) => Number(p.toFixed(9))) : said;
				};
				expect(worth(turned)).toEqual(worth(rule));
			},
		),
		{ numRuns: cases(200) },
	);
	const [points, spread] = [
		{ kind: "points", weights: { hit: 1, miss: -1 }, target: 4 },
		{ kind: "spread", each: 1, targets: ["near", "far"] },
	];
	for (const rules of [
		[points, spread],
		[spread, points],
	]) {
		const said = analyse({ kind: "all", rules } as unknown as Rule, { rate: 0.8 }, 20);
		expect(said.ok && Number(said.value.pass.toFixed(3))).toBe(0.998);
	}
});

test("tenths add up: ten times a tenth off is one point", () => {
	for (const deduction of [0.1, 0.2, 0.3, 0.7])
		for (let n = 1; n <= 60; n++) {
			const rule = { kind: "points", weights: { hit: 1, miss: -1 }, target: n, floor: null } as Rule;
			const row = Array.from({ length: n * 10 }, () => ({ good: true, result: "hit", deduction: 1 - deduction }));
			const want = Math.ceil((10 * n) / (10 * deduction) - 1e-9) - 1;
			expect(judge(rule, row, 0).metAt).toBe(want < n * 10 ? want : -1);
		}
});

test("a rule that wants a miss answered by a good one is not said to be out of reach", () => {
	interface State {
		missed: boolean;
		answered: number;
	}
	/** Answer a miss with a good try, twice: a kind that nobody has told which tries are best. */
	const answering = defineRule<{ kind: "answering" }, State>({
		kind: "answering",
		title: "Answered",
		schema: z.object({ kind: z.literal("answering") }),
		fields: [],
		fresh: { kind: "answering" },
		sentence: () => "each miss answered by a good one, twice",
		start: () => ({ missed: false, answered: 0 }),
		step: (_, { missed, answered }, { good }) => ({ missed: !good, answered: answered + (missed && good ? 1 : 0) }),
		status: (_, { answered }) => ({
			met: answered >= 2,
			bust: false,
			progress: { value: answered, target: 2, words: "answered" },
		}),
		key: (_, { missed, answered }) => (answered >= 2 ? MET : `${missed},${answered}`),
	});
	registry.set("answering", answering as never);
	const rule = { kind: "answering" } as unknown as Rule;
	expect(judge(rule, [], 9).needs).toBe(4);
	expect(judge(rule, [{ good: false, result: "miss" }], 9).needs).toBe(3);
	expect(judge(rule, [], 3).needs).toBeNull();
	expect(fewestTries(rule, hitOrMiss)).toBe(4);
	registry.delete("answering");
});

test.each(ruleKinds.map((kind) => [kind.kind, kind] as const))(
	"%s offers rules of its own kind alone, each of which can be stored",
	(name, { presets, candidates }) => {
		const offered = [
			...presets.map(({ rule }) => rule),
			...(candidates?.of({ limit: 12, notReady: 0.6, riskPass: 0.2 }) ?? []),
		];
		for (const rule of offered) {
			expect(rule.kind).toBe(name);
			expect(parse(Rule, rule)).toMatchObject({ ok: true });
		}
		// A search that finds nothing of a kind says so.
		if (candidates) expect([candidates.name, candidates.none].every((words) => words.length > 0)).toBe(true);
		expect(new Set(presets.map(({ purpose }) => purpose)).size).toBe(presets.length);
	},
);

test.each(ruleKinds.map((kind) => [kind.title, kind] as const))(
	"%s: its fresh rule parses, reads out, and is met in its fewest tries",
	(_, kind) => {
		expect(parse(Rule, kind.fresh)).toEqual({ ok: true, value: kind.fresh });
		expect(ruleSentence(kind.fresh)).toMatch(/\d/);
		const fewest = fewestTries(kind.fresh, hitOrMiss) as number;
		expect(judge(kind.fresh, [], fewest).needs).toBe(fewest);
		expect(judge(kind.fresh, [], fewest - 1).needs).toBeNull();
		for (const field of kind.fields)
			if (!field.type.startsWith("optional")) expect(kind.fresh).toHaveProperty(field.name);
	},
);

describe("what a stored rule is refused for", () => {
	test.each([
		[{ kind: "rolling", k: 5, n: 4 }, "Good tries needed: enter at most 4, not 5."],
		[{ kind: "block", k: 5, n: 4 }, "Good tries needed: enter at most 4, not 5."],
		[{ kind: "streak", r: 0 }, "Good in a row: enter at least 1, not 0."],
		[{ kind: "streak", r: Number.NaN }, "Good in a row is missing."],
		[{ kind: "streak", r: 61 }, "Good in a row: enter at most 60, not 61."],
		[{ kind: "streak", r: 2.5 }, 'Good in a row: enter a whole number, not "2.5".'],
		[{ kind: "streak", r: "four" }, 'Good in a row: enter a whole number, not "four".'],
		[{ kind: "sweepstake" }, 'Kind of rule: "sweepstake" does not exist.'],
		[{}, "Kind of rule is missing."],
	])("%j", (rule, sentence) => {
		const outcome = parse(Rule as never, rule, { k: "good tries needed", r: "good in a row", kind: "kind of rule" });
		expect(outcome).toMatchObject({ ok: false, refusals: [{ sentence }] });
	});
});

describe("what every kind answers of itself", () => {
	const of = (kind: string) => anyRule.filter((rule) => rule.kind === kind);
	const simple = ruleKinds.filter((kind) => !["all", "any", "days"].includes(kind.kind));

	test.each(simple.map((kind) => [kind.kind, kind.tellsOutcomes] as const))(
		"%s tells outcomes or targets apart: %s",
		(kind, tells) => {
			// Two tries, alike in all but their outcome, its points and what was called.
			const outcome = fc.record({
				result: fc.constantFrom("hit", "miss", "rough", "a"),
				points: fc.integer({ min: -2, max: 2 }),
				called: fc.constantFrom("a", "b", undefined),
			});
			let apart = false;
			fc.assert(
				fc.property(of(kind), fc.boolean(), outcome, outcome, (rule, good, one, other) => {
					const machine = machineOf(rule);
					const keyAfter = (attempt: Partial<Judged>) =>
						machine.key(rule, machine.step(rule, machine.start(rule), { good, ...attempt } as Judged));
					apart ||= keyAfter(one) !== keyAfter(other);
				}),
				{ numRuns: cases(300) },
			);
			expect(apart).toBe(tells);
		},
	);

	test("the longest run is told of rules of good ones in a row, and of rules with such a part", () => {
		expect(simple.filter(({ tellsRuns }) => tellsRuns).map(({ kind }) => kind)).toEqual(["rolling", "block", "streak"]);
		const streak: Rule = { kind: "streak", r: 3 };
		const points = ruleKinds.find(({ kind }) => kind === "points")?.fresh as Rule;
		const both = { kind: "all", rules: [points, streak] } as unknown as Rule;
		expect(anyPart(both, "tellsRuns")).toBe(true);
		expect(anyPart(points, "tellsRuns")).toBe(false);
		expect(anyPart({ kind: "days", rule: both, days: 2, gap: 1 } as unknown as Rule, "addsUp")).toBe(true);
		expect([isTicked(streak), isTicked(both)]).toEqual([true, false]);
	});
});

describe("a result does not end where the rule was met", () => {
	const good = (more: Partial<Judged> = {}): Judged => ({ good: true, result: "hit", ...more });
	const times = (n: number, one: (i: number) => Judged): Judged[] => Array.from({ length: n }, (_, i) => one(i));

	/** Of each kind: attempts that meet it and go on, and the number that stands at their end. */
	const goOn: Record<Rule["kind"], [rule: Rule, attempts: Judged[], value: number, target: number]> = {
		streak: [{ kind: "streak", r: 4 }, times(11, () => good()), 11, 4],
		rolling: [{ kind: "rolling", k: 3, n: 9 }, times(8, () => good()), 8, 3],
		block: [{ kind: "block", k: 3, n: 10 }, times(9, () => good()), 9, 3],
		points: [{ kind: "points", weights: { hit: 2, miss: -2 }, target: 15 }, times(11, () => good()), 22, 15],
		count: [{ kind: "count", c: 3, seconds: 60 }, times(7, () => good()), 7, 3],
		length: [{ kind: "length", length: 20, times: 2 }, times(5, () => good({ length: 30 })), 5, 2],
		rating: [{ kind: "rating", mean: 6, n: 2 }, times(4, (i) => good({ rating: 6 + i })), 8.5, 6],
		within: [{ kind: "within", k: 2, n: 6, low: 0, high: 5 }, times(6, () => good({ measure: 3 })), 6, 2],
		spread: [
			{ kind: "spread", each: 1, targets: ["a", "b"] },
			times(8, (i) => good({ called: i % 2 ? "a" : "b" })),
			8,
			2,
		],
		decision: [{ kind: "decision", k: 2, n: 6 }, times(6, () => good({ right: true })), 6, 2],
		answered: [
			{ kind: "answered", answered: 1, good: 3, bust: 2 },
			[{ good: false, result: "miss" }, ...times(7, () => good())],
			7,
			3,
		],
		bouts: [{ kind: "bouts", a: 2, b: 2, k: 1, n: 5 }, times(8, () => good()), 4, 1],
		days: [{ kind: "days", rule: { kind: "streak", r: 2 }, days: 2, gap: 1 }, times(5, () => good()), 5, 2],
		// Of parts that were met none goes on.
		all: [{ kind: "all", rules: [{ kind: "streak", r: 2 }] }, times(5, () => good()), 1, 1],
		any: [{ kind: "any", rules: [{ kind: "streak", r: 2 }] }, times(5, () => good()), 2, 2],
	};

	test.each(ruleKinds.map(({ kind }) => kind))("%s", (kind) => {
		const [rule, attempts, value, target] = goOn[kind as Rule["kind"]];
		const told = judge(rule, attempts, 10);
		expect([told.met, told.progress.value, told.progress.target, told.needs]).toEqual([true, value, target, 0]);
		expect(told.progress.words).not.toMatch(/Infinity|NaN/);
	});

	test("until it is met the number is the rule’s own", () => {
		fc.assert(
			fc.property(anyRule, fc.array(fc.boolean(), { maxLength: 20 }), (rule, goods) => {
				const attempts = goods.map((one): Judged => (one ? good() : { good: false, result: "miss" }));
				const machine = machineOf(rule);
				let state = machine.start(rule);
				attempts.forEach((attempt, i) => {
					state = machine.step(rule, state, attempt);
					const status = machine.status(rule, state);
					const told = judge(rule, attempts.slice(0, i + 1), 10);
					expect([told.met, told.bust]).toEqual([status.met, status.bust]);
					if (!status.met) expect(told.progress).toEqual(status.progress);
				});
			}),
			{ numRuns: cases(200) },
		);
	});
});
