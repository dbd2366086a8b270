import { ladderWith, Phone } from "@/core/__tests__/phone";
import { movePeg } from "@/core/commands/follow";
import { inSet } from "@/core/commands/sets";
import { tallyIn } from "@/core/commands/tries";
import type { Policy } from "@/core/ladder/ladder";
import type { RungSettings } from "@/core/ladder/rung";
import { adviseOn } from ".";
import type { AdviceContext } from "./line";

interface Case {
	name: string;
	marks: string;
	line: string;
	title?: string;
	act?: string | null;
	to?: string;
	rung?: string;
	change?: Partial<RungSettings>;
	policy?: Policy;
	tried?: number;
	context?: AdviceContext;
}

const streak = { kind: "streak", r: 3 } as const;

const cases: Case[] = [
	{ name: "nothing yet", marks: "", line: "carry-on", act: null },
	{ name: "a good start", marks: "ggg", line: "carry-on", act: null },
	{
		name: "a limit of load goes before the checklist",
		marks: "gg",
		line: "load",
		title: "Enough for the knee",
		act: "next",
		change: { care: ["mat"] },
		context: { loadReached: [{ part: "knee", of: "day", load: 120, limit: 120 }] },
	},
	// 2 care
	{ name: "an open checklist", marks: "", line: "care", act: "care", change: { care: ["mat", "spotter"] } },
	// 3 step up
	{ name: "the rule met", marks: "ggg", line: "step-up", act: "move", to: "r3", change: { rule: streak } },
	{
		name: "met on the last allowed try",
		marks: "xxxggg",
		line: "step-up",
		act: "move",
		change: { rule: streak, limit: 6 },
	},
	{ name: "met on the top rung", marks: "ggg", line: "step-up", act: "next", rung: "r3", change: { rule: streak } },
	{
		name: "one day of two",
		marks: "ggg",
		line: "step-up",
		act: "next",
		title: "Day 1 of 2 done",
		change: { rule: streak },
		context: { days: { done: 1, of: 2 } },
	},
	{
		name: "both days",
		marks: "ggg",
		line: "step-up",
		act: "move",
		change: { rule: streak },
		context: { days: { done: 2, of: 2 } },
	},
	{ name: "a met rule goes before a pause", marks: "ggrtg", line: "step-up", change: { rule: streak } },
	// 5 limit
	{ name: "the limit", marks: "gxgxg", line: "limit", act: "next", change: { limit: 5, rule: streak } },
	{ name: "no count does not use it up", marks: "gxgxn", line: "carry-on", change: { limit: 5, rule: streak } },
	{ name: "the limit goes before a run", marks: "1111", line: "limit", change: { limit: 4, rule: streak } },
	// 6 pause
	{ name: "two strains", marks: "grgt", line: "pause", act: "pause" },
	{ name: "one strain is none", marks: "grg", line: "carry-on" },
	{ name: "distracted does not strain", marks: "gsgs", line: "carry-on" },
	{ name: "six tries between", marks: "rggggggt", line: "carry-on" },
	{ name: "five tries between", marks: "rgggggt", line: "pause" },
	{ name: "a pause goes before letting adjust", marks: "111crt", line: "pause" },
	// 7 over-corrected
	{ name: "short, cue, beyond", marks: "aaacA", line: "over-corrected", act: null },
	{ name: "short, cue, short", marks: "aaaca", line: "let-adjust" },
	{ name: "no direction told", marks: "111c1", line: "let-adjust" },
	// 8 let adjust
	{ name: "just told", marks: "111c", line: "let-adjust", act: null },
	{ name: "two tries after", marks: "111cgg", line: "let-adjust" },
	{ name: "three tries after", marks: "111cggg", line: "carry-on" },
	{ name: "a no count is no try", marks: "111cggn", line: "let-adjust" },
	{ name: "a question counts as a correction", marks: "q", line: "let-adjust" },
	{ name: "a confirmation does not", marks: "gk", line: "carry-on" },
	{ name: "a correction of another position", marks: "111d", line: "let-adjust" },
	{ name: "no tries to adjust", marks: "gc", line: "carry-on", change: { adjust: 0 } },
	// 9 ease
	{ name: "still off after the cue", marks: "111c111", line: "ease", act: "variation" },
	{ name: "without an easier form", marks: "111c111", line: "ease", act: "move", to: "r1", change: { easier: "" } },
	{
		name: "on the lowest rung, nothing to ease",
		marks: "111c111",
		line: "ease",
		act: "next",
		title: "Leave it for today",
		rung: "r1",
		change: { easier: "" },
	},
	{ name: "two after the cue are too few", marks: "111c11", line: "let-adjust" },
	{ name: "a second cue is allowed", marks: "111c111", line: "second-cue", act: "cue", change: { secondCue: true } },
	{ name: "but not a third", marks: "111c111c111", line: "ease", act: "variation", change: { secondCue: true } },
	{
		name: "a dip is expected on a new rung",
		marks: "111c111",
		line: "ease",
		act: null,
		title: "A dip is expected here",
		tried: 0,
	},
	{ name: "not after the first eight", marks: "g11111c111", line: "ease", act: "variation", tried: 0 },
	{ name: "full speed keeps the tempo", marks: "111c111", line: "ease", act: "move", to: "r1", policy: "full speed" },
	{
		name: "full speed on the lowest rung",
		marks: "111c111",
		line: "ease",
		act: null,
		rung: "r1",
		policy: "full speed",
	},
	// 10 correct
	{ name: "a run of three", marks: "111", line: "correct", act: "cue", title: "Correct first" },
	{ name: "a run of two", marks: "11", line: "carry-on" },
	{ name: "a run of the rung's own length", marks: "11", line: "correct", change: { correctAfter: 2 } },
	{ name: "broken by a clean try", marks: "11m1", line: "carry-on" },
	{ name: "a miss nobody looked into does not break it", marks: "11x1", line: "correct" },
	{ name: "nor does a no count", marks: "11n1", line: "correct" },
	{ name: "another position, judged, breaks it", marks: "1121", line: "carry-on" },
	{ name: "two directions are two runs", marks: "aAa", line: "carry-on" },
	{ name: "an untold direction goes with either", marks: "a1a", line: "correct" },
	{ name: "a cue before the run is not in it", marks: "cggg111", line: "correct" },
	// 11 too hard today
	{ name: "one good of eight", marks: "xxxxgxxx", line: "too-hard", act: "variation" },
	{ name: "three good of eight", marks: "xgxxgxgx", line: "carry-on" },
	{ name: "seven tries are too few", marks: "xxxxxxx", line: "carry-on" },
	{
		name: "a dip on a new rung",
		marks: "xxxxxxxx",
		line: "too-hard",
		act: null,
		title: "A dip is expected here",
		tried: 0,
	},
	{ name: "nine tries on a new rung", marks: "xxxxxxxxx", line: "too-hard", act: "variation", tried: 0 },
	// policies
	{
		name: "fixed dose does not step up",
		marks: "ggg",
		line: "carry-on",
		change: { rule: streak },
		policy: "fixed dose",
	},
	{
		name: "fixed dose ends at its dose, met or not",
		marks: "gggxx",
		line: "limit",
		act: "next",
		change: { rule: streak, limit: 5 },
		policy: "fixed dose",
	},
	{
		name: "full speed steps up as mastery does",
		marks: "ggg",
		line: "step-up",
		act: "move",
		change: { rule: streak },
		policy: "full speed",
	},
];

