import { ladderWith, Phone } from "@/core/__tests__/phone";
import { adviseOn } from "@/core/advice";
import * as commands from "@/core/commands";
import { inSet, openSet } from "@/core/commands/sets";
import { attemptIn } from "@/core/commands/tries";
import type { RungSettings } from "@/core/ladder/rung";
import type { Attempt } from "@/core/log/kinds";
import { placeOn } from "@/core/pack/placing";

/** What is said of misses that are alike, of work that is too easy, and of a pass that wants a yes. */

const hit: Attempt = { result: "hit", off: [], judged: false };
const miss: Attempt = { ...hit, result: "miss" };
const decisions = ["high", "low"].map((situation, i) => ({
	situation,
	right: [{ answer: i === 0 ? "duck" : "jump", reason: "" }],
}));
const onRung = (change: Partial<RungSettings>, chain: { id: string; name: string }[] = []) => {
	const ladder = ladderWith({ gate: "result", limit: 60, rule: { kind: "streak", r: 20 }, ...change });
	return new Phone().beginAt({ ...placeOn(ladder, ladder.peg), ...(chain.length > 0 ? { chain } : {}) });
};
const said = (phone: Phone, ...attempts: Attempt[]) => {
	for (const one of attempts) phone.attempt(one);
	return phone.advice();
};
const speak = (phone: Phone) =>
	phone.write(inSet(phone.set(), "feedback", { type: "correction", position: null, cue: null }));

describe("the same miss over and over", () => {
	const chose = (called: string, answer: string): Attempt => ({
		...hit,
		called,
		answer,
		result: (called === "high") === (answer === "duck") ? "hit" : "miss",
	});
	const decision = { rule: { kind: "decision", k: 20, n: 20 }, decisions } as const;

	test("three equal wrong choices for one call, whatever was called between", () => {
		const phone = onRung(decision as unknown as Partial<RungSettings>);
		expect(
			said(phone, chose("high", "jump"), chose("low", "jump"), chose("high", "jump"), chose("high", "jump")),
		).toMatchObject({
			line: "same-miss",
			title: "Correct the choice: jump",
			reason: "“high” answered with jump 3 times running, no cue on it yet.",
			act: { kind: "cue", position: null },
		});
		expect(phone.advice().evidence).toHaveLength(3);
		speak(phone);
		expect(phone.advice().line).not.toBe("same-miss");
	});

	test("different wrong choices, and a right one between, are no such run", () => {
		const two = onRung(decision as unknown as Partial<RungSettings>);
		expect(said(two, chose("high", "jump"), chose("high", "roll"), chose("high", "jump")).line).not.toBe("same-miss");
		const right = onRung(decision as unknown as Partial<RungSettings>);
		expect(
			said(right, chose("high", "jump"), chose("high", "jump"), chose("high", "duck"), chose("high", "jump")).line,
		).not.toBe("same-miss");
	});

	test("wrong choices where nothing was called", () => {
		const phone = onRung({ freeChoice: true, rule: { kind: "decision", k: 9, n: 9 } });
		const wrong: Attempt = { ...miss, chose: "wrong", cameOff: true };
		expect(said(phone, wrong, wrong, wrong)).toMatchObject({
			title: "Correct the choice",
			reason: "The wrong choice 3 times running, no cue on it yet.",
		});
	});

	test("misses on one target", () => {
		const phone = onRung({ rule: { kind: "spread", each: 9, targets: ["near", "wall"] } });
		const at = (called: string, body: Attempt): Attempt => ({ ...body, called });
		expect(said(phone, at("wall", miss), at("near", miss), at("wall", miss)).line).not.toBe("same-miss");
		expect(said(phone, at("near", hit), at("wall", miss))).toMatchObject({
			title: "Correct: wall missed",
			reason: "wall missed 3 times running, no cue on it yet.",
		});
		expect(said(phone, at("wall", hit)).line).not.toBe("same-miss");
	});

	test("breaks in one link lead to the ladders", () => {
		const chain = [
			{ id: "turn", name: "Half turn" },
			{ id: "throw", name: "High throw" },
		];
		const broke = (brokeAt: string): Attempt => ({ ...miss, brokeAt });
		const phone = onRung({}, chain);
		expect(said(phone, broke("turn"), broke("throw"), broke("throw")).line).not.toBe("same-miss");
		expect(said(phone, broke("throw"))).toMatchObject({ title: "It breaks in High throw", act: { kind: "next" } });
	});

	test("otherwise keeps it still for as many tries as it took", () => {
		const phone = onRung({ freeChoice: true, rule: { kind: "decision", k: 9, n: 9 } });
		const wrong: Attempt = { ...miss, chose: "wrong" };
		said(phone, wrong, wrong, wrong);
		phone.otherwise();
		expect(said(phone, wrong, wrong).line).not.toBe("same-miss");
		expect(said(phone, wrong)).toMatchObject({ line: "same-miss", reason: expect.stringContaining("6 times running") });
	});
});

