import fc from "fast-check";
import { cases } from "@/core/__tests__/cases";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { movePeg } from "@/core/commands";
import { give, ofSet } from "@/core/commands/give";
import { digestLesson } from "@/core/digest/lessonDigest";
import type { PackLadder } from "@/core/pack/pack";
import { foldLesson } from "./fold";
import type { LessonView } from "./view";
import { wrapUp } from "./wrap";

/** Two students on rungs of one rule; the second watches other positions and has outcomes of its own. */
const ida: PackLadder = { ...ladderWith(), id: "ida-ladder", student: "ida" };
const bo: PackLadder = {
	...ladderWith({
		scale: [
			{ code: "clean", label: "clean", points: 2, success: true },
			{ code: "rough", label: "rough", points: 1, success: true },
			{ code: "drop", label: "drop", points: 0, success: false },
		],
		watch: ["p2"],
	}),
	id: "bo-ladder",
	student: "bo",
};

const triesOf = (view: LessonView, student: string) =>
	view.visits.filter((visit) => visit.student === student).flatMap(({ tries }) => tries);
/** What a lesson says, without how it came to be. */
const said = (view: LessonView) => {
	const { events: _, top: __, seen: ___, ...rest } = view;
	return JSON.stringify({ ...rest, visits: view.visits.map(({ entries: ____, ...visit }) => visit) });
};

test("a try that was somebody else's leaves the one and counts for the other, with its time, marks and cue", () => {
	const phone = new Phone().begin(ida).row("gg1cg");
	const before = phone.view();
	const set = phone.set();
	const [, , off] = triesOf(before, "ida");
	const cue = before.events.find(({ kind }) => kind === "feedback");
	phone.write(give(phone.newId, before, [off?.id ?? "", cue?.id ?? ""], bo));
	const view = phone.view();
	expect(triesOf(view, "ida").map(({ good }) => good)).toEqual([true, true, true]);
	const [theirs] = triesOf(view, "bo");
	expect(theirs).toMatchObject({ id: off?.id, good: false, counted: true, apart: false });
	// Its outcome and what was off are said in the other rung's words.
	expect(theirs?.body).toMatchObject({ result: "drop", off: [{ position: "other", name: expect.any(String) }] });
	expect(view.visits.find(({ student }) => student === "bo")?.entries.map(({ event }) => event.kind)).toEqual([
		"attempt",
		"feedback",
	]);
	// The set in hand is the one it was.
	expect(view.current?.id).toBe(set.id);
	phone.row("g");
	expect(triesOf(phone.view(), "ida")).toHaveLength(4);
});

test("undone, everything is where it was; taken back by hand as well", () => {
	const phone = new Phone().begin(ida).row("ggxcg1");
	const before = said(phone.view());
	const [, second] = triesOf(phone.view(), "ida");
	phone.write(give(phone.newId, phone.view(), [second?.id ?? ""], bo));
	expect(said(phone.view())).not.toBe(before);
	phone.undo();
	expect(said(phone.view())).toBe(before);
});

test("a set, or all of it since one try; what is the other's already, or of no kind that can be given, stays", () => {
	const phone = new Phone().begin(ida).row("gxgcx");
	const view = phone.view();
	const set = phone.set().id;
	expect(ofSet(view, set)).toHaveLength(5);
	const third = triesOf(view, "ida")[2]?.id ?? "";
	expect(ofSet(view, set, third)).toHaveLength(3);
	expect(ofSet(view, "another")).toEqual([]);
	expect(give(phone.newId, view, ofSet(view, set), ida)).toEqual([]);
	expect(give(phone.newId, view, [set, view.opened?.id ?? ""], bo)).toEqual([]);
	phone.write(give(phone.newId, view, ofSet(view, set), bo));
	expect([triesOf(phone.view(), "ida").length, triesOf(phone.view(), "bo").length]).toEqual([0, 4]);
});

