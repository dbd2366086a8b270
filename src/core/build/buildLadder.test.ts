import fc from "fast-check";
import { Difficulty, EXTENT } from "@/core/difficulty/difficulty";
import { usualDifficulties } from "@/core/difficulty/usual";
import { rungLabels } from "@/core/ladder/labels";
import { Ladder } from "@/core/ladder/ladder";
import { parse } from "@/core/refusals/refusals";
import { examples } from "@/core/skill/examples";
import { buildLadder, chainings, extentOf, type LadderDraft, MOST_RUNGS, type Request } from "./buildLadder";
import { cut, fewestParts, type Notching } from "./partition";

const skill = examples.threeBalls;
const weights = fc.constantFrom(0.5, 1, 1.5, 2, 3);
const rows = fc
	.array(fc.tuple(fc.constantFrom("a", "b", "c"), weights), { minLength: 1, maxLength: 9 })
	.map((pairs) => pairs.map(([difficulty, weight], i): Notching => ({ difficulty, to: i + 1, weight })));

const stretches = (row: readonly Notching[], ends: readonly number[]) =>
	ends.map((end, i) => row.slice(ends[i - 1] ?? 0, end));
const sum = (some: readonly Notching[]) => some.reduce((total, { weight }) => total + weight, 0);

/** What is to be as small as can be, in this order; earlier cuts count against a way, so that longer ones win. */
const costs = (row: readonly Notching[], ends: readonly number[]): number[] => {
	const parts = stretches(row, ends);
	return [
		Math.max(...parts.map(sum)),
		parts.filter((part) => new Set(part.map(({ difficulty }) => difficulty)).size > 1).length,
		parts.reduce((total, part) => total + sum(part) ** 2, 0),
		...ends.map((end) => -end),
	];
};
const less = (a: readonly number[], b: readonly number[]): boolean => {
	const at = a.findIndex((one, i) => Math.abs(one - (b[i] as number)) > 1e-9);
	return at >= 0 && (a[at] as number) < (b[at] as number);
};

/** Every way to cut n into that many stretches. */
function* ways(n: number, parts: number, from = 0): Generator<number[]> {
	if (parts === 1) {
		yield [n];
		return;
	}
	for (let end = from + 1; end <= n - parts + 1; end++)
		for (const rest of ways(n, parts - 1, end)) yield [end, ...rest];
}

describe("cutting a row of notches into steps", () => {
	test("the best of all ways, in every tie: as trying them all finds it", () => {
		fc.assert(
			fc.property(rows, fc.nat(), (row, seed) => {
				const parts = 1 + (seed % row.length);
				const found = costs(row, cut(row, parts));
				for (const way of ways(row.length, parts)) expect(less(costs(row, way), found)).toBe(false);
			}),
		);
	});
	test("stretches are never empty, and there are as many as asked", () => {
		const row: Notching[] = Array.from({ length: 84 }, (_, i) => ({
			difficulty: `d${i % 12}`,
			to: i,
			weight: 1 + (i % 3),
		}));
		const ends = cut(row, 39);
		expect([ends.length, ends.at(-1)]).toEqual([39, 84]);
		expect(stretches(row, ends).every((part) => part.length > 0)).toBe(true);
		expect(() => cut(row, 85)).toThrow(RangeError);
		expect(() => cut(row, 0)).toThrow(RangeError);
	});
	test("the fewest steps none of which is heavier than allowed; none where one notch is", () => {
		fc.assert(
			fc.property(rows, weights, (row, most) => {
				const parts = fewestParts(row, most);
				if (row.some(({ weight }) => weight > most)) return expect(parts).toBeNull();
				expect(Math.max(...stretches(row, cut(row, parts as number)).map(sum))).toBeLessThanOrEqual(most + 1e-9);
				if ((parts as number) > 1)
					expect(Math.max(...stretches(row, cut(row, (parts as number) - 1)).map(sum))).toBeGreaterThan(most);
			}),
		);
	});
});

let made = 0;
const build = (change: Partial<Request> = {}) =>
	buildLadder(
		{
			skill,
			side: "left",
			policy: "mastery",
			difficulties: usualDifficulties,
			ends: { object: { start: 0, goal: 3 }, tempo: { start: 0, goal: 3 } },
			chaining: null,
			size: { rungs: 5 },
			easeBack: false,
			...change,
		},
		() => `rung-${++made}`,
	);
