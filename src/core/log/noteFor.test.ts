import fc from "fast-check";
import { ladderWith, Phone } from "@/core/__tests__/phone";
import { feltBetter, ownMark, ownMarksIn } from "@/core/commands/atTheEnd";
import { inSet } from "@/core/commands/sets";
import { noteFor, noteLines, noteText } from "./noteFor";
import { wrapUp } from "./wrap";

const ladder = ladderWith({ limit: 60, rule: { kind: "streak", r: 60 } });
const lesson = (row: string) => new Phone().begin(ladder).row(row);
const wrapped = (row: string) => wrapUp(lesson(row).view());
const cue = (phone: Phone, text: string) =>
	phone.write(inSet(phone.set(), "feedback", { type: "correction", position: "p1", cue: { text, kind: "outside" } }));

test("what got better is told in numbers, against the best day before it, else against the first; a hard day is not", () => {
	const first = { good: 1, tries: 8, day: "2026-01-10" };
	const best = { good: 4, tries: 8, day: "2026-02-10" };
	const note = (row: string) =>
		noteFor("Ida", "today", wrapped(row), { before: () => ({ first, best }), dayWords: (day) => day.slice(5) });
	expect(note("ggggaa")).toContain("4 of 6 tries good. Best score so far. Before: 4 of 8 on 02-10.");
	expect(note("gagaaa")).toContain("2 of 6 tries good. First time: 1 of 8 on 01-10.");
	expect(note("aaaaaa")).toContain("Middle: 6 tries.");
	expect(note("aaaaaa")).not.toMatch(/first time|best/);
	// Of a handful of tries no best is made.
	expect(note("ggg")).not.toMatch(/first time|best/);
});

test("one cue goes home: the one said most often, of several the latest", () => {
	const phone = lesson("ga");
	for (const words of ["paint the wall", "over the rail", "over the rail", "paint the wall", "look far"])
		cue(phone, words);
	const note = noteFor("Ida", "today", wrapUp(phone.view()));
	expect(note.match(/Remember/g)).toHaveLength(1);
	expect(note).toContain("Remember: “paint the wall”.");
});

test("lines are left out one by one, and the student's own mark stands beside the count", () => {
	const phone = lesson("ggag");
	cue(phone, "look far");
	phone.write(ownMark(phone.view(), "student", { ladder: "ladder", skill: "Skill" }, 7));
	phone.write(ownMark(phone.view(), "student", { ladder: "ladder", skill: "Skill" }, 6));
	const marks = ownMarksIn(phone.view(), "student");
	expect(marks).toEqual([{ ladder: "ladder", skill: "Skill", mark: 6 }]);
	const lines = noteLines("Ida", "today", wrapUp(phone.view()), {
		marks,
		practise: [{ name: "Low", much: "" }],
		next: "Sun",
	});
	expect(lines.map(({ about }) => about)).toEqual([
		"whose, and when",
		"Middle",
		"the cue",
		"your own mark",
		"practice",
		"the next day",
	]);
	expect(noteText(lines, ["cue", "next"])).toBe(
		"Ida, lesson of today\n\nMiddle: 3 of 4 tries good.\nYour own mark: 6 of 10.\n\nUntil then, practise:\n- Low",
	);
	phone.write(ownMark(phone.view(), "student", { ladder: "ladder", skill: "Skill" }, 6));
	expect(ownMarksIn(phone.view(), "student")).toEqual([]);
	expect(phone.view().visits[0]?.verdict.used).toBe(4);
});

test("no lesson leads to a line that says nothing or scolds", () => {
	fc.assert(
		fc.property(fc.array(fc.constantFrom(..."ga1n"), { maxLength: 25 }), fc.nat(3), (row, cues) => {
			const phone = lesson(row.join(""));
			for (let i = 0; i < cues; i++) cue(phone, "look far");
			phone.write(feltBetter(phone.view(), "student", "r2", "new"));
			const rungs = wrapUp(phone.view());
			const lines = noteLines("Ida", "today", rungs);
			const text = noteText(lines);
			expect(text).not.toMatch(/\b0 of|longest run [012]\b|confirmation|undefined|null|: \.|\(\)/);
			expect(text.match(/Remember/g)?.length ?? 0).toBeLessThanOrEqual(1);
			expect(new Set(lines.map(({ id }) => id)).size).toBe(lines.length);
			expect(rungs.flatMap((rung) => rung.cues).every(({ words }) => words !== "confirmation")).toBe(true);
		}),
	);
});

test("a rung on which nothing counted is no 0 tries", () => {
	const phone = lesson("");
	phone.row("n");
	const note = noteFor("Ida", "today", wrapUp(phone.view()), {});
	expect(note).not.toMatch(/\b0 tries/);
	expect(note).toContain("tried, not counted");
});
