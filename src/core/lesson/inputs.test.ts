import fc from "fast-check";
import { HELD_BACK, MISSED, marked, touched } from "@/core/commands/marks";
import { judged } from "@/core/ladder/good";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import type { TryView } from "@/core/log/view";
import { judge, type Rule, ruleKinds } from "@/core/rules";
import { scales } from "@/core/rules/scale";
import { countsAt, inputsFor, secondsOf } from "./inputs";

const watched = ["a", "b"].map((id) => ({ id, name: id, short: id, fault: "", cues: [] }));
const settings = (change: Partial<RungSettings> = {}) => ({ ...freshRung("a rung"), ...change });
const table = [
	{ situation: "high", right: [{ answer: "duck", reason: "" }] },
	{ situation: "low", right: [{ answer: "jump", reason: "" }] },
];

test.each(ruleKinds.map(({ kind, fresh }) => [kind, fresh] as const))(
	"%s: some input helps, and some does not",
	(_, rule) => {
		const rung = settings({ decisions: table });
		const { rows, main, keypad } = inputsFor(rung, rule, [], null);
		const attempts = keypad
			? [0, 5, 1000].map(keypad.attempt)
			: [...rows.flat(), ...main].map((field) => field.attempt);
		const after = (bodies: typeof attempts) =>
			judge(
				rule,
				bodies.map((body) => judged(body, rung, [], false)),
				60,
			);
		// A round of the good ones meets the rule sooner or later, or of good ones and misses where it needs misses; the worst never does.
		const best = attempts.filter((attempt) => judged(attempt, rung, [], false).good);
		const worst = attempts.filter((attempt) => !judged(attempt, rung, [], false).good);
		const row = (one: (i: number) => unknown) => after(Array.from({ length: 60 }, (__, i) => one(i) as never));
		const goodOne = (i: number) => best[i % best.length] ?? attempts[0];
		expect(row(goodOne).met || row((i) => (i % 2 ? goodOne(i >> 1) : worst[0])).met).toBe(true);
		expect(worst.length).toBeGreaterThan(0);
		expect(after(Array.from({ length: 60 }, () => worst[0] as never)).met).toBe(false);
	},
);

test("an answer is judged by what was called, and the call holds until another", () => {
	const rule: Rule = { kind: "decision", k: 1, n: 1 };
	const rung = settings({ decisions: table });
	const answers = (called: string | null, change: Partial<RungSettings> = {}) =>
		inputsFor({ ...rung, ...change }, rule, [], called).rows.map((row) =>
			row.map(({ small, label, attempt }) => [small, label, judged(attempt, rung, [], false).right, attempt.cameOff]),
		);
	const row = (small: string, cameOff: boolean | undefined, high: boolean) => [
		[small, "duck", high, cameOff],
		[small, "jump", !high, cameOff],
		[small, "another", false, cameOff],
	];
	expect(answers(null)).toEqual([row("missed", false, true), row("came off", true, true)]);
	expect(answers("low")).toEqual([row("missed", false, false), row("came off", true, false)]);
	expect(answers("low", { choiceOnly: true })).toEqual([row("", undefined, false)]);
	expect(answers("gone since")).toEqual(answers(null));
	expect(inputsFor(rung, rule, [], "low").calls).toEqual({ all: ["high", "low"], now: "low" });
});

test("many answers have a field each, and that one did not come off is marked", () => {
	const many = "duck jump roll spin turn"
		.split(" ")
		.map((answer) => ({ situation: `s-${answer}`, right: [{ answer, reason: "" }] }));
	const { rows, marks } = inputsFor(settings({ decisions: many }), { kind: "decision", k: 1, n: 1 }, watched, null);
	expect(rows.map((row) => row.length)).toEqual([4, 2]);
	expect(marks?.map(({ label, key }) => [label, key])).toContainEqual(["missed", "0"]);
	const attempt = rows[0]?.[0]?.attempt as NonNullable<(typeof rows)[0][0]>["attempt"];
	expect(attempt).toMatchObject({ answer: "duck", cameOff: true });
	const missed = marked(attempt, touched({}, MISSED));
	expect(missed).toMatchObject({ answer: "duck", cameOff: false, off: [] });
	expect(touched(touched({}, MISSED), MISSED)).toEqual({});
});