const drafted = (change: Partial<Request> = {}): LadderDraft => {
	const outcome = build(change);
	if (!outcome.ok) throw new Error(outcome.refusals[0]?.sentence);
	return outcome.value;
};
const said = (change: Partial<Request>) => {
	const outcome = build(change);
	return outcome.ok ? [] : outcome.refusals.map((refusal) => refusal.sentence);
};

const requests = fc.record({
	chosen: fc.uniqueArray(fc.nat(usualDifficulties.length - 1), { minLength: 1, maxLength: 6 }),
	chaining: fc.option(fc.constantFrom(...chainings), { nil: null }),
	easeBack: fc.boolean(),
	rungs: fc.integer({ min: 2, max: 40 }),
	low: fc.nat(1),
});

describe("a ladder that is built", () => {
	test("starts at its start, ends at its goal, rises all the way, and can be stored as it is", () => {
		fc.assert(
			fc.property(requests, ({ chosen, chaining, easeBack, rungs, low }) => {
				const used = chosen.map((i) => usualDifficulties[i] as Difficulty);
				const ends = Object.fromEntries(used.map(({ id, notches }) => [id, { start: low, goal: notches.length - 1 }]));
				const outcome = build({ ends, chaining, easeBack, size: { rungs } });
				if (!outcome.ok)
					return expect(outcome.refusals[0]?.sentence).toContain(`${rungs} rungs need ${rungs - 1} steps`);
				const draft = outcome.value;
				const at = (n: number) => draft.rungs.at(n)?.settings.notches ?? {};
				expect(draft.rungs).toHaveLength(rungs);
				for (const { id, notches } of used) {
					expect(at(0)[id]).toBe(low);
					expect(at(-1)[id]).toBe(notches.length - 1);
				}
				if (!easeBack)
					draft.rungs.slice(1).forEach((rung, i) => {
						for (const [id, notch] of Object.entries(rung.settings.notches))
							expect(notch).toBeGreaterThanOrEqual(draft.rungs[i]?.settings.notches[id] ?? 0);
					});
				const names = draft.rungs.map((rung) => rung.settings.name);
				expect(new Set(names).size).toBe(names.length);
				const read = parse(Ladder, { side: "left", policy: "mastery", start: null, rungs: draft.rungs }, rungLabels);
				expect(read.ok ? [] : read.refusals).toEqual([]);
			}),
		);
	});
	test("whole - parts - whole goes from the whole over each part alone to the whole", () => {
		const { difficulty, parts } = extentOf(skill.positions, "whole - parts - whole");
		expect(difficulty.notches.map(({ name }) => name)).toEqual([
			...["the whole, for a look", "stance alone", "hold alone", "swing alone", "peak alone"],
			...["exchange alone", "catch alone", "gaze alone", "the whole"],
		]);
		expect(parts.map((part) => part.length)).toEqual([7, 1, 1, 1, 1, 1, 1, 1, 7]);
		expect(extentOf(skill.positions, "last first").difficulty.notches[1]?.name).toBe("catch to gaze");
		expect(extentOf(skill.positions, "ground up").difficulty.notches[2]?.name).toBe("stance to swing");
	});
	test("watches what is new in the movement and what no try is good without, three at most", () => {
		const { rungs } = drafted({ chaining: "ground up", ends: {}, size: { rungs: 7 } });
		const shorts = rungs.map(({ settings }) => settings.watch);
		expect(shorts[0]).toEqual(["stance"]);
		expect(shorts[4]).toEqual(["stance", "swing", "exchange"]);
		expect(rungs.every(({ settings }) => settings.watch.length <= 3 && settings.gate === "both")).toBe(true);
	});
	test("each step says what it raises, how heavy it is and why; eased ones say what goes back", () => {
		const { rungs, reasons } = drafted({ size: { rungs: 4 }, easeBack: true });
		expect(reasons.map(({ weight }) => weight)).toEqual([0, 2, 2.5, 2]);
		expect(reasons[1]?.sentence).toBe(
			"object: slow and light, object: light. Step of 2: 2 notches at once, so that every other step stays within 2.5.",
		);
		expect(reasons[2]?.sentence).toContain("two scales at once: one alone would leave a bigger step elsewhere");
		expect(drafted({ size: { rungs: 7 }, easeBack: true }).reasons[4]?.sentence).toContain(
			"tempo and effort: half speed. Step of 1: the next scale, by one notch. object is one notch easier on this rung.",
		);
		expect(rungs[1]?.settings).toMatchObject({ easier: "slow and light", notches: { object: 2, tempo: 0 } });
	});
	test("no heavier a step than allowed, in as few rungs as that takes", () => {
		const { reasons } = drafted({ size: { greatest: 2 } });
		expect(Math.max(...reasons.map(({ weight }) => weight))).toBeLessThanOrEqual(2);
		expect(reasons).toHaveLength(5);
	});
});

