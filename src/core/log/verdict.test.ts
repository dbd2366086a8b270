import { ladderWith, Phone } from "@/core/__tests__/phone";
import { tallyIn } from "@/core/commands/tries";
import { takeBack } from "@/core/commands/undo";
import { digestLesson } from "@/core/digest/lessonDigest";
import type { RungSettings } from "@/core/ladder/rung";
import { parseEvent } from "./parseEvent";
import { leftToday } from "./verdict";
import { wrapUp } from "./wrap";

const rung: Partial<RungSettings> = { rule: { kind: "streak", r: 4 }, limit: 20, gate: "result", watch: [] };
const ladder = ladderWith(rung);
const tally = (phone: Phone, tries: number, good: number, longest: number) =>
	phone.write(tallyIn(phone.newId, phone.set(), { tries, good, longest }));

test("a tally meets the rule only if every order of it would, and is the reason the peg may move", () => {
	const phone = new Phone().begin(ladder);
	tally(phone, 8, 5, 3);
	expect(phone.visit().verdict).toMatchObject({ kind: "open", used: 8, left: 12 });
	const [id] = tally(phone, 6, 5, 4);
	expect(phone.visit().verdict).toMatchObject({ kind: "met", metBy: id, used: 14 });
	const advice = phone.advice();
	expect(advice).toMatchObject({ line: "step-up", evidence: [id] });
	expect(advice.reason).toContain("whatever the order of 5 good in 6");
});

test("it breaks the row: what lies before and after it does not add up", () => {
	const phone = new Phone().begin(ladder).row("ggg");
	tally(phone, 2, 2, 2);
	phone.row("g");
	expect(phone.visit().verdict).toMatchObject({ kind: "open", used: 6 });
	phone.row("ggg");
	expect(phone.visit().verdict.kind).toBe("met");
});

test("it counts for the limit; past it nothing is proved, until the limit is raised", () => {
	const phone = new Phone().begin(ladder).row("m".repeat(16));
	tally(phone, 5, 5, 5);
	expect(phone.visit().verdict).toMatchObject({ kind: "limit", used: 21 });
	phone.write([{ kind: "limit.changed", set: phone.set().id, ladder: "ladder", body: { rung: "r2", by: 6 } }]);
	expect(phone.visit().verdict).toMatchObject({ kind: "met", used: 21 });
});

test("taken back it is as if never made; a set that was over opens anew for it", () => {
	const phone = new Phone().begin(ladder);
	const [id] = tally(phone, 5, 5, 5);
	phone.write(takeBack([id ?? ""]));
	expect(phone.visit().verdict).toMatchObject({ kind: "open", used: 0 });
	phone.write([{ kind: "set.closed", set: phone.set().id, body: { reason: "rest" } }]);
	tally(phone, 5, 1, 1);
	expect(phone.visit().sets).toHaveLength(2);
});

test("wrap-up and digest count it, its longest run included, its order spread evenly", () => {
	const phone = new Phone().begin(ladder).row("gm");
	tally(phone, 4, 2, 2);
	const view = phone.view();
	expect(wrapUp(view)[0]).toMatchObject({ tries: 6, good: 3, longestRun: 2 });
	expect(digestLesson("lesson", view)).toMatchObject({ attempts: 6, rungs: [{ tries: 6, good: 3, marks: "100101" }] });
});

test("numbers that no order has are refused in a sentence", () => {
	const phone = new Phone().begin(ladder);
	tally(phone, 4, 5, 2);
	const event = phone.events.at(-1);
	expect(parseEvent(event)).toMatchObject({
		ok: false,
		refusals: [{ sentence: "Good: enter at most 4, the number of tries, not 5." }],
	});
});

test("it counts towards the dip of a new rung and towards a rung that is too hard today", () => {
	const phone = new Phone().begin(ladderWith(rung, "mastery", 0));
	tally(phone, 4, 0, 0);
	tally(phone, 4, 0, 0);
	expect(phone.advice()).toMatchObject({ line: "too-hard", title: "A dip is expected here", act: null });
	const [last] = tally(phone, 4, 0, 0);
	const advice = phone.advice();
	expect(advice.line).toBe("too-hard");
	expect(advice.title).not.toContain("dip");
	expect(advice.reason).toContain("0 of 12 good");
	expect(advice.evidence).toContain(last);
});

test("the last visit of a ladder is remembered by its tallies too", () => {
	const phone = new Phone().begin(ladder).row("gm");
	tally(phone, 6, 5, 4);
	expect(digestLesson("lesson", phone.view()).last).toEqual([expect.objectContaining({ good: 6, tries: 8 })]);
});

