import { analyseAt } from "@/core/analysis/analyse";
import { usualDifficulties } from "@/core/difficulty/usual";
import type { Rung } from "@/core/ladder/ladder";
import { freshRung } from "@/core/ladder/rung";
import { between } from "./between";
import { limitFor, searchLadderRules, tierOf } from "./ladderRules";
import { stepsOf } from "./steps";

const rung = (notches: Record<string, number>, i: number): Rung => ({
	id: `r${i}`,
	settings: { ...freshRung(`Rung ${i}`), notches },
});
const steps = (...all: Record<string, number>[]) => stepsOf(all.map(rung), usualDifficulties, 2);

test("each step tells what it raises and how heavy it is", () => {
	expect(
		steps({ object: 0, tempo: 1 }, { object: 1, tempo: 1 }, { object: 3, tempo: 1 }).map(({ weight }) => weight),
	).toEqual([0, 1, 2.5]);
	expect(steps({ object: 0 }, { object: 1 })[1]?.changes).toEqual([
		{ difficulty: "object", name: "object", weight: 1 },
	]);
});
test("a jump, two difficulties at once and a rung easier than the one below are marked, and nothing else", () => {
	expect(steps({ object: 0 }, { object: 3 })[1]?.marks).toEqual(["too big"]);
	expect(steps({ object: 0, tempo: 0 }, { object: 1, tempo: 1 })[1]?.marks).toEqual(["two at once"]);
	expect(steps({ object: 2 }, { object: 1 })[1]?.marks).toEqual(["easier than below"]);
	// One raised while another goes back a notch is neither.
	expect(steps({ object: 1, tempo: 0 }, { object: 0, tempo: 1 })[1]).toMatchObject({ weight: 1, marks: [] });
	expect(steps({ object: 1 }, { object: 1 })[1]).toEqual({ changes: [], weight: 0, marks: [] });
});
test("what only one of two rungs sets is not compared; a ladder without notches has no steps to mark", () => {
	expect(steps({}, { object: 3 })[1]).toEqual({ changes: [], weight: 0, marks: [] });
	expect(steps({}, {}).every(({ marks }) => marks.length === 0)).toBe(true);
});

describe("rules for a ladder", () => {
	const all = (ask: Parameters<typeof searchLadderRules>[0]) => {
		const search = searchLadderRules(ask);
		const told: number[] = [];
		for (let step = search.next(); ; step = search.next()) {
			if (step.done) return { outcome: step.value, told };
			told.push(step.value);
		}
	};
	test("keep the risks, and are no more lenient towards the top", () => {
		const { outcome, told } = all({ notReady: 0.5, ready: 0.9, riskPass: 0.1, riskHold: 0.1 });
		expect(outcome.ok && outcome.value).toHaveLength(3);
		expect([...told].sort((a, b) => a - b)).toEqual(told);
		if (!outcome.ok) return;
		expect(outcome.value.every(({ limit }) => limit > 0 && limit <= 60)).toBe(true);
		const luck = outcome.value.map(({ rule, limit }) => analyseAt(rule, 0.5, limit).pass);
		expect(luck.every((pass) => pass <= 0.1)).toBe(true);
		expect(luck[2]).toBeLessThanOrEqual(0.05);
		expect(tierOf(outcome.value, 0, 10)).toBe(outcome.value[0]);
		expect(tierOf(outcome.value, 9, 10)).toBe(outcome.value[2]);
	});
	test("the limit is where 95 in 100 of the ready who pass have passed", () => {
		// 3 in a row at .9: passed at the third try 72.9 times in 100; by hand 0.729, 0.802, 0.875, 0.948, 0.999...
		expect(limitFor({ kind: "streak", r: 3 }, 0.9)).toBe(7);
		expect(limitFor({ kind: "streak", r: 1 }, 0.99)).toBe(1);
	});
	test("asked for what cannot be, they say what would be right", () => {
		const { outcome } = all({ notReady: 0.8, ready: 0.8, riskPass: 0.1, riskHold: 0.1 });
		expect(outcome.ok ? "" : outcome.refusals[0]?.sentence).toContain(
			"Ready (0.8) must be at least 0.02 above not ready (0.8): enter 0.82 or more.",
		);
	});
});

describe("a rung in between", () => {
	const put = (low: Record<string, number>, high: Record<string, number>) =>
		between(rung(low, 1), rung(high, 2), usualDifficulties, () => "new");
	test("of two difficulties at once only the first in order is raised, and both steps are then of one", () => {
		const made = put({ object: 0, tempo: 0 }, { object: 1, tempo: 1 });
		expect(made?.rung).toMatchObject({
			id: "new",
			settings: { notches: { object: 1, tempo: 0 }, easier: "Rung 1", harder: "Rung 2" },
		});
		expect(made?.sentence).toBe("Only object gets harder: “slow and light”.");
		const all = [rung({ object: 0, tempo: 0 }, 1), made?.rung as Rung, rung({ object: 1, tempo: 1 }, 2)];
		expect(stepsOf(all, usualDifficulties, 2).flatMap(({ marks }) => marks)).toEqual([]);
	});
	test("of one, what leaves the heavier half lightest; of one notch there is nothing between", () => {
		expect(put({ object: 0 }, { object: 3 })?.rung.settings.notches).toEqual({ object: 2 });
		expect(put({ object: 0 }, { object: 1 })).toBeNull();
		expect(put({}, { object: 1 })).toBeNull();
	});
});
