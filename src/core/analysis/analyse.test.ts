import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { anyRule, plainReading } from "@/core/__tests__/rules";
import type { Outcome } from "@/core/refusals/refusals";
import { type Judged, type Rule, ruleKinds } from "@/core/rules";
import { countDays } from "@/core/rules/days";
import { analyse, bareCurve, modelAt, operatingCurve, shiftAt } from "./analyse";
import { discover, merge } from "./automaton";
import { type Alphabet, type Chances, rateOf } from "./chances";
import { countEndings, passOnce, readAt } from "./passes";
import { simulate } from "./simulate";
import { wald } from "./wald";

const sure = <T>(outcome: Outcome<T>): T => {
	if (!outcome.ok) throw new Error(outcome.refusals[0]?.sentence);
	return outcome.value;
};
const rule = (raw: unknown) => raw as Rule;
const said = (outcome: Outcome<unknown>) => (outcome.ok ? "" : (outcome.refusals[0]?.sentence ?? ""));

const hitMiss = (good: number, off: number) => ({ hit: good, miss: -off });
const streak4 = { kind: "streak", r: 4 };

describe("the worked figures, to four decimals", () => {
	test.each<[string, unknown, Chances, number, number, number | null]>([
		["rolling 9/12 at .6", { kind: "rolling", k: 9, n: 12 }, { rate: 0.6 }, 36, 0.7521, 23.172],
		["rolling 9/12 at .85", { kind: "rolling", k: 9, n: 12 }, { rate: 0.85 }, 36, 0.9999, 10.872],
		["block 9/12 at .6", { kind: "block", k: 9, n: 12 }, { rate: 0.6 }, 36, 0.5351, 28.081],
		["streak 4 at .7", streak4, { rate: 0.7 }, 15, 0.8065, 8.941],
		[
			"points +1 / -1 to 4, floor 0, at .65",
			{ kind: "points", weights: hitMiss(1, 1), target: 4, floor: 0 },
			{ rate: 0.65 },
			20,
			0.9363,
			9.35,
		],
		[
			"points +1 / 0 / -1 to 4, floor 0",
			{ kind: "points", weights: { clean: 1, rough: 0, miss: -1 }, target: 4, floor: 0 },
			{ outcomes: { clean: 0.5, rough: 0.3, miss: 0.2 } },
			18,
			0.88,
			10.353,
		],
		[
			"points +1 / -2 to 7, bust 7, at .85",
			{ kind: "points", weights: hitMiss(1, 2), target: 7, bust: 7 },
			{ rate: 0.85 },
			40,
			0.9879,
			12.488,
		],
		[
			"all of streak 3, rolling 6/8 at .7",
			{
				kind: "all",
				rules: [
					{ kind: "streak", r: 3 },
					{ kind: "rolling", k: 6, n: 8 },
				],
			},
			{ rate: 0.7 },
			24,
			0.9679,
			10.424,
		],
		[
			"any of streak 4, rolling 6/7 at .6",
			{ kind: "any", rules: [streak4, { kind: "rolling", k: 6, n: 7 }] },
			{ rate: 0.6 },
			24,
			0.8131,
			13.32,
		],
		[
			"spread 1 on three targets at .25",
			{ kind: "spread", each: 1, targets: ["a", "b", "c"] },
			{ outcomes: { a: 0.25, b: 0.25, c: 0.25, miss: 0.25 } },
			8,
			0.7114,
			6.155,
		],
	])("%s", (_, raw, chances, limit, pass, attempts) => {
		const one = sure(analyse(rule(raw), chances, limit));
		expect(one.pass).toBeCloseTo(pass, 4);
		if (attempts !== null) expect(one.attempts).toBeCloseTo(attempts, 3);
		expect(one.standardError).toBe(0);
	});
	test("on two days of two, and of three", () => {
		const days = rule({ kind: "days", rule: streak4, days: 2, gap: 1 });
		expect(sure(analyse(days, { rate: 0.7 }, 15)).onDays?.pass).toBeCloseTo(0.6505, 4);
		expect(sure(analyse(days, { rate: 0.7 }, 15, { daysAvailable: 3 })).onDays?.pass).toBeCloseTo(0.9022, 4);
	});
	test("a risk of a tenth a lesson is 41 in 100 in five", () => {
		const { within, pass } = sure(analyse(rule({ kind: "streak", r: 1 }), { rate: 0.1 }, 1));
		expect(pass).toBeCloseTo(0.1, 12);
		expect(within.map(({ lessons, pass: p }) => [lessons, Number(p.toFixed(4))])).toEqual([
			[1, 0.1],
			[3, 0.271],
			[5, 0.4095],
		]);
	});
	test("Wald's bounds at .6 and .85", () => {
		const { ready, notReady } = wald({ notReady: 0.6, ready: 0.85, riskPass: 0.1, riskHold: 0.1, limit: 60 });
		expect([ready.toFixed(1), notReady.toFixed(1)]).toEqual(["11.8", "9.6"]);
	});
});