test("a free choice is judged by the coach, beside what came of it; the good one is low on the right", () => {
	const rung = settings({ freeChoice: true });
	const { rows, main, calls } = inputsFor(rung, { kind: "decision", k: 1, n: 1 }, [], null);
	expect(calls).toBeUndefined();
	expect(
		[...rows.flat(), ...main].map(({ attempt }) => [judged(attempt, rung, [], false).right, attempt.cameOff]),
	).toEqual([
		[false, false],
		[true, false],
		[false, true],
		[true, true],
	]);
	const only = inputsFor({ ...rung, choiceOnly: true }, { kind: "decision", k: 1, n: 1 }, [], null);
	expect(only.main.map(({ attempt }) => [attempt.chose, attempt.cameOff])).toEqual([
		["wrong", undefined],
		["right", undefined],
	]);
});

test("outcomes stand from worst to best with the points of the rule; what was off in them is marked beside", () => {
	const rung = settings({ scale: scales["clean, rough or miss"], gate: "both" });
	const rule: Rule = { kind: "points", weights: { clean: 1, rough: 0, miss: -1 }, target: 4 };
	const { rows, main, marks } = inputsFor(rung, rule, watched, null);
	expect(main.map((field) => [field.small, field.attempt.result])).toEqual([
		["−1", "miss"],
		["0", "rough"],
		["+1", "clean"],
	]);
	expect(rows).toEqual([]);
	expect(marks?.map(({ label, key }) => [label, key])).toEqual([
		["a", "z"],
		["b", "x"],
		["other", "v"],
	]);
	expect(main.at(-1)?.keys).toContain("g");
});

/** Kinds of rungs whose fields say something else than what was off. */
const says: [string, Rule, Partial<RungSettings>][] = [
	["a length", { kind: "length", length: 20, times: 1 }, {}],
	["a measure", { kind: "within", k: 1, n: 1, low: 0, high: 1000 }, { unit: "cm" }],
	["a rating", { kind: "rating", mean: 0, n: 1 }, {}],
	["targets", { kind: "spread", each: 1, targets: ["near"] }, {}],
	["an answer", { kind: "decision", k: 1, n: 1 }, { decisions: table }],
	["outcomes", { kind: "points", weights: { clean: 1 }, target: 1 }, { scale: scales["clean, rough or miss"] }],
];
describe.each(says)("%s", (_, rule, more) => {
	const of = (gate: RungSettings["gate"]) => {
		const rung = settings({ ...more, gate });
		const inputs = inputsFor(rung, rule, watched, null);
		const { keypad, rows, main } = inputs;
		const all = keypad ? [keypad.attempt(500)] : [...rows.flat(), ...main].map((field) => field.attempt);
		const best = all.find((attempt) => judged(attempt, rung, watched, false).good && attempt.result !== "miss");
		return { ...inputs, rung, best: best as NonNullable<typeof best> };
	};
	const marks = { b: "beyond" } as const;

	test("what was off and its direction are kept with it, and the gate sees them", () => {
		for (const gate of ["both", "form"] as const) {
			const { rung, best } = of(gate);
			expect(best.judged).toBe(true);
			const off = marked(best, marks);
			expect(off.off).toEqual([{ position: "b", direction: "beyond" }]);
			expect(judged(off, rung, watched, false).good).toBe(false);
			const needsForm =
				rule.kind === "length" || rule.kind === "within" || rule.kind === "spread" || rule.kind === "points";
			if (needsForm) expect(judge(rule, [judged(off, rung, watched, false)], 9).met).toBe(false);
			expect(judge(rule, [judged(best, rung, watched, false)], 9).met).toBe(true);
		}
		const { rung, best } = of("result");
		expect([best.judged, judged(marked(best, marks), rung, watched, false).good]).toEqual([false, true]);
	});

	test("where it had to be gone for, a good one was, unless it is marked as held back", () => {
		const { rung, best, marks: all } = of("commitment");
		expect(all?.at(-1)?.label).toBe("held back");
		expect(judged(best, rung, watched, false).good).toBe(true);
		expect(judged(marked(best, { [HELD_BACK]: "off" }), rung, watched, false).good).toBe(false);
	});
});

