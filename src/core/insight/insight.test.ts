import fc from "fast-check";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { agreement, type BothSaw } from "./agreement";
import { type CueRun, cueEffect, cueRuns, cuesTook, ENOUGH, rankCues, workedOf } from "./cueEffect";
import { forecast, pastForecasts } from "./forecast";
import { goesWith, testPair } from "./goesWith";
import { upperTail } from "./normal";
import { passesBy, railOn } from "./railOn";
import { type SeenStep, type SeenVisit, seenIn } from "./seen";
import { stepWeights, type WeighedVisit } from "./stepWeights";
import { banded, difference, type RungLesson, thenAndNow } from "./thenNow";

const tried = (...off: string[]): SeenStep => ({
	kind: "try",
	id: `${Math.random()}`,
	good: off.length === 0,
	judged: true,
	off,
});
const said = (position: string, words = "higher"): SeenStep => ({
	kind: "cue",
	id: `${Math.random()}`,
	position,
	words,
	of: "outside",
});
const visit = (steps: SeenStep[], lesson = "l1"): SeenVisit => ({
	lesson,
	day: "2026-03-02",
	ladder: "ladder",
	rung: "r1",
	watched: ["p1", "p2"],
	steps,
});
const times = (n: number, step: () => SeenStep): SeenStep[] => Array.from({ length: n }, step);

test("the upper tail of the normal at its well-known places", () => {
	for (const [z, p] of [
		[0, 0.5],
		[1.2815515655, 0.1],
		[1.9599639845, 0.025],
		[3.0902323062, 0.001],
		[-1.6448536269, 0.95],
	] as const)
		expect(upperTail(z)).toBeCloseTo(p, 9);
});

describe("what goes with what", () => {
	test("Mantel and Haenszel over stretches, worked by hand", () => {
		// Two stretches of ten: both 4, earlier alone 1, later alone 1, neither 4.
		const stretch = () => [...times(4, () => tried("p1", "p2")), tried("p1"), tried("p2"), ...times(4, () => tried())];
		const told = testPair([visit(stretch(), "l1"), visit(stretch(), "l2")], "p1", "p2");
		// Expected 2.5 a stretch; variance 5·5·5·5 / (100·9) = 0.694; z = 3 / sqrt(1.389).
		expect(told?.where).toEqual({ off: { times: 8, of: 10 }, on: { times: 2, of: 10 } });
		expect(told?.difference).toBeCloseTo(0.6, 12);
		expect(told?.p).toBeCloseTo(upperTail(3 / Math.sqrt(2 * (625 / 900))), 12);
		expect(told?.tries).toHaveLength(20);
	});

	test("a stretch in which one of them never changes says nothing, and fewer than eight on a side say nothing either", () => {
		expect(testPair([visit(times(30, () => tried("p1", "p2")))], "p1", "p2")).toBeNull();
		const few = [...times(7, () => tried("p1", "p2")), ...times(3, () => tried())];
		expect(testPair([visit(few)], "p1", "p2")).toBeNull();
	});

	test("two bad days are no pair: the same rate of both, lesson by lesson", () => {
		const bad = (lesson: string) => visit([...times(5, () => tried("p1")), ...times(5, () => tried("p2"))], lesson);
		const well = (lesson: string) =>
			visit(
				times(10, () => tried()),
				lesson,
			);
		expect(goesWith([bad("l1"), well("l2"), bad("l3"), well("l4")], ["p1", "p2"]).found).toEqual([]);
	});

	test("tries that were not looked at, and positions that were not watched, are left out", () => {
		const unseen = visit(times(20, () => ({ ...tried("p1", "p2"), judged: false }) as SeenStep));
		expect(testPair([unseen, { ...visit([tried("p1")]), watched: ["p1"] }], "p1", "p2")).toBeNull();
	});
});