describe("what a tally does not say cannot be proved by it", () => {
	const proves = (
		change: Partial<RungSettings>,
		[tries, good, longest]: [number, number, number],
		positionsOff = 0,
	) => {
		const on = ladderWith({ gate: "result", watch: [], limit: 40, ...change });
		const deducting = on.positions.map((position) => ({ ...position, deduction: positionsOff }));
		const phone = new Phone().begin(positionsOff > 0 ? { ...on, positions: deducting } : on);
		tally(phone, tries, good, longest);
		return phone.visit().verdict.kind;
	};
	test.each<[string, Partial<RungSettings>, [number, number, number], string]>([
		["a time", { rule: { kind: "count", c: 12, seconds: 60 } }, [20, 20, 20], "open"],
		["a target", { rule: { kind: "spread", each: 1, targets: ["near", "far"] } }, [20, 20, 20], "open"],
		["a length", { rule: { kind: "length", length: 10, times: 1 } }, [20, 20, 20], "open"],
		["a rating", { rule: { kind: "rating", mean: 7, n: 3 } }, [20, 20, 20], "open"],
		["a measure", { rule: { kind: "within", k: 2, n: 3, low: 1, high: 2 } }, [20, 20, 20], "open"],
		["an answer", { rule: { kind: "decision", k: 2, n: 3 } }, [20, 20, 20], "open"],
		["plain points", { rule: { kind: "points", weights: { hit: 1, miss: -1 }, target: 4 } }, [6, 6, 6], "met"],
		[
			"which outcome it was",
			{
				scale: [
					{ code: "clean", label: "clean", points: 2, success: true },
					{ code: "rough", label: "rough", points: 0, success: true },
					{ code: "miss", label: "miss", points: -1, success: false },
				],
				rule: { kind: "points", weights: { clean: 2, rough: 0, miss: -1 }, target: 4 },
			},
			[8, 8, 8],
			"open",
		],
	])("%s", (_, change, numbers, kind) => expect(proves(change, numbers)).toBe(kind));
	test("points with deductions by position", () =>
		expect(
			proves({ watch: ["p1"], rule: { kind: "points", weights: { hit: 1, miss: -1 }, target: 4 } }, [5, 5, 5], 1),
		).toBe("open"));
	test("a longest run that is not known proves no run", () => {
		const phone = new Phone().begin(ladder);
		phone.write(tallyIn(phone.newId, phone.set(), { tries: 9, good: 5 }));
		expect(phone.visit().verdict.kind).toBe("open");
		phone.write(tallyIn(phone.newId, phone.set(), { tries: 5, good: 5 }));
		expect(phone.visit().verdict.kind).toBe("met");
		expect(wrapUp(phone.view())[0]?.longestRun).toBeNull();
	});
});

test("a bust rule stays lost for the lesson, tallies or not", () => {
	const game = { rule: { kind: "points", weights: { hit: 1, miss: -2 }, target: 3, bust: 4 } } as const;
	const phone = new Phone().begin(ladderWith({ ...game, gate: "result", watch: [], limit: 40 })).row("mm");
	expect(phone.visit().verdict.kind).toBe("not yet");
	tally(phone, 9, 9, 9);
	expect(phone.visit().verdict).toMatchObject({ kind: "not yet", metBy: null });
});

test("a rule that a tally proved was met by it, whatever comes later", () => {
	const phone = new Phone().begin(ladder);
	const [id] = tally(phone, 6, 5, 4);
	phone.row("gggg");
	expect(phone.visit().verdict).toMatchObject({ kind: "met", metBy: id });
	expect(phone.visit().judgements.own.progress).toMatchObject({ value: 4, target: 4 });
});

test("a tally of a device that only watched stands apart until it is joined", () => {
	const a = new Phone("a").begin(ladder).row("g");
	const b = new Phone("b");
	b.learn(a.events);
	tally(b, 6, 5, 4);
	a.learn(b.events);
	expect(a.visit().tallies).toMatchObject([{ apart: true, counted: false, device: "b" }]);
	expect(a.visit().verdict).toMatchObject({ kind: "open", used: 1 });
	a.write([{ kind: "set.joined", body: { set: a.set().id, device: "b" } }]);
	expect(a.visit().tallies).toMatchObject([{ apart: false, counted: true }]);
	expect(a.visit().verdict).toMatchObject({ kind: "met", used: 7 });
});

test("a second lesson of the day opens with what is left of the limit, and says so", () => {
	const { settings } = new Phone().begin(ladderWith({ limit: 20 })).set().placing;
	expect(leftToday({ settings })).toBeNull();
	expect(leftToday({ settings, usedToday: 15 })).toBe("15 of 20 tries here are used today. 5 left.");
	expect(leftToday({ settings, usedToday: 19 })).toBe("19 of 20 tries here are used today. 1 left.");
	expect(leftToday({ settings, usedToday: 27 })).toBe("20 of 20 tries here are used today. None left.");
});