describe("each line, policy and tie", () => {
	test.each(cases)("$name", ({ marks, line, title, act, to, rung, change, policy, tried, context }) => {
		const phone = new Phone().begin(ladderWith(change, policy, tried), rung).row(marks);
		const advice = phone.advice(context);
		expect(advice.line).toBe(line);
		if (title !== undefined) expect(advice.title).toBe(title);
		if (act !== undefined) expect(advice.act?.kind ?? null).toBe(act);
		if (to !== undefined) expect(advice.act).toMatchObject({ to });
		expect(advice.reason).toMatch(/\S/);
	});
});

test("the earliest position in causal order is corrected first", () => {
	const ladder = ladderWith();
	const phone = new Phone().begin(ladder);
	for (let i = 0; i < 3; i++)
		phone.attempt({ result: "miss", off: [{ position: "p3" }, { position: "p1" }], judged: true });
	expect(phone.advice().position).toBe("p1");
});

test("a bust closes the rung for the lesson", () => {
	const phone = new Phone().begin(ladderWith()).row("xx");
	const view = phone.view();
	const visit = view.visits[0];
	if (visit) visit.verdict.kind = "not yet";
	expect(view.current && adviseOn(view, view.current).line).toBe("not-yet");
});

describe("the cue that is offered", () => {
	const cueAfter = (change: Partial<RungSettings>, marks: string) => {
		const { act } = new Phone().begin(ladderWith(change)).row(marks).advice();
		return act?.kind === "cue" ? act.cue?.text : undefined;
	};
	test("one outside of the body first, whatever its place", () => expect(cueAfter({}, "111")).toBe("out there"));
	test("the first marked where none is outside", () => expect(cueAfter({}, "222")).toBe("like a cat"));
	test("none where there is none", () => expect(cueAfter({}, "333")).toBeUndefined());
	test("the second cue is another one", () => {
		const ladder = ladderWith({ secondCue: true });
		const phone = new Phone().begin(ladder).row("111").follow(ladder).row("111");
		expect(phone.advice().act).toMatchObject({ kind: "cue", cue: { text: "on it" } });
	});
});