describe("did the cue take", () => {
	test("a moment is a fault with what was said right after it, and what came after to the next cue", () => {
		const runs = cueRuns([
			visit([tried("p1"), tried("p1"), said("p1"), tried(), tried("p1"), tried(), said("p1"), tried()]),
		]);
		expect(runs.map(({ run, cue, after }) => [run, cue !== null, after])).toEqual([
			[1, false, { right: 0, of: 1 }],
			[2, true, { right: 2, of: 3 }],
			[1, false, { right: 1, of: 1 }],
		]);
	});

	test("a word on another position is neither, and six tries are followed at most", () => {
		expect(cueRuns([visit([tried("p1"), said("p2"), tried()])])).toEqual([]);
		expect(cueRuns([visit([tried("p1"), said("p1"), ...times(9, () => tried())])])[0]?.after).toEqual({
			right: 6,
			of: 6,
		});
	});

	const moments = (n: number, cue: boolean, right: number, run = 2): CueRun[] =>
		Array.from({ length: n }, () => ({
			run,
			after: { right, of: 6 },
			cue: cue ? { kind: "cue", id: "c", position: "p1", words: "higher", of: "outside" } : null,
		}));

	test("nothing is told from seven of either; from eight on, the gain over as long a run without a word", () => {
		expect(cueEffect([...moments(ENOUGH - 1, true, 5), ...moments(20, false, 3)])).toBeNull();
		expect(cueEffect([...moments(20, true, 5), ...moments(ENOUGH - 1, false, 3)])).toBeNull();
		const told = cueEffect([...moments(8, true, 5), ...moments(8, false, 3)]);
		expect(told?.gain).toBeCloseTo(2 / 6, 12);
		expect(told).toMatchObject({ cued: 8, uncued: 8 });
	});

	test("a run that never went without a word is compared with nothing", () => {
		expect(cueEffect([...moments(8, true, 6, 4), ...moments(8, true, 5), ...moments(9, false, 3)])?.cued).toBe(8);
	});

	test("a cue that was lucky twice does not stand over one that worked for months", () => {
		const named = (words: string, n: number, right: number) =>
			moments(n, true, right).map((one) => ({ ...one, cue: one.cue && { ...one.cue, words } }));
		const ranked = rankCues(
			[...named("lucky", 1, 6), ...named("old", 30, 5), ...named("weak", 30, 2)],
			({ words }) => words,
		);
		expect(ranked.map(({ name }) => name)).toEqual(["old", "lucky", "weak"]);
	});
});

test("a cue has worked that was given three times and is over the mean of all; the best stands first", () => {
	const took = (words: string, given: number, right: number, of: number) => ({ words, given, right, of });
	const all = [
		took("old", 8, 30, 40),
		took("old", 2, 10, 12),
		took("weak", 9, 10, 40),
		took("once", 2, 12, 12),
		took("fair", 5, 20, 30),
	];
	expect(workedOf(all).map(({ text }) => text)).toEqual(["old", "fair"]);
	expect(workedOf([])).toEqual([]);
	const told = cuesTook([
		visit([tried("p1"), said("p1", "higher"), tried(), tried("p1"), said("p1", "higher"), tried("p1")]),
	]);
	expect(told).toEqual([{ words: "higher", given: 2, right: 1, of: 3 }]);
});

describe("how long", () => {
	const steady = Array.from({ length: 20 }, (_, i) => (i % 3 === 0 ? 1 : 0));

	test("refused with four lessons, and further ahead than lessons were held", () => {
		expect(forecast([1, 0, 1, 0], 4)).toMatchObject({ ok: false });
		expect(forecast(steady, 21)).toMatchObject({ ok: false });
		expect(forecast(steady, 20).ok).toBe(true);
	});

	test("the chances are chances: certain of none, never rising, and the band holds eight in ten", () => {
		fc.assert(
			fc.property(
				fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 8, maxLength: 30 }),
				fc.constantFrom(4, 8),
				(passes, ahead) => {
					const told = forecast(passes, ahead, [steady]);
					if (!told.ok) return;
					const { atLeast, low, middle, high } = told.value;
					expect(atLeast[0]).toBeCloseTo(1, 9);
					atLeast.forEach((chance, k) => {
						expect(chance).toBeLessThanOrEqual((atLeast[k - 1] ?? 1) + 1e-12);
					});
					expect(low <= middle && middle <= high).toBe(true);
					expect((atLeast[low] ?? 0) - (atLeast[high + 1] ?? 0)).toBeGreaterThanOrEqual(0.799);
				},
			),
			{ numRuns: 40 },
		);
	});

	test("more was passed, more is to come; nothing was passed, little is", () => {
		const middle = (passes: number[]) => {
			const told = forecast(passes, 8);
			return told.ok ? told.value.middle : -1;
		};
		expect(middle(steady.map((one) => 2 * one))).toBeGreaterThan(middle(steady));
		expect(middle(steady.map(() => 0))).toBe(0);
	});

	test("past forecasts are made from what was known then, and scored", () => {
		const { made, held } = pastForecasts([steady, steady], 4);
		expect([made, held]).toEqual([6, 6]);
	});
});

describe("what a step really weighs", () => {
	/** One step of each: so many good of a hundred below and above it. */
	const visits = (student: number, [a, b]: readonly [number, number], lessons = 3): WeighedVisit[] =>
		Array.from({ length: lessons }, (_, i) =>
			(["a", "b"] as const).flatMap((name): WeighedVisit[] => {
				const lesson = `${student} ${i} ${name}`;
				const at = (weight: number, good: number) => ({
					student: `s${student}`,
					lesson,
					good,
					tries: 100,
					weights: { [name]: weight },
				});
				return [at(0, 80), at(1, name === "a" ? a : b)];
			}),
		).flat();

	test("alike, they are as they are; one that costs far more is told, from five students and twelve lessons on", () => {
		const says = (students: number, falls: readonly [number, number]) =>
			stepWeights(
				Array.from({ length: students }, (_, i) =>
					visits(i, [falls[0] + (i % 2 ? 4 : -4), falls[1] + (i % 2 ? -4 : 4)]),
				).flat(),
			).map((one) => one.says);
		expect(says(8, [60, 60])).toEqual(["as it is", "as it is"]);
		expect(says(8, [75, 40])).toEqual(["lighter", "heavier"]);
		expect(says(3, [75, 40])).toEqual(["as it is", "as it is"]);
	});

	test("lessons with one rung say nothing", () => {
		expect(stepWeights([{ student: "s", lesson: "l", good: 4, tries: 8, weights: { a: 1 } }])).toEqual([]);
	});
});

