import { positions } from "@/core/__tests__/phone";
import { isGood, judged } from "@/core/ladder/good";
import { type Gate, gates } from "@/core/ladder/rung";
import type { Attempt } from "@/core/log/kinds";
import { isRight, scales } from "@/core/rules/scale";

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
