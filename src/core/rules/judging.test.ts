import fc from "fast-check";
import { ladderWith, Phone, positions, railOver } from "@/core/__tests__/phone";
import { isGood, judged } from "@/core/ladder/good";
import { type Gate, gates } from "@/core/ladder/rung";
import { isRight, Scale, scales } from "@/core/ladder/scale";
import type { Attempt } from "@/core/log/kinds";
import { placeOn } from "@/core/pack/pack";
import { parse } from "@/core/refusals/refusals";
import { judge, type Rule } from ".";
import { type Tally, tallyProves, tallyRefusal } from "./tally";

const attempt = (change: Partial<Attempt>): Attempt => ({ result: "hit", off: [], judged: true, ...change });
const off = (...ids: string[]) => ids.map((position) => ({ position }));

describe("good, by each gate", () => {
	test.each<[string, Attempt, Record<Gate, boolean>]>([
		["a clean hit", attempt({}), { result: true, form: true, both: true, commitment: false }],
		[
			"a hit with a position off",
			attempt({ off: off("p1") }),
			{ result: true, form: false, both: false, commitment: false },
		],
		[
			"a hit with something else off",
			attempt({ off: off("other") }),
			{ result: true, form: false, both: false, commitment: false },
		],
		["a miss in form", attempt({ result: "miss" }), { result: false, form: true, both: false, commitment: false }],
		[
			"a committed miss",
			attempt({ result: "miss", off: off("p1"), committed: true }),
			{ result: false, form: false, both: false, commitment: true },
		],
	])("%s", (_, one, good) => {
		for (const gate of gates) expect(isGood(one, gate)).toBe(good[gate]);
	});
	test("a must that was off makes it not good under every gate", () => {
		for (const gate of gates)
			expect(isGood(attempt({ off: off("p1"), committed: true }), gate, new Set(["p1"]))).toBe(false);
	});
	test("the scale says what a success is", () => {
		const rough = attempt({ result: "rough" });
		expect(isGood(rough, "result", new Set(), scales["clean, rough or miss"])).toBe(true);
		expect(isGood(attempt({ result: "miss" }), "result", new Set(), scales["lettered targets"])).toBe(false);
	});
});

test("what the rule sees: points, deductions, the answer by the table, measures", () => {
	const decisions = [{ situation: "wind", right: [{ answer: "wait", reason: "the club drifts" }] }];
	const watched = positions.map((p) => ({
		...p,
		...(p.id === "p1" ? { deduction: 0.5 } : {}),
		...(p.id === "p2" ? { must: true } : {}),
	}));
	const see = (one: Attempt) =>
		judged(one, { gate: "result", scale: scales["clean, rough or miss"], decisions }, watched, true);
	expect(
		see(
			attempt({
				result: "clean",
				off: off("p1"),
				called: "wind",
				answer: "wait",
				rating: 7,
				length: 12,
				measure: { value: 3, unit: "m" },
			}),
		),
	).toEqual({
		good: true,
		result: "clean",
		points: 2,
		deduction: 0.5,
		called: "wind",
		right: true,
		rating: 7,
		length: 12,
		measure: 3,
		newSet: true,
	});
	expect(see(attempt({ result: "clean", off: off("p2") })).good).toBe(false);
	expect([
		isRight(decisions, "wind", "throw"),
		isRight(decisions, "rain", "wait"),
		isRight(decisions, "wind", undefined),
	]).toEqual([false, undefined, undefined]);
});

test("a scale without a success, or with one code twice, is refused", () => {
	for (const scale of Object.values(scales)) expect(parse(Scale, scale).ok).toBe(true);
	const [hit, miss] = scales["hit or miss"];
	expect(parse(Scale, [miss, { ...miss, code: "off" }])).toMatchObject({
		ok: false,
		refusals: [{ sentence: "Outcomes have no success among them; mark one at least." }],
	});
	expect(parse(Scale, [hit, hit])).toMatchObject({
		ok: false,
		refusals: [{ sentence: "Outcomes name one code twice; give each its own." }],
	});
});

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
			{ numRuns: 600 },
		);
	});
	test.each([
		[{ tries: 5, good: 6, longest: 1 }, "Good is 6, more than the 5 tries; at most 5 is possible."],
		[{ tries: 5, good: 2, longest: 3 }, "The longest run is 3, more than the 2 good; at most 2 is possible."],
		[{ tries: 5, good: 4, longest: 1 }, "With 4 good of 5 some run is 2 long at least; the longest run cannot be 1."],
		[{ tries: -1, good: 0, longest: 0 }, "A tally is whole numbers from 0 up."],
	])("%j is refused", (tally, sentence) => expect(tallyRefusal(tally)).toBe(sentence));
});

describe("a rule on several days, in a lesson", () => {
	const days = ladderWith({
		rule: { kind: "days", rule: { kind: "streak", r: 3 }, days: 2, gap: 2 } as Rule,
		limit: 20,
	});
	const placing = placeOn(days, "r2");
	test("the first day goes on to the next thing, the second steps up", () => {
		expect(new Phone().beginAt(placing).row("ggg").advice()).toMatchObject({
			line: "step-up",
			title: "Day 1 of 2 done",
			act: { kind: "next" },
		});
		const second = new Phone()
			.beginAt({ ...placing, daysMet: ["2026-02-20"] })
			.row("ggg")
			.advice();
		expect(second).toMatchObject({ line: "step-up", act: { kind: "move", to: "r3" } });
		const tooNear = new Phone()
			.beginAt({ ...placing, daysMet: ["2026-02-28"] })
			.row("ggg")
			.advice();
		expect(tooNear.title).toBe("Day 1 of 2 done");
	});
	test("the hole is filled when the days are", () => {
		const on = (day: string) => {
			const view = new Phone("a", day).beginAt(placing).row("ggg").view();
			return { ...view, opened: view.opened && { ...view.opened, localDay: day } };
		};
		const rail = (...lessons: string[]) =>
			railOver("ladder", { side: "left", policy: "mastery", start: "r2", rungs: days.rungs }, lessons.map(on)).holes[1];
		expect(rail("2026-03-01")).toMatchObject({ state: "open", metDays: ["2026-03-01"] });
		expect(rail("2026-03-01", "2026-03-02")?.state).toBe("open");
		expect(rail("2026-03-01", "2026-03-03")?.state).toBe("held");
	});
});

test("a bout left unfinished belongs to its set", () => {
	const bouts = ladderWith({ rule: { kind: "bouts", a: 2, b: 2, k: 1, n: 1 } as Rule, gate: "result", limit: 20 });
	const phone = new Phone().begin(bouts).row("g");
	phone.write([{ kind: "set.closed", set: phone.set().id, body: { reason: "rest" } }]);
	expect(phone.row("g").visit().verdict.kind).toBe("open");
	expect(phone.row("g").visit().verdict.kind).toBe("met");
});
