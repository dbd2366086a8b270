import { judged } from "@/core/ladder/good";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import { scales } from "@/core/ladder/scale";
import { judge, type Rule, ruleKinds } from "@/core/rules";
import { inputsFor, secondsOf } from "./inputs";

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
		// Every input over and over: a round of them meets the rule sooner or later, the worst of them never does.
		const best = attempts.filter((attempt) => judged(attempt, rung, [], false).good);
		const worst = attempts.filter((attempt) => !judged(attempt, rung, [], false).good);
		expect(after(Array.from({ length: 60 }, (__, i) => best[i % best.length] ?? (attempts[0] as never))).met).toBe(
			true,
		);
		expect(worst.length).toBeGreaterThan(0);
		expect(after(Array.from({ length: 60 }, () => worst[0] as never)).met).toBe(false);
	},
);

test("an answer is judged by what was called, and the call holds until another", () => {
	const rule: Rule = { kind: "decision", k: 1, n: 1 };
	const rung = settings({ decisions: table });
	const answers = (called: string | null) =>
		inputsFor(rung, rule, [], called)
			.rows.flat()
			.map(({ label, attempt }) => [label, judged(attempt, rung, [], false).right]);
	expect(answers(null)).toEqual([
		["duck", true],
		["jump", false],
	]);
	expect(answers("low")).toEqual([
		["duck", false],
		["jump", true],
	]);
	expect(answers("gone since")).toEqual(answers(null));
	expect(inputsFor(rung, rule, [], "low").calls).toEqual({ all: ["high", "low"], now: "low" });
});

test("outcomes stand from worst to best, with fault rows where the form is looked at", () => {
	const rung = settings({ scale: scales["clean, rough or miss"], gate: "both" });
	const { rows, main } = inputsFor(rung, { kind: "points", weights: {}, target: 4 } as Rule, watched, null);
	expect(main.map((field) => field.attempt.result)).toEqual(["miss", "rough", "clean"]);
	expect(rows.map((row) => row[0]?.attempt.result)).toEqual(["clean", "miss"]);
	expect(main.at(-1)?.keys).toContain("g");
	expect(rows[0]?.map((field) => field.keys?.[0])).toEqual(["1", "2", "3"]);
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
		const { rows, main } = inputsFor(settings({ gate: "both", decisions: table }), fresh, watched, null);
		const keys = [...rows.flat(), ...main].flatMap((field) => field.keys ?? []);
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
		inputsFor(settings({ gate }), rule, watched, null, chain).rows.map((row) =>
			row.map((one) => `${one.small} ${one.label}`),
		);
	const streak: Rule = { kind: "streak", r: 3 };
	const broke = ["broke in Balls", "broke in Clubs"];
	expect(rows("result", streak)).toEqual([["missed a", "missed b", "missed other"], broke]);
	expect(rows("both", streak)).toEqual([["good, but a", "good, but b", "good, but other"], broke]);
	const attempts = inputsFor(settings(), streak, watched, null, chain).rows[1]?.map((one) => one.attempt);
	expect(attempts?.map(({ result, brokeAt }) => [result, brokeAt])).toEqual([
		["miss", "x"],
		["miss", "y"],
	]);
	expect(inputsFor(settings(), { kind: "length", length: 5, times: 1 }, [], null, chain).rows).toEqual([]);
});
