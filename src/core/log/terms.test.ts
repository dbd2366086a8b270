import type { Rule } from "@/core/rules";
import { scales } from "@/core/rules/scale";
import { inTerms, resultOf } from "./terms";
import type { TryView, Visit } from "./view";
import type { RungWrap } from "./wrap";

const tried = (as: Partial<TryView["as"]>, body: Partial<TryView["body"]> = {}, set = "one") =>
	({ as: { good: true, result: "hit", ...as }, body, set, counted: true, variation: "own" }) as TryView;
const of = (rule: Rule, tries: TryView[], progress = { value: 0, target: 0, words: "" }) =>
	inTerms({
		visits: [
			{ rule, tries, tallies: [], scores: [], placing: {}, judgements: { own: { progress } } } as unknown as Visit,
		],
	} as RungWrap);

test("each kind is told in its own terms", () => {
	expect(
		of(
			{ kind: "length", length: 20, times: 2 },
			[3, 25, 21].map((length) => tried({ length })),
		),
	).toEqual(["longest 25, 2 times at 20 or more"]);
	expect(
		of(
			{ kind: "rating", mean: 7, n: 3 },
			[6, 8, 8].map((rating) => tried({ rating })),
		),
	).toEqual(["rated 7.3 on average, best 8"]);
	const measured = [9, 12.5, 14].map((value) => tried({ measure: value }, { measure: { value, unit: "cm" } }));
	expect(of({ kind: "within", k: 2, n: 3, low: 10, high: 20 }, measured)).toEqual([
		"2 of 3 inside 10 to 20 cm, from 9 to 14",
	]);
	const refused = tried({ measure: 12, refused: true }, { measure: { value: 12, unit: "cm" } });
	expect(of({ kind: "within", k: 2, n: 3, low: 10, high: 20 }, [...measured, refused])).toEqual([
		"2 of 4 inside 10 to 20 cm, from 9 to 14",
	]);
	const beside = (value: number) =>
		tried({ measure: 12 }, { measure: { value: 12, unit: "cm" }, second: { value, of: "height, cm" } });
	expect(of({ kind: "within", k: 2, n: 3, low: 10, high: 20 }, [beside(30), beside(42), ...measured])).toEqual([
		"4 of 5 inside 10 to 20 cm, from 9 to 14",
		"height, cm from 30 to 42, 36 on average",
	]);
	expect(of({ kind: "decision", k: 2, n: 3 }, [tried({ right: true }), tried({ right: false }), tried({})])).toEqual([
		"1 of 2 choices right",
	]);
	const chose = (called: string, right: boolean) => tried({ called, right });
	expect(of({ kind: "decision", k: 2, n: 3 }, [chose("low", true), chose("high", true), chose("low", false)])).toEqual([
		"2 of 3 choices right: low 1 of 2, high 1 of 1",
	]);
	expect(
		of({ kind: "spread", each: 1, targets: ["near", "far", "wall"] }, [
			tried({ called: "near" }),
			tried({ called: "near", good: false }),
			tried({ called: "far", good: false }),
			tried({ result: "miss", good: false }),
		]),
	).toEqual(["near 1 of 2, far 0 of 1, wall none, 1 without a target"]);
	const sets = [tried({}), tried({}, {}, "two"), tried({}, {}, "two"), tried({ late: true }, {}, "two")];
	expect(of({ kind: "count", c: 3, seconds: 60 }, sets)).toEqual(["best set 2 in 60 seconds"]);
	expect(
		of({ kind: "points", weights: { hit: 1 }, target: 7 } as Rule, [tried({})], {
			value: 3,
			target: 7,
			words: "points",
		}),
	).toEqual(["3 of 7 points"]);
});
test("of choices: right, came off, and the four together, of tries where both were seen; and what was held back", () => {
	const chose = (called: string, right: boolean, cameOff?: boolean, committed?: boolean) =>
		tried(
			{ called, right },
			{ ...(cameOff === undefined ? {} : { cameOff }), ...(committed === undefined ? {} : { committed }) },
		);
	expect(
		of({ kind: "decision", k: 2, n: 3 }, [
			chose("low", true, true),
			chose("low", true, false),
			chose("high", false, true),
			chose("high", false, false, false),
			chose("high", true),
		]),
	).toEqual([
		"3 of 5 choices right: low 2 of 2, high 1 of 3",
		"2 of 4 came off",
		"1 held back",
		"right choice: 1 came off, 1 missed. Wrong choice: 1 came off, 1 missed",
	]);
});
test("each outcome of an own scale is counted", () => {
	const scale = scales["clean, rough or miss"];
	const tries = ["clean", "rough", "rough"].map((result) => tried({ result }, { result }));
	const visits = [
		{ rule: { kind: "rolling", k: 2, n: 3 }, tries, tallies: [], scores: [], placing: { settings: { scale } } },
	];
	expect(inTerms({ visits } as unknown as RungWrap)).toEqual(["clean 1, rough 2, miss 0"]);
});

