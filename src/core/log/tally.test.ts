import { ladderWith, Phone } from "@/core/__tests__/phone";
import { takeBack, tallyIn } from "@/core/acts/acts";
import type { RungSettings } from "@/core/ladder/rung";
import { digestLesson } from "./digest";
import { parseEvent } from "./event";
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
		refusals: [{ sentence: "Good is 5, more than the 4 tries; at most 4 is possible." }],
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