describe("what worked before, and the coin", () => {
	test("a cue that worked for the student goes before one outside of the body, and says so", () => {
		const ladder = ladderWith();
		ladder.positions = ladder.positions.map((one) => (one.id === "p1" ? { ...one, worked: true } : one));
		const advice = new Phone().begin(ladder).row("111").advice();
		expect(advice.act).toMatchObject({ kind: "cue", cue: { text: "on it" } });
		expect(advice.reason).toContain("Cue, worked before: “on it”.");
	});

	const coined = { ...ladderWith(), coin: true };
	const phones = Array.from({ length: 90 }, (_, i) => new Phone(`phone${i}`).begin(coined).row("111"));
	const held = phones.filter((phone) => phone.advice().line === "held-back");

	test("holds one correction in three back, the same ones whenever they are worked out again, and is in the record", () => {
		expect(held.length).toBeGreaterThan(20);
		expect(held.length).toBeLessThan(40);
		expect(phones.filter((phone) => phone.advice().line === "correct")).toHaveLength(90 - held.length);
		for (const phone of held) {
			expect(phone.advice().line).toBe("held-back");
			expect(phone.set().placing.coin).toBe(true);
		}
	});

	test("for three tries, then the word is offered; at once where the coach does otherwise; never unasked", () => {
		const [first, second] = held as [Phone, Phone];
		expect(first.row("11").advice()).toMatchObject({ line: "held-back", act: null });
		expect(first.row("1").advice().line).toBe("correct");
		expect(second.otherwise().advice().line).toBe("correct");
		expect(new Phone(second.device).begin(ladderWith()).row("111").advice().line).toBe("correct");
	});
});

describe("following and doing otherwise", () => {
	test("a followed easing restarts runs and the count; the next one goes a rung down", () => {
		const ladder = ladderWith();
		const phone = new Phone().begin(ladder).row("111c111").follow(ladder);
		expect(phone.set().variation).toBe("easier");
		expect(phone.advice().line).toBe("carry-on");
		phone.row("111c111");
		expect(phone.advice()).toMatchObject({ line: "ease", act: { kind: "move", to: "r1" } });
	});

	test("a followed pause forgets the strain", () => {
		const ladder = ladderWith();
		const phone = new Phone().begin(ladder).row("grgt").follow(ladder);
		expect(phone.set().open).toBe(false);
		expect(phone.advice().line).toBe("carry-on");
	});

	test("otherwise silences the line for the visit", () => {
		const phone = new Phone()
			.begin(ladderWith({ rule: streak }))
			.row("ggg")
			.otherwise();
		expect(phone.advice().line).toBe("carry-on");
		expect(phone.row("gggg").advice().line).toBe("carry-on");
	});

	test("a correction keeps still for R tries only", () => {
		const phone = new Phone().begin(ladderWith()).row("111").otherwise();
		expect(phone.row("11").advice().line).toBe("carry-on");
		expect(phone.row("1").advice().line).toBe("correct");
	});

	test("stop and care cannot be silenced", () => {
		const phone = new Phone().begin(ladderWith({ care: ["mat"] })).otherwise();
		expect(phone.advice().line).toBe("care");
		phone.write(inSet(phone.set(), "pain", { part: "wrist", note: "" }));
		expect(phone.advice()).toMatchObject({ line: "stop", canSilence: false });
		expect(phone.otherwise().advice().line).toBe("stop");
	});

	test("a confirmed checklist is out of the way for the day", () => {
		const ladder = ladderWith({ care: ["mat"] });
		expect(new Phone().begin(ladder).follow(ladder).advice().line).toBe("carry-on");
	});
});