test("good and off alone need no more words, and neither does a rung without tries", () => {
	expect(of({ kind: "rolling", k: 2, n: 3 }, [tried({})])).toEqual([]);
	expect(of({ kind: "rating", mean: 7, n: 3 }, [])).toEqual([]);
});
test("a rule of parts says each part's", () => {
	const rule = {
		kind: "all",
		rules: [
			{ kind: "rating", mean: 7, n: 1 },
			{ kind: "length", length: 5, times: 1 },
		],
	} as unknown as Rule;
	expect(of(rule, [tried({ rating: 7, length: 4 })])).toEqual([
		"rated 7 on average, best 7",
		"longest 4, 0 times at 5 or more",
	]);
});

test("labels are compared, in the order in which they came up; tries without one say nothing of them", () => {
	const labelled = (label: string, good: boolean) => tried({ good }, { label });
	const all = [labelled("red", true), labelled("blue", false), tried({}), labelled("red", false)].map((one) => ({
		...one,
		good: one.as.good,
	}));
	expect(of({ kind: "streak", r: 3 }, all)).toEqual(["red 1 of 2, blue 0 of 1"]);
});

test("bouts: who won which, and how often the first try was good; in sets of before one that was cut short by a rest is none", () => {
	const row = (marks: string, set: string) =>
		[...marks].map((mark) => ({ ...tried({}, {}, set), newBout: true as const, good: mark === "g" }));
	expect(
		of({ kind: "bouts", a: 3, b: 2, k: 2, n: 3 }, [
			...row("ggmg", "one"),
			...row("mm", "one"),
			...row("gg", "one"),
			...row("mggg", "two"),
		]),
	).toEqual(["won 2 of 3 bouts: 3 : 1 won, 0 : 2 lost, 3 : 1 won", "first try good in 1 of 3"]);
});

describe("what came of a rung, in one phrase for every page", () => {
	const rung = (rule: Rule, tries: TryView[], more: Partial<RungWrap> = {}, judged = { met: false, progress: {} }) =>
		resultOf({
			visits: [{ rule, tries, tallies: [], scores: [], placing: {}, judgements: { own: judged } } as unknown as Visit],
			tries: tries.length,
			good: tries.filter(({ as }) => as.good).length,
			longestRun: null,
			...more,
		} as RungWrap);

	test("the real total, whether or not the rule was met before", () => {
		const points = { kind: "points", weights: { hit: 2, miss: -2 }, target: 15 } as const;
		const at = (met: boolean, value: number) => ({ met, progress: { value, target: 15, words: "points" } });
		expect(rung(points, [tried({})], {}, at(true, 22))).toBe("22 points, rule met at 15");
		expect(rung(points, [tried({})], {}, at(false, 9))).toBe("9 of 15 points");
	});

	test("a run longer than was asked; none where every try was good, or where good of tries says it all", () => {
		expect(rung({ kind: "streak", r: 4 }, [tried({})], { tries: 14, good: 12, longestRun: 11 })).toBe("longest run 11");
		expect(rung({ kind: "streak", r: 4 }, [tried({})], { tries: 4, good: 4, longestRun: 4 })).toBeNull();
		expect(rung({ kind: "rolling", k: 7, n: 9 }, [tried({})], { tries: 9, good: 5, longestRun: 2 })).toBeNull();
		expect(rung({ kind: "streak", r: 4 }, [], { tries: 0 })).toBeNull();
	});

	test.each([
		[
			{ kind: "length", length: 20, times: 2 },
			[tried({ length: 34 }), tried({ length: 3 })],
			"longest 34, 1 time at 20 or more",
		],
		[{ kind: "rating", mean: 7, n: 3 }, [tried({ rating: 9 })], "rated 9 on average, best 9"],
		[{ kind: "count", c: 3, seconds: 60 }, [tried({}), tried({})], "best set 2 in 60 seconds"],
		[{ kind: "spread", each: 1, targets: ["near"] }, [tried({ called: "near" })], "near 1 of 1"],
		[{ kind: "decision", k: 2, n: 3 }, [tried({ right: true })], "1 of 1 choice right"],
	] satisfies [Rule, TryView[], string][])("%j", (rule, tries, words) => {
		expect(rung(rule, tries)).toBe(words);
	});
});