/** Every sequence of letters up to the limit, each with its probability: the answer without a machine. */
function enumerate(one: Rule, { letters, perSet }: Alphabet, limit: number) {
	const total = { pass: 0, bust: 0, attempts: 0 };
	const walk = (row: Judged[], p: number): void => {
		const end = row.length === 0 ? null : plainReading(one, row);
		if (end || row.length === limit) {
			if (end) total[end.end === "met" ? "pass" : "bust"] += p;
			total.attempts += p * row.length;
			return;
		}
		const newSet = perSet > 0 && row.length % perSet === 0;
		for (const letter of letters)
			if (letter.p > 0) walk([...row, newSet ? { ...letter.attempt, newSet } : letter.attempt], p * letter.p);
	};
	walk([], 1);
	return total;
}

test("every small case of every kind agrees with brute force over all sequences", () => {
	const seen = new Set<string>();
	fc.assert(
		fc.property(anyRule, fc.integer({ min: 1, max: 7 }), fc.integer({ min: 0, max: 20 }), (one, limit, twentieths) => {
			const rate = twentieths / 20;
			const alphabet = modelAt(one, rate);
			if (alphabet.letters.length ** limit > 20_000) return;
			const chances: Chances =
				rateOf(one) === "rating"
					? { ratings: alphabet.letters.map((l) => l.p) }
					: rateOf(one) === "going on"
						? { goOn: rate }
						: { rate };
			const exact = sure(analyse(one, chances, limit));
			const brute = enumerate(one, alphabet, limit);
			seen.add(one.kind);
			expect(Math.abs(exact.pass - brute.pass)).toBeLessThan(1e-12);
			expect(Math.abs(exact.bust - brute.bust)).toBeLessThan(1e-12);
			expect(Math.abs(exact.attempts - brute.attempts)).toBeLessThan(1e-11);
		}),
		{ numRuns: cases(1500) },
	);
	// A kind without a generator and a plain reading would be missing here.
	expect([...seen].sort()).toEqual(ruleKinds.map(({ kind }) => kind).sort());
});

test("several outcomes with their own probabilities agree with brute force as well", () => {
	const points = rule({ kind: "points", weights: { clean: 2, rough: 1, miss: -2 }, target: 5, bust: 3 });
	const outcomes = { clean: 0.45, rough: 0.25, miss: 0.3 };
	const letters = Object.entries(outcomes).map(([result, p]) => ({ p, attempt: { good: result !== "miss", result } }));
	const exact = sure(analyse(points, { outcomes }, 7));
	const brute = enumerate(points, { letters, perSet: 0 }, 7);
	expect([exact.pass, exact.bust, exact.attempts].map((n) => n.toFixed(12))).toEqual(
		[brute.pass, brute.bust, brute.attempts].map((n) => n.toFixed(12)),
	);
});

describe("large cases", () => {
	test.each([
		[{ kind: "rolling", k: 11, n: 14 }, 45, 0.7],
		[
			{
				kind: "all",
				rules: [
					{ kind: "streak", r: 5 },
					{ kind: "rolling", k: 12, n: 15 },
				],
			},
			60,
			0.75,
		],
		[{ kind: "bouts", a: 5, b: 3, k: 2, n: 3 }, 60, 0.65],
		[{ kind: "count", c: 8, seconds: 60 }, 40, 0.7],
		[{ kind: "points", weights: hitMiss(4, 11), target: 24, bust: 24 }, 60, 0.75],
	])("%j agrees with seeded simulation inside four standard errors", (raw, limit, rate) => {
		const exact = sure(analyse(rule(raw), { rate }, limit));
		const played = simulate(rule(raw), modelAt(rule(raw), rate), limit, 40_000, 7);
		expect(Math.abs(exact.pass - played.pass)).toBeLessThan(4 * played.standardError);
		expect(Math.abs(exact.attempts - played.attempts)).toBeLessThan(0.5);
	});

	test("too many states are simulated, and it says so", () => {
		const wide = rule({ kind: "rolling", k: 15, n: 30 });
		const one = sure(analyse(wide, { rate: 0.4 }, 60, { runs: 4000 }));
		expect(one.states).toBeNull();
		expect(one.standardError).toBeGreaterThan(0);
		expect(sure(analyse(wide, { rate: 0.4 }, 60, { runs: 4000 }))).toEqual(one);
		expect(sure(operatingCurve(wide, 40, 3, { runs: 500 }))).toMatchObject({ states: null, advised: null });
	});

	test("merging changes nothing but the number of states", () => {
		const one = rule({
			kind: "any",
			rules: [
				{ kind: "rolling", k: 3, n: 5 },
				{ kind: "decision", k: 3, n: 5 },
			],
		});
		const attempts = [
			{ good: true, result: "hit", right: true },
			{ good: false, result: "miss", right: false },
		];
		const found = discover(one, attempts, false, 20);
		if (!found) throw new Error("none");
		const merged = merge(found);
		expect(merged.states).toBeLessThanOrEqual(found.states);
		for (const rate of [0.3, 0.8])
			expect(passOnce(merged, [rate, 1 - rate], 20).pass).toBeCloseTo(passOnce(found, [rate, 1 - rate], 20).pass, 12);
	});
});