test("a miss has a target, and the large low place is never the one that missed", () => {
	const { rows } = inputsFor(settings(), { kind: "spread", each: 1, targets: ["near", "far"] }, [], null);
	expect(rows.map((row) => row.map(({ small, label }) => `${small} ${label}`))).toEqual([
		["missed near", "missed far", "missed no target"],
		["good on near", "good on far"],
	]);
	expect(rows[0]?.[1]?.attempt).toMatchObject({ result: "miss", called: "far" });
	for (const { fresh } of ruleKinds)
		for (const gate of ["result", "form", "both", "commitment"] as const) {
			const last = inputsFor(settings({ gate, decisions: table }), fresh, watched, null).main.at(-1);
			expect(last === undefined || last.attempt.result !== "miss").toBe(true);
		}
});

test("a mark: off, short of, beyond, and none again", () => {
	let marks = {};
	const seen = Array.from({ length: 4 }, () => {
		marks = touched(marks, "a");
		return marks;
	});
	expect(seen).toEqual([{ a: "off" }, { a: "short" }, { a: "beyond" }, {}]);
	expect(touched({ [HELD_BACK]: "off" }, HELD_BACK)).toEqual({});
});

test("a measure carries its unit, a length says whether it was long enough", () => {
	const { keypad } = inputsFor(settings({ unit: "cm" }), { kind: "within", k: 1, n: 2, low: 1, high: 3 }, [], null);
	expect(keypad?.attempt(2.5)).toMatchObject({ result: "hit", measure: { value: 2.5, unit: "cm" } });
	expect(keypad?.attempt(3.5).result).toBe("miss");
	const long = inputsFor(settings(), { kind: "length", length: 20, times: 1 }, [], null).keypad;
	expect([long?.attempt(20).result, long?.attempt(19).result]).toEqual(["hit", "miss"]);
});

test("no two fields of one layout answer to one key, and only a count has a clock", () => {
	for (const { fresh } of ruleKinds) {
		const { rows, main, marks } = inputsFor(settings({ gate: "both", decisions: table }), fresh, watched, null);
		const keys = [
			...[...rows.flat(), ...main].flatMap((field) => field.keys ?? []),
			...(marks ?? []).map(({ key }) => key),
		];
		expect(new Set(keys).size).toBe(keys.length);
		expect(secondsOf(fresh)).toBe(fresh.kind === "count" ? 60 : null);
	}
});

test("a chain of skills: what a miss broke in stands beside the faults, and takes the second row where there are two", () => {
	const chain = [
		{ id: "x", name: "Balls" },
		{ id: "y", name: "Clubs" },
	];
	const rows = (gate: RungSettings["gate"], rule: Rule) =>
		inputsFor(settings({ gate }), rule, watched, null, { chain }).rows.map((row) =>
			row.map((one) => `${one.small} ${one.label}`),
		);
	const streak: Rule = { kind: "streak", r: 3 };
	const broke = ["broke in Balls", "broke in Clubs"];
	expect(rows("result", streak)).toEqual([["missed a", "missed b", "missed other"], broke]);
	expect(rows("both", streak)).toEqual([["good, but a", "good, but b", "good, but other"], broke]);
	const attempts = inputsFor(settings(), streak, watched, null, { chain }).rows[1]?.map((one) => one.attempt);
	expect(attempts?.map(({ result, brokeAt }) => [result, brokeAt])).toEqual([
		["miss", "x"],
		["miss", "y"],
	]);
	expect(inputsFor(settings(), { kind: "length", length: 5, times: 1 }, [], null, { chain }).rows).toEqual([]);
});