test("a line of the checklist that says so is asked for again, after so many tries and as often", () => {
	const ladder = ladderWith({ care: ["mat", "Shake the arms out, every 5 tries"], limit: 60 });
	const phone = new Phone().begin(ladder).follow(ladder).row("ggan");
	expect(phone.advice().line).not.toBe("care-again");
	expect(phone.row("g").advice()).toMatchObject({
		line: "care-again",
		reason: "After 5 tries: Shake the arms out.",
		canSilence: false,
	});
	expect(phone.follow(ladder).advice().line).not.toBe("care-again");
	expect(phone.row("ggga").advice().line).not.toBe("care-again");
	expect(phone.row("g").advice().line).toBe("care-again");
	// What was confirmed is what was due.
	expect(phone.events.flatMap((event) => (event.kind === "care.confirmed" ? [event.body.items.length] : []))).toEqual([
		2, 1,
	]);
});

describe("a rung down and back up", () => {
	const ladder = ladderWith({ easier: "", rule: { kind: "rolling", k: 3, n: 4 }, limit: 20 });
	const down = () => new Phone().begin(ladder).row("111c111").follow(ladder);

	test("the lower rung is re-earned by a short rule, then back up", () => {
		const phone = down();
		expect(phone.set().placing.rung).toBe("r1");
		expect(phone.visit().rule).toEqual({ kind: "streak", r: 3 });
		expect(phone.row("ggg").advice()).toMatchObject({ act: { kind: "move", to: "r2", reason: "stepped back up" } });
		phone.follow(ladder);
		expect(phone.visit().verdict).toMatchObject({ used: 6, left: 14 });
	});

	test("only once a rung and lesson", () => {
		const phone = down().row("ggg").follow(ladder).row("111c111").follow(ladder).row("ggg");
		expect(phone.advice()).toMatchObject({ line: "step-up", act: { kind: "next" } });
	});

	test("only if enough of the limit is left", () => {
		const short = ladderWith({ easier: "", rule: { kind: "rolling", k: 3, n: 4 }, limit: 8 });
		const phone = new Phone().begin(short).row("111c111").follow(short).row("ggg");
		expect(phone.advice()).toMatchObject({ act: { kind: "next" } });
		expect(phone.advice().reason).toContain("Only 2 tries left today");
	});

	test("a followed second cue is no easing", () => {
		const second = ladderWith({ secondCue: true });
		const phone = new Phone().begin(second).row("111c111").follow(second).row("111");
		expect(phone.advice()).toMatchObject({ line: "ease", act: { kind: "variation" } });
	});
});

test("a move by hand back to a rung opens a new visit with what is left", () => {
	const ladder = ladderWith({ limit: 10 });
	const phone = new Phone().begin(ladder).row("gggg");
	phone.write(
		movePeg(phone.newId, phone.view(), phone.set(), ladder, "r1", { from: "r2", reason: "by hand", evidence: [] }),
	);
	phone.write(
		movePeg(phone.newId, phone.view(), phone.set(), ladder, "r2", { from: "r1", reason: "by hand", evidence: [] }),
	);
	expect(phone.visit().tries).toHaveLength(0);
	expect(phone.visit().verdict).toMatchObject({ used: 4, left: 6 });
});

test("a pass says after how many tries it came: those entered as numbers and those on another form are tries too", () => {
	const phone = new Phone().begin(ladderWith({ rule: { kind: "streak", r: 3 }, limit: 40 }));
	phone.write(tallyIn(phone.newId, phone.set(), { tries: 8, good: 2, longest: 1 }));
	phone.row("ggg");
	expect(adviseOn(phone.view(), phone.set())).toMatchObject({ line: "step-up" });
	expect(adviseOn(phone.view(), phone.set()).reason).toContain("after 11 tries.");
});
