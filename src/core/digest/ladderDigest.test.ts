import type { LessonDigest } from "@/core/digest/lessonDigest";
import { digestLadder } from "./ladderDigest";

/** A lesson of so many good of so many tries on one rung. */
const lesson = (day: string, good: number, tries: number): LessonDigest => ({
	lesson: `on ${day}`,
	day,
	opened: true,
	closed: true,
	next: null,
	wish: "",
	remark: "",
	note: "",
	heard: "",
	students: ["who"],
	attempts: tries,
	moves: [],
	last: [],
	rungs: [
		{
			student: "who",
			ladder: "ladder",
			rung: "r1",
			name: "Rung",
			tries,
			good,
			tried: tries,
			longestRun: 0,
			met: false,
			marks: "1".repeat(good) + "0".repeat(tries - good),
		},
	],
});

test("then and now: the first day with tries, and the best among days with enough of them, whatever their order", () => {
	const days = [
		lesson("2026-03-09", 9, 10),
		lesson("2026-03-02", 2, 8),
		lesson("2026-03-23", 3, 3),
		lesson("2026-02-23", 0, 0),
	];
	const { first, best } = digestLadder("ladder", days).rungs.r1 ?? {};
	expect(first).toEqual({ day: "2026-03-02", good: 2, tries: 8 });
	// Three of three is a better rate, and too few to say so.
	expect(best).toEqual({ day: "2026-03-09", good: 9, tries: 10 });
	expect(digestLadder("ladder", [...days].reverse()).rungs.r1).toEqual(digestLadder("ladder", days).rungs.r1);
});

test("with no day of five tries, the best is among those there are; with none at all there is neither", () => {
	const few = digestLadder("ladder", [lesson("2026-03-02", 1, 3), lesson("2026-03-09", 2, 3)]).rungs.r1;
	expect(few?.best?.day).toBe("2026-03-09");
	const none = digestLadder("ladder", [lesson("2026-03-02", 0, 0)]).rungs.r1;
	expect([none?.first, none?.best]).toEqual([null, null]);
});

test("a single try in a group does not stand for the last lesson; its cue does, and with nothing else so does it", () => {
	const worked = (day: string, good: number, tries: number, cue: string | null = null) => ({
		...lesson(day, good, tries),
		last: [{ ladder: "ladder", rung: "Rung", good, tries, cue }],
	});
	const days = [worked("2026-03-02", 7, 12, "higher"), worked("2026-03-04", 1, 1)];
	expect(digestLadder("ladder", days).last).toMatchObject({ day: "2026-03-02", good: 7, tries: 12, cue: "higher" });
	const said = [...days.slice(0, 1), worked("2026-03-04", 1, 1, "softer")];
	expect(digestLadder("ladder", said).last).toMatchObject({ day: "2026-03-02", cue: "softer" });
	expect(digestLadder("ladder", days.slice(1)).last).toMatchObject({ day: "2026-03-04", good: 1, tries: 1 });
	expect(digestLadder("ladder", []).last).toBeNull();
});