describe("what cannot be built is refused in a sentence that says what would", () => {
	test.each<[string, Partial<Request>, string]>([
		[
			"a goal below its start",
			{ ends: { tempo: { start: 2, goal: 1 } } },
			'tempo and effort would go down, from "near full speed" to "half speed". The goal must be at or above the start. Swap them.',
		],
		[
			"a notch that is not there",
			{ ends: { tempo: { start: 0, goal: 9 } } },
			"tempo and effort has no notch 9. Choose from 0 to 3.",
		],
		["nothing raised", { ends: {} }, "Choose at least one scale, and a goal above its start."],
		[
			"nothing raised but named",
			{ ends: { tempo: { start: 1, goal: 1 } } },
			"Choose at least one scale, and a goal above its start.",
		],
		["one rung", { size: { rungs: 1 } }, "Number of rungs: enter 2 to 100, not 1."],
		["two hundred rungs", { size: { rungs: 200 } }, "Number of rungs: enter 2 to 100, not 200."],
		[
			"more rungs than notches",
			{ size: { rungs: 9 } },
			"9 rungs need 8 steps, but there are 6 notches to raise. Ask for at most 7, or raise more.",
		],
		["a step of nothing", { size: { greatest: 0 } }, "Biggest step: enter more than 0, not 0. A normal notch is 1."],
		[
			"a step no notch fits in",
			{ size: { greatest: 1 } },
			'"the real thing" of object alone is a step of 1.5, bigger than the 1 allowed. Allow 1.5, or add a notch in between.',
		],
		[
			"a skill with nothing to link",
			{ chaining: "ground up", skill: { ...skill, positions: [] } },
			'"Three-ball cascade" has 0 key positions: too few to link. Add positions, or keep the whole movement on every rung.',
		],
	])("%s", (_, change, sentence) => {
		expect(said(change).join(" ")).toContain(sentence);
	});
	test("weights of nought or below", () => {
		const flat = {
			id: "flat",
			name: "Flat",
			notches: [
				{ name: "a", weight: 0 },
				{ name: "b", weight: 0 },
			],
		};
		expect(said({ difficulties: [flat], ends: { flat: { start: 0, goal: 1 } } })[0]).toContain(
			'"b" of Flat: size must be more than 0, not 0. A normal step is 1.',
		);
		const read = parse(Difficulty, flat);
		expect(read.ok ? "" : read.refusals[0]?.sentence).toContain(
			'"b" of Flat: size must be more than 0, not 0. A normal step is 1.',
		);
	});
	test("what everybody starts from can be read, each with its own id", () => {
		for (const one of usualDifficulties) expect(parse(Difficulty, one).ok).toBe(true);
		expect(new Set([EXTENT, ...usualDifficulties.map(({ id }) => id)]).size).toBe(12);
		expect(MOST_RUNGS).toBeLessThanOrEqual(200);
	});
});

describe("what a ladder starts from", () => {
	test("a rung for each notch, where nobody says how many", () => {
		const { rungs, reasons } = drafted({ size: "each notch" });
		expect(rungs).toHaveLength(7);
		expect(Math.max(...reasons.map(({ weight }) => weight))).toBeLessThanOrEqual(1.5);
	});
	test("a fixed dose is what a lesson asks for, in three sets; without one it is asked for", () => {
		const { rungs } = drafted({ policy: "fixed dose", dose: 20 });
		expect(rungs.every(({ settings }) => settings.limit === 20 && settings.triesPerSet === 7)).toBe(true);
		const without = build({ policy: "fixed dose" });
		expect(without.ok ? "" : without.refusals[0]?.sentence).toContain(
			"Tries a day: enter a whole number from 1 to 500.",
		);
	});
	test("mat and spotter are proposed where height is raised, and nowhere else", () => {
		const ends = { surface: { start: 0, goal: 3 }, tempo: { start: 0, goal: 1 } };
		const { rungs } = drafted({ ends, chaining: null, size: "each notch" });
		const care = (at: number) => rungs.find(({ settings }) => settings.notches.surface === at)?.settings.care;
		expect([care(0), care(1), care(2), care(3)]).toEqual([
			[],
			[],
			["mat under it", "a spotter stands by"],
			["mat under it", "a spotter stands by"],
		]);
	});
});