test("wrap-up and digest follow: each student has what is theirs, and nothing is counted twice", () => {
	const phone = new Phone().begin(ida).row("gggxx");
	const set = phone.set().id;
	const misses = triesOf(phone.view(), "ida")
		.slice(3)
		.map(({ id }) => id);
	phone.write(give(phone.newId, phone.view(), misses, bo));
	const tries = Object.fromEntries(wrapUp(phone.view()).map((rung) => [rung.student, [rung.good, rung.tries]]));
	expect(tries).toEqual({ ida: [3, 3], bo: [0, 2] });
	const digest = digestLesson("lesson", phone.view());
	expect(digest.attempts).toBe(5);
	expect(ofSet(phone.view(), set)).toHaveLength(3);
});

test("a peg that moved for such a try stays where it is, and is marked", () => {
	const phone = new Phone().begin(ida).row("ggg");
	const evidence = triesOf(phone.view(), "ida").map(({ id }) => id);
	phone.write(movePeg(phone.newId, phone.view(), phone.set(), ida, "r3", { from: "r2", reason: "passed", evidence }));
	expect(phone.view().unfounded.size).toBe(0);
	phone.write(give(phone.newId, phone.view(), evidence.slice(0, 1), bo));
	const view = phone.view();
	expect(view.unfounded.size).toBe(1);
	expect(view.moves).toHaveLength(1);
});

test("given on to a third, the last giving holds", () => {
	const cy: PackLadder = { ...ida, id: "cy-ladder", student: "cy" };
	const phone = new Phone().begin(ida).row("gg");
	const [first] = triesOf(phone.view(), "ida");
	for (const to of [bo, cy]) phone.write(give(phone.newId, phone.view(), [first?.id ?? ""], to));
	const view = phone.view();
	expect([triesOf(view, "ida").length, triesOf(view, "bo").length, triesOf(view, "cy").length]).toEqual([1, 0, 1]);
	// Its outcome is the one it had at first.
	expect(triesOf(view, "cy")[0]?.body.result).toBe("hit");
});

test("whatever is given, from whichever phone and in whichever order it arrives, each try is one student's", () => {
	const cy: PackLadder = { ...ida, id: "cy-ladder", student: "cy" };
	const marks = fc.string({ unit: fc.constantFrom("g", "x", "1", "c", "n"), minLength: 1, maxLength: 12 });
	const gifts = fc.array(fc.tuple(fc.nat(11), fc.constantFrom(bo, cy, ida), fc.boolean()), { maxLength: 5 });
	fc.assert(
		fc.property(marks, gifts, fc.infiniteStream(fc.nat(100)), (row, all, dice) => {
			const [one, two] = [new Phone().begin(ida).row(row), new Phone("other")];
			const tries = triesOf(one.view(), "ida").map(({ id }) => id);
			for (const [n, to, undo] of all) {
				two.learn(one.events);
				const by = n % 2 ? one : two;
				const some = tries.slice(n % Math.max(1, tries.length)).slice(0, 2);
				const written = by.write(give(by.newId, by.view(), some, to));
				if (undo && written.length > 0) by.undo();
				one.learn(two.events);
			}
			const view = foldLesson(one.events);
			const now = view.visits.flatMap((visit) => visit.tries.map(({ id }) => id));
			expect(now.toSorted()).toEqual(tries.toSorted());
			const shuffled = [...one.events]
				.map((event) => [dice.next().value, event] as const)
				.sort(([a], [b]) => a - b)
				.map(([, event]) => event);
			expect(said(foldLesson(shuffled))).toBe(said(view));
			expect(wrapUp(view).reduce((sum, rung) => sum + rung.tries + (rung.variationTries ?? 0), 0)).toBe(
				view.visits.flatMap((visit) => visit.tries).filter(({ counted }) => counted).length,
			);
		}),
		{ numRuns: cases(200) },
	);
});