test("two who see: kappa worked by hand, its interval, and nothing where there is nothing", () => {
	const both = (n: number, one: boolean, other: boolean): BothSaw[] =>
		Array.from({ length: n }, () => ({ one, other }));
	const told = agreement([
		...both(20, true, true),
		...both(5, true, false),
		...both(10, false, true),
		...both(15, false, false),
	]);
	expect(told?.share).toBeCloseTo(0.7, 12);
	expect(told?.kappa).toBeCloseTo(0.4, 12);
	expect((told?.low ?? 0) < 0.4 && (told?.high ?? 0) > 0.4).toBe(true);
	expect(agreement(both(9, true, true))).toMatchObject({ share: 1, kappa: null });
	expect(agreement([])).toBeNull();
});

describe("then and now", () => {
	const day = (i: number, good: number, tries = 20): RungLesson => ({
		lesson: `l${i}`,
		day: `2026-03-0${i}`,
		good,
		tries,
		marks: "",
	});

	test("better where the bands lie apart, else it is not sure", () => {
		expect(thenAndNow([day(1, 6), day(2, 18)])?.change).toBe("better");
		expect(thenAndNow([day(1, 10), day(2, 12)])?.change).toBe("not sure");
		expect(thenAndNow([day(1, 18), day(2, 6)])?.change).toBe("worse");
		expect(thenAndNow([day(1, 6), day(2, 3, 3)])).toBeNull();
	});

	test("a dip before the rise is named, a day that could be luck is none", () => {
		expect(thenAndNow([day(1, 14), day(2, 3), day(3, 16)])?.dip?.lesson).toBe("l2");
		expect(thenAndNow([day(1, 14), day(2, 11), day(3, 16)])?.dip).toBeNull();
	});

	test("the band of a rate holds it, and narrows with more tries", () => {
		const [few, many] = [banded({ good: 7, tries: 10 }), banded({ good: 70, tries: 100 })];
		expect(few.low < few.rate && few.rate < few.high).toBe(true);
		expect(many.high - many.low).toBeLessThan(few.high - few.low);
		const apart = difference({ good: 80, tries: 100 }, { good: 50, tries: 100 });
		expect(apart.low > 0 && apart.by > 0.25 && apart.high < 0.5).toBe(true);
	});
});

test("a lesson is read as it was counted: what did not count and other forms are left out, corrections stay", () => {
	const phone = new Phone().begin(ladderWith(), "r2").row("g1cn2");
	const [one] = seenIn("lesson", "2026-03-02", phone.view(), phone.visit().student ?? "");
	expect(one?.steps.map((step) => (step.kind === "cue" ? "cue" : step.off.length))).toEqual([0, 1, "cue", 1]);
	expect(seenIn("lesson", "2026-03-02", phone.view(), "somebody else")).toEqual([]);
});

test("the rail by date shows what was passed by then, and where the peg stood", () => {
	const rungs = ladderWith().rungs.map(({ id }) => id);
	const way = [
		{ day: "2026-03-02", lesson: "a", peg: null, tries: 9, good: 5 },
		{ day: "2026-03-09", lesson: "b", peg: rungs[2] ?? "", tries: 9, good: 8 },
		{ day: "2026-03-16", lesson: "c", peg: rungs[1] ?? "", tries: 9, good: 8 },
	];
	expect(passesBy(way, rungs, rungs[0] ?? null)).toEqual([0, 2, 0]);
	const ladder = {
		side: "left" as const,
		policy: "mastery" as const,
		start: rungs[0] ?? null,
		rungs: ladderWith().rungs,
	};
	const hole = (rung: string, metDays: string[]) => ({
		rung,
		name: rung,
		state: "open" as const,
		schedule: null,
		tries: 9,
		good: 8,
		tried: 9,
		lessons: 1,
		metDays,
		recent: [],
		first: null,
		best: null,
	});
	const holes = rungs.map((rung, i) => hole(rung, i === 0 ? ["2026-03-09"] : []));
	const on = (day: string) => {
		const { holes: then, pegIndex } = railOn(day, ladder, holes, way);
		return [then[0]?.state, pegIndex];
	};
	expect(on("2026-03-01")).toEqual(["open", 0]);
	expect(on("2026-03-09")).toEqual(["passed", 2]);
	expect(on("2026-03-20")).toEqual(["passed", 1]);
});