describe("the operating curve", () => {
	test("reads what the analysis reads, rises with the rate, and the advice only lowers it", () => {
		for (const raw of [
			{ kind: "rolling", k: 9, n: 12 },
			{ kind: "length", length: 4, times: 2 },
			{ kind: "rating", mean: 6, n: 3 },
		]) {
			const curve = sure(operatingCurve(rule(raw), 20, 21));
			curve.rates.forEach((rate, i) => {
				if (raw.kind === "rolling") expect(curve.pass[i]).toBeCloseTo(sure(analyse(rule(raw), { rate }, 20)).pass, 12);
				if (i > 0) expect(curve.pass[i] as number).toBeGreaterThanOrEqual((curve.pass[i - 1] as number) - 1e-12);
				expect(curve.advised?.pass[i] as number).toBeLessThanOrEqual((curve.pass[i] as number) + 1e-12);
			});
			expect(curve.pass[0]).toBe(raw.kind === "rating" ? 0 : 0);
			expect(curve.pass.at(-1)).toBeCloseTo(1, 12);
		}
	});
	test("the advice ends a visit by the coach’s own band, not by the usual one", () => {
		const at = (bandLow?: number) => {
			const curve = operatingCurve({ kind: "rolling", k: 9, n: 12 }, 36, 11, bandLow === undefined ? {} : { bandLow });
			return curve.ok ? (curve.value.advised?.pass[6] ?? 0) : 0;
		};
		expect(at()).toBe(at(0.6));
		expect(at(0.75)).toBeLessThan(at(0.6));
		expect(at(0.3)).toBeGreaterThan(at(0.6));
	});

	test("with the advice followed, a six-in-ten student passes 9 of 12 less often, and a ready one hardly less", () => {
		const curve = sure(operatingCurve(rule({ kind: "rolling", k: 9, n: 12 }), 36, 101));
		const at = (rate: number) => ({ bare: curve.pass[rate] as number, advised: curve.advised?.pass[rate] as number });
		expect(at(60).bare - at(60).advised).toBeGreaterThan(0.02);
		expect(at(85).bare - at(85).advised).toBeLessThan(0.02);
		expect(curve.attempts.every((n) => n >= 0 && n <= 36)).toBe(true);
	});
	test("the endings add up to one", () => {
		const one = rule({ kind: "points", weights: hitMiss(1, 2), target: 7, bust: 7 });
		const automaton = discover(
			one,
			[
				{ good: true, result: "hit" },
				{ good: false, result: "miss" },
			],
			false,
			12,
		);
		if (!automaton) throw new Error("none");
		const endings = countEndings(
			automaton,
			[
				{ share: 1, good: true },
				{ share: 1, good: false },
			],
			12,
			0,
			(t, g) => t === 8 && g < 3,
		);
		for (const rate of [0.2, 0.5, 0.9]) {
			const { pass, bust, stopped } = readAt(endings, rate);
			const open = endings.open.reduce((sum, mass, g) => sum + mass * rate ** g * (1 - rate) ** (12 - g), 0);
			expect(pass + bust + stopped + open).toBeCloseTo(1, 12);
		}
	});
	test("a bare curve is the bare half", () => {
		const one = rule({ kind: "block", k: 4, n: 6 });
		expect(sure(bareCurve(one, 18, 11)).pass).toEqual(sure(operatingCurve(one, 18, 11)).pass);
	});
});