test("targets called in turn: the fields of a plain rung, each try with its target, and how each stands", () => {
	const rung = settings({ callInTurn: 3, gate: "both" });
	const rule: Rule = { kind: "spread", each: 1, targets: ["near", "far"] };
	const { rows, main, calls, marks } = inputsFor(rung, rule, watched, "far");
	expect(calls).toEqual({ all: ["near", "far"], now: "far" });
	expect(marks).toBeUndefined();
	expect(rows.map((row) => row.map(({ label }) => label))).toEqual([
		["a", "b", "other"],
		["a", "b", "other"],
	]);
	expect([...rows.flat(), ...main].every(({ attempt }) => attempt.called === "far")).toBe(true);
	expect(main.at(-1)?.label).toBe("GOOD");
	const at = (called: string | undefined, good: boolean, counted = true) => ({ counted, good, body: { called } });
	expect(
		countsAt([at("near", true), at("near", false), at("far", true, false), at(undefined, true)] as TryView[]),
	).toEqual({ near: "1 of 2" });
});

test("many outcomes: the best stand in the large row, none is narrower than a quarter", () => {
	const scale = Array.from({ length: 9 }, (_, i) => ({
		code: `o${i}`,
		label: `o${i}`,
		points: 9 - i,
		success: i < 5,
	}));
	const { rows, main } = inputsFor(settings({ scale }), { kind: "rolling", k: 1, n: 1 }, [], null);
	expect([...rows.map((row) => row.length), main.length]).toEqual([4, 4, 1]);
	expect(main.at(-1)?.attempt.result).toBe("o0");
	const four = inputsFor(settings({ scale: scale.slice(0, 4) }), { kind: "rolling", k: 1, n: 1 }, [], null);
	expect([four.rows.length, four.main.length]).toEqual([0, 4]);
});

test("where points are counted a position says what it costs; elsewhere only what it is", () => {
	const costly = [{ ...(watched[0] as (typeof watched)[0]), deduction: 0.5 }];
	const labels = (rule: Rule) =>
		inputsFor(settings({ gate: "both" }), rule, costly, null).rows.flatMap((row) => row.map(({ label }) => label));
	expect(labels({ kind: "points", weights: { hit: 1 }, target: 3 })).toEqual(["a −0.5", "other", "a −0.5", "other"]);
	expect(labels({ kind: "streak", r: 3 })).toEqual(["a", "other", "a", "other"]);
});

test("a must that is not watched is a field beside those that are, never more than five in a row", () => {
	const musts = ["m1", "m2", "m3"].map((id) => ({ id, name: id, short: id, fault: "", cues: [], must: true }));
	const rows = (gate: RungSettings["gate"], positions: typeof watched) =>
		inputsFor(settings({ gate }), { kind: "streak", r: 3 }, positions, null, { musts }).rows.map((row) =>
			row.map(({ label }) => label),
		);
	expect(rows("form", watched)).toEqual([["a", "b", "m1", "m2", "other"]]);
	expect(rows("result", watched)).toEqual([
		["m1", "m2", "other"],
		["a", "b", "m1", "m2", "other"],
	]);
	expect(rows("result", [])).toEqual([["m1", "m2", "m3"]]);
	const marks = inputsFor(settings(), { kind: "rating", mean: 7, n: 2 }, watched, null, { musts }).marks;
	expect(marks?.map(({ label }) => label)).toEqual(["a", "b", "m1", "m2", "m3", "other"]);
});

test.each(["result", "form", "both", "commitment"] as const)(
	"under %s every must can be named, whatever is watched: by a field of its own, or behind other",
	(gate) => {
		const named = fc.array(fc.string({ minLength: 1, maxLength: 4 }), { maxLength: 3 });
		fc.assert(
			fc.property(named, fc.nat({ max: 8 }), (watch, n) => {
				const own = [...new Set(watch)].map((id) => ({ ...(watched[0] as (typeof watched)[0]), id, short: id }));
				const musts = Array.from({ length: n }, (_, i) => ({
					...(watched[0] as (typeof watched)[0]),
					id: `must${i}`,
					must: true,
				}));
				const { rows, behind = [] } = inputsFor(settings({ gate }), { kind: "streak", r: 3 }, own, null, { musts });
				const shown = rows.flat().flatMap(({ position }) => position ?? []);
				for (const { id } of musts) expect([...shown, ...behind.map((one) => one.id)]).toContain(id);
				if (behind.length > 0) expect(shown).toContain("other");
				for (const row of rows) expect(row.length).toBeLessThanOrEqual(5);
			}),
		);
	},
);