describe("too easy", () => {
	test("eight tries over the band: the harder form, where there is one", () => {
		const phone = onRung({ harder: "eyes shut" });
		expect(said(phone, ...Array<Attempt>(7).fill(hit)).line).toBe("carry-on");
		expect(said(phone, hit)).toMatchObject({
			line: "too-easy",
			title: "Too easy. Harder: eyes shut",
			reason: "8 of the last 8 good. Your working range is 6 to 8.5 in 10.",
			act: { kind: "variation", to: "harder" },
		});
	});
	test("no harder form, or that is too easy as well: a test-out", () => {
		const phone = onRung({ harder: "" });
		expect(said(phone, ...Array<Attempt>(8).fill(hit))).toMatchObject({
			title: "Too easy. Test a higher rung",
			act: { kind: "next" },
		});
	});
	test("within the band, and where the pass is one or two tries away, it keeps still", () => {
		const within = onRung({});
		expect(said(within, miss, ...Array<Attempt>(5).fill(hit), miss, hit).line).not.toBe("too-easy");
		const nearly = onRung({ rule: { kind: "rolling", k: 9, n: 12 } });
		expect(said(nearly, ...Array<Attempt>(8).fill(hit)).line).toBe("carry-on");
	});
	test("otherwise silences it for the visit", () => {
		const phone = onRung({});
		said(phone, ...Array<Attempt>(8).fill(hit));
		phone.otherwise();
		expect(said(phone, ...Array<Attempt>(4).fill(hit)).line).toBe("carry-on");
	});
});

test("a rung that asks for a yes says whose, and the move keeps it", () => {
	const ladder = ladderWith({ gate: "result", rule: { kind: "streak", r: 2 }, yes: "student" });
	const phone = new Phone().begin(ladder);
	phone.row("gg");
	expect(phone.advice()).toMatchObject({ title: "Ask them: ready for High?", act: { kind: "move", yes: "student" } });
	phone.follow(ladder);
	expect(phone.view().moves[0]?.body).toMatchObject({ to: "r3", reason: "passed", yes: "student" });
});

type OneLadder = ReturnType<typeof ladderWith>;
const bothSides = (change: Parameters<typeof ladderWith>[0]) =>
	(["left", "right"] as const).map((side) => ({ ...ladderWith(change), id: side, side })) as [OneLadder, OneLadder];

test("together, both have to pass where the rung says so", () => {
	const rule = { kind: "streak", r: 2 } as const;
	const [left, right] = bothSides({ gate: "result", rule, bothPass: true });
	const phone = new Phone().begin(left);
	const first = phone.set();
	phone.write([openSet(phone.newId, placeOn(right, "r2"), "own", { inTurnWith: first.id, joint: true })]);
	phone.row("gg");
	expect(phone.advice()).toMatchObject({ line: "step-up", title: "Passed. The other has not yet", act: null });
	for (let i = 0; i < 2; i++) for (const act of attemptIn(phone.newId, first, hit)) phone.write(act);
	expect(phone.advice()).toMatchObject({ line: "step-up", act: { kind: "move" } });

	// Both go up, and go on together.
	phone.write(commands.follow(phone.newId, phone.view(), phone.set(), right, phone.advice(), [left, right]));
	const view = phone.view();
	expect(view.moves.map(({ ladder, body }) => [ladder, body.from, body.to])).toEqual([
		["left", "r2", "r3"],
		["right", "r2", "r3"],
	]);
	const open = view.sets.filter((set) => set.open);
	expect(open.map(({ placing, joint }) => [placing.ladder, placing.rung, joint])).toEqual([
		["left", "r3", true],
		["right", "r3", true],
	]);
	expect(open[0]?.inTurnWith).toBe(open[1]?.id);
	expect(phone.set().placing.ladder).toBe("right");
});

test.each([
	["in turn", false],
	["together", true],
])("%s, both have to pass: the one who passed is told what the other still needs, and nobody moves", (_, joint) => {
	const rule = { kind: "streak", r: 3 } as const;
	const [left, right] = bothSides({ gate: "result", rule, bothPass: true });
	const phone = new Phone().begin(left);
	const first = phone.set();
	phone.write([openSet(phone.newId, placeOn(right, "r2"), "own", { inTurnWith: first.id, joint, turn: 3 })]);
	const second = phone.set();
	for (let i = 0; i < 3; i++) for (const act of attemptIn(phone.newId, second, hit)) phone.write(act);
	for (const act of attemptIn(phone.newId, first, hit)) phone.write(act);
	expect(adviseOn(phone.view(), second)).toMatchObject({
		title: "Passed. The other has not yet",
		reason: "Both must pass before either moves up. The other needs at least 2 more.",
		act: null,
	});
	expect(phone.view().moves).toEqual([]);
});

test("what is done together ends for both where one of them goes up alone", () => {
	const rule = { kind: "streak", r: 2 } as const;
	const [left, right] = bothSides({ gate: "result", rule });
	const phone = new Phone().begin(left);
	const first = phone.set();
	phone.write([openSet(phone.newId, placeOn(right, "r2"), "own", { inTurnWith: first.id, joint: true })]);
	phone.row("gg");
	phone.write(commands.follow(phone.newId, phone.view(), phone.set(), right, phone.advice(), [left, right]));
	const open = phone.view().sets.filter((set) => set.open);
	expect(open.map(({ placing, inTurnWith }) => [placing.ladder, placing.rung, inTurnWith])).toEqual([
		["right", "r3", null],
	]);
	// Taken back, they are together again.
	phone.undo();
	expect(phone.view().sets.filter((set) => set.open && set.joint)).toHaveLength(2);
});