test("sticky attempts lift a window rule, good and bad days pull a sure pass down", () => {
	const window = shiftAt(rule({ kind: "rolling", k: 9, n: 12 }), 0.6, 36, 20_000, 3);
	expect(window.sticky.pass - window.plain.pass).toBeGreaterThan(3 * window.plain.standardError);
	const ready = shiftAt(rule({ kind: "rolling", k: 9, n: 12 }), 0.75, 36, 20_000, 3);
	expect(ready.plain.pass - ready.days.pass).toBeGreaterThan(3 * ready.plain.standardError);
	expect(shiftAt(rule(streak4), 0.6, 15, 500, 3)).toEqual(shiftAt(rule(streak4), 0.6, 15, 500, 3));
});

describe("what bad input gets", () => {
	const plain = rule(streak4);
	test.each<[unknown, Chances, number, string]>([
		[
			{ kind: "points", weights: { clean: 1, miss: -1 }, target: 4 },
			{ outcomes: { clean: 0.6, miss: 0.3 } },
			20,
			"The probabilities of outcomes sum to 0.9. They must sum to 1: add 0.1.",
		],
		[plain, { rate: 1.2 }, 20, "Rate: enter a number from 0 to 1, not 1.2."],
		[plain, { rate: Number.NaN }, 20, "Rate: enter a number from 0 to 1, not NaN."],
		[
			plain,
			{ outcomes: { hit: -0.5, miss: 1.5 } },
			20,
			"The probability of hit: enter a number from 0 to 1, not -0.5.",
		],
		[plain, { rate: 0.5 }, -4, "Limit: enter a whole number from 1 to 500, not -4."],
		[plain, { rate: 0.5 }, 9999, "Limit: enter a whole number from 1 to 500, not 9999."],
		[plain, { goOn: 0.5 }, 20, "Chance of going on fits a rule about length. This rule needs a rate."],
		[plain, { ratings: [1] }, 20, "Ratings: enter 11 probabilities, for 0 to 10, not 1."],
		[{ kind: "rolling", k: 8, n: 5 }, { rate: 0.5 }, 20, "Good tries needed: enter at most 5, not 8."],
		[
			{ kind: "points", weights: { hit: 0, miss: 0 }, target: 4 },
			{ rate: 0.5 },
			20,
			"Points for each outcome are all zero. Give a good outcome 1 or more.",
		],
		[
			{ kind: "points", weights: { hit: -1, miss: -2 }, target: 4 },
			{ rate: 0.5 },
			20,
			"Points for each outcome are never above zero, so 4 is out of reach. Give a good outcome 1 or more.",
		],
		[
			{ kind: "points", weights: { hit: 1 }, target: 4, floor: -2, bust: 5 },
			{ rate: 0.5 },
			20,
			"“Never under” is -2, above the losing mark of −5. Enter at most -5, or leave it empty.",
		],
		[
			{ kind: "all", rules: [{ kind: "any", rules: [{ kind: "all", rules: [streak4] }] }] },
			{ rate: 0.5 },
			20,
			"The pass rule is nested too deep: 3 levels allowed.",
		],
		[
			{ kind: "all", rules: [{ kind: "days", rule: streak4, days: 2, gap: 1 }] },
			{ rate: 0.5 },
			20,
			"A rule on several days cannot be inside another. Make it the outer one.",
		],
		[{ kind: "all", rules: [{ kind: "streak", r: 0 }] }, { rate: 0.5 }, 20, "Rule 1, r: enter at least 1, not 0."],
		[{ kind: "hunch" }, { rate: 0.5 }, 20, 'Kind: "hunch" does not exist.'],
		["streak", { rate: 0.5 }, 20, "The data should be several fields with their names."],
	])("%j", (raw, chances, limit, sentence) => expect(said(analyse(rule(raw), chances, limit))).toBe(sentence));

	test("very deep nesting is refused before it is walked", () => {
		let deep: unknown = streak4;
		for (let i = 0; i < 100_000; i++) deep = { kind: "all", rules: [deep] };
		expect(said(analyse(rule(deep), { rate: 0.5 }, 10))).toContain(
			"The pass rule is nested too deep: 3 levels allowed.",
		);
	});
});

test("days count when they are far enough apart, and failed days between do not reset", () => {
	const on = ["2026-03-09", "2026-03-01", "2026-03-02", "2026-03-02", "2026-03-08"];
	expect([1, 2, 7, 8].map((gap) => countDays(on, gap))).toEqual([4, 2, 2, 2]);
	expect(countDays([], 1)).toBe(0);
});
