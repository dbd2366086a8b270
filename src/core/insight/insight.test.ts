import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { upperTail } from "@/core/statistics/normal";
import { banded, difference } from "@/core/statistics/shares";
import { agreement, type BothSaw } from "./agreement";
import { type CueRun, cueEffect, cueRuns, cuesTook, ENOUGH, rankCues, workedOf } from "./cueEffect";
import { chanceBy, fitPace, forecast, lessonsAhead, lessonsToTop, pastForecasts } from "./forecast";
import { goesWith, testPair } from "./goesWith";
import { passesBy, railOn } from "./railOn";
import { type SeenStep, type SeenVisit, seenIn } from "./seen";
import { stepWeights, type WeighedVisit } from "./stepWeights";
import { type RungLesson, thenAndNow } from "./thenNow";

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
	test("Mantel and Haenszel within a stretch and a spell, worked by hand", () => {
		// Every second try both; between them neither, neither, earlier alone, later alone, neither.
		// Beside a try lie 0, 4, 0, 4, 1, 4, 2, 4, 1 and 2 faults. In a bad spell (two or more): both
		// 1, earlier alone 1, later alone 1, neither 3; the other spells hold nothing but both.
		const both = () => tried("p1", "p2");
		const stretch = () => [both(), tried(), both(), tried(), both(), tried("p1"), both(), tried("p2"), both(), tried()];
		const told = testPair(
			["l1", "l2", "l3", "l4"].map((lesson) => visit(stretch(), lesson)),
			"p1",
			"p2",
		);
		// A stretch: expected 2·2 / 6, variance 2·4·2·4 / (36·5).
		expect(told?.where).toEqual({ off: { times: 4, of: 8 }, on: { times: 4, of: 16 } });
		expect(told?.difference).toBeCloseTo(0.25, 12);
		expect(told?.p).toBeCloseTo(upperTail((4 * (1 - 4 / 6)) / Math.sqrt((4 * 64) / 180)), 12);
		expect(told?.tries).toHaveLength(24);
	});

	test("a lapse that takes every position along is no pair of two of them", () => {
		const all = () => tried("p1", "p2", "p3");
		const lapses = [all(), tried(), tried(), tried(), all(), tried(), tried(), tried(), all(), tried()];
		const three = (lesson: string) => ({ ...visit(lapses, lesson), watched: ["p1", "p2", "p3"] });
		const visits = Array.from({ length: 12 }, (_, i) => three(`l${i}`));
		expect(testPair(visits, "p1", "p2")).toBeNull();
		// With the third one not watched, nothing tells the lapse from a pair.
		expect(
			testPair(
				visits.map((one) => ({ ...one, watched: ["p1", "p2"] })),
				"p1",
				"p2",
			),
		).not.toBeNull();
	});

	test("a stretch in which one of them never changes says nothing, and fewer than eight on a side say nothing either", () => {
		expect(testPair([visit(times(30, () => tried("p1", "p2")))], "p1", "p2")).toBeNull();
		const few = [...times(5, () => tried("p1", "p2")), ...times(5, () => tried())];
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
		expect(runs.map(({ run, said, cue, after, through }) => [run, said, cue !== null, after, through])).toEqual([
			[1, { here: 0, any: 0 }, false, { right: 0, of: 1 }, { right: 3, of: 5 }],
			[2, { here: 0, any: 0 }, true, { right: 2, of: 3 }, { right: 3, of: 4 }],
			[1, { here: 1, any: 1 }, false, { right: 1, of: 1 }, { right: 2, of: 2 }],
		]);
	});

	test("moments are alike with as many words given in the visit, on this position and on any", () => {
		const once = (lesson: string) =>
			visit([tried("p1"), said("p1"), tried("p1"), tried(), tried("p1"), tried()], lesson);
		const runs = Array.from({ length: 12 }, (_, i) => cueRuns([once(`l${i}`)])).flat();
		// The first fault of a visit was always spoken of, the later ones never: nothing is like it.
		expect(cueEffect(runs)).toBeNull();
	});

	test("a word on another position is neither, and six tries are followed at most", () => {
		expect(cueRuns([visit([tried("p1"), said("p2"), tried()])])).toEqual([]);
		expect(cueRuns([visit([tried("p1"), said("p1"), ...times(9, () => tried())])])[0]?.after).toEqual({
			right: 6,
			of: 6,
		});
	});

	const moments = (n: number, cue: boolean, right: number, run = 2): CueRun[] =>
		Array.from({ length: n }, (_, i) => ({
			lesson: `l${i}`,
			run,
			said: { here: 0, any: 0 },
			after: { right, of: 6 },
			through: { right, of: 6 },
			cue: cue ? { kind: "cue", id: "c", position: "p1", words: "higher", of: "outside" } : null,
		}));

	test("nothing is told from seven of either; from eight on, the gain over as long a run without a word", () => {
		expect(cueEffect([...moments(ENOUGH - 1, true, 5), ...moments(20, false, 3)])).toBeNull();
		expect(cueEffect([...moments(20, true, 5), ...moments(ENOUGH - 1, false, 3)])).toBeNull();
		const told = cueEffect([...moments(8, true, 5), ...moments(8, false, 3)]);
		// Nothing varies: there is no luck to take off.
		expect(told).toMatchObject({ cued: 8, uncued: 8 });
		for (const gain of [told?.gain, told?.low, told?.high]) expect(gain).toBeCloseTo(2 / 6, 12);
	});

	test("a gain is drawn to nought by its error, and stands in its interval", () => {
		const mixed = (cue: boolean, ...rights: number[]) =>
			rights.flatMap((right, i) => moments(4, cue, right).map((one) => ({ ...one, lesson: `l${cue} ${i}` })));
		const told = cueEffect([...mixed(true, 6, 4, 2, 6), ...mixed(false, 3, 2, 3, 4)]);
		expect(told?.after).toBeCloseTo(4.5 / 6, 12);
		expect(told?.without).toBeCloseTo(3 / 6, 12);
		// What each lesson pulls the gain by: 4 of 16 moments, of six tries each; those without a
		// word only by the 96 of 108 tries that are this student's own.
		const pulls = [1.5, -0.5, -2.5, 1.5, 0, (1 * 96) / 108, 0, (-1 * 96) / 108].map((by) => by / 6 / 4);
		const error = (pulls.reduce((sum, one) => sum + one * one, 0) * 8) / 7;
		const kept = 0.01 / (0.01 + error);
		expect(told?.gain).toBeCloseTo(kept * 0.25, 12);
		expect((told?.high ?? 0) - (told?.gain ?? 0)).toBeCloseTo(1.6 * Math.sqrt(kept * error), 12);
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

	const five = [1, 0, 0, 1, 0];

	test("with four lessons three other ladders of five stand in; without them it is refused", () => {
		expect(forecast([1, 0, 1, 0], 4)).toMatchObject({ ok: false });
		expect(forecast([1, 0, 1, 0], 4, [five, five, [1, 0]])).toMatchObject({ ok: false });
		for (const passes of [[], [0], [1, 0, 1, 0]]) expect(forecast(passes, 4, [five, five, five]).ok).toBe(true);
		expect(forecast(five, 4).ok).toBe(true);
	});

	test("it looks as far ahead as lessons were held, eight at the least", () => {
		expect([0, 5, 8, 20].map(lessonsAhead)).toEqual([8, 8, 8, 20]);
		expect(forecast(five, 8).ok).toBe(true);
		expect(forecast(five, 9)).toMatchObject({ ok: false });
		expect(forecast(steady, 20).ok).toBe(true);
		expect(forecast(steady, 21)).toMatchObject({ ok: false });
	});

	test("before any lesson a quick coach is told more than a slow one", () => {
		const middle = (other: number[]) => {
			const told = forecast([], 8, [other, other, other]);
			return told.ok ? told.value.middle : -1;
		};
		expect(middle(steady.map(() => 1))).toBeGreaterThan(middle(steady));
	});

	test("what was passed lately weighs more than what was passed as many lessons ago", () => {
		const atLeastOne = (passes: number[]) => {
			const told = forecast(passes, 4, [steady, steady, steady]);
			return told.ok ? (told.value.atLeast[1] ?? 0) : -1;
		};
		expect(atLeastOne([0, 0, 0, 0, 0, 0, 1, 1])).toBeGreaterThan(atLeastOne([1, 1, 0, 0, 0, 0, 0, 0]));
	});

	test("lessons to the top and the chance by a day are one model, inverted", () => {
		fc.assert(
			fc.property(
				fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 0, maxLength: 24 }),
				fc.integer({ min: 0, max: 9 }),
				(passes, rungs) => {
					const pace = fitPace(passes, [steady, five, steady]);
					if (!pace.ok) throw new Error("no pace");
					const top = lessonsToTop(pace.value, rungs);
					expect(top.horizon).toBe(lessonsAhead(passes.length));
					expect(chanceBy(pace.value, rungs, top.horizon + 1)).toBe(rungs === 0 ? 1 : null);
					for (const [share, lessons] of [
						[0.1, top.low],
						[0.5, top.likely],
						[0.9, top.high],
					] as const) {
						if (lessons === null) expect(chanceBy(pace.value, rungs, top.horizon)).toBeLessThan(share);
						else {
							expect(chanceBy(pace.value, rungs, lessons)).toBeGreaterThanOrEqual(share);
							if (lessons > 0) expect(chanceBy(pace.value, rungs, lessons - 1)).toBeLessThan(share);
						}
					}
					expect((top.low ?? 999) <= (top.likely ?? 999) && (top.likely ?? 999) <= (top.high ?? 999)).toBe(true);
				},
			),
			{ numRuns: cases(40) },
		);
	});

	test("one pass is worked out by hand: a growth of one alone, no drift, is a negative binomial", () => {
		// At g = 1 the exposure of H lessons is H; the chance of none is (rate / (rate + H)) ^ shape, drift mixed over.
		const pace = {
			held: 8,
			own: true,
			fits: [{ g: 1, weight: 1, shape: 3, rate: 6 }],
		};
		const sd = 0.1 * Math.sqrt(2);
		const draws = 20001;
		let none = 0;
		for (let i = 0; i < draws; i++) {
			const z = -5 + (10 * i) / (draws - 1);
			const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
			none += ((density * 10) / (draws - 1)) * (6 / (6 + 2 * Math.exp(sd * z - (sd * sd) / 2))) ** 3;
		}
		expect(1 - (chanceBy(pace, 1, 2) ?? 0)).toBeCloseTo(none, 6);
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
			{ numRuns: cases(40) },
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
		expect(says(8, [75, 40])).toEqual(["smaller", "bigger"]);
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

	const days = (...goods: number[]) => goods.map((good, i) => day(i + 1, good));

	test("better is told by three lessons at either end, further than days swing", () => {
		expect(thenAndNow(days(4, 6, 5, 15, 16, 15))?.change).toBe("better");
		expect(thenAndNow(days(16, 15, 15, 5, 6, 4))?.change).toBe("worse");
		// One lesson against one: a good and a bad day do as much.
		expect(thenAndNow(days(8, 15))?.change).toBe("not sure");
		expect(thenAndNow(days(3, 18))?.change).toBe("better");
		expect(thenAndNow([day(1, 6), day(2, 3, 3)])).toBeNull();
	});

	test("a dip of several lessons before a rise is named with its lessons; one bad day is none", () => {
		expect(thenAndNow(days(14, 13, 15, 4, 3, 5, 14, 16, 15))?.dip).toEqual({
			from: "2026-03-04",
			to: "2026-03-06",
			lessons: 3,
			good: 12,
			tries: 60,
		});
		expect(thenAndNow(days(14, 13, 15, 8, 14, 16, 15))?.dip).toBeNull();
		expect(thenAndNow(days(14, 13, 15, 4, 3, 5))?.dip).toBeNull();
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
	expect(seenIn("lesson", "2026-03-02", phone.view(), "another student")).toEqual([]);
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
