import type { LessonDigest, MoveDigest } from "@/core/digest/lessonDigest";
import { monthOf, monthTable, weeksTo } from "./month";

const move = (to: string, from: string, reason = "passed", unfounded = false) =>
	({ ladder: "l", from, to, reason, unfounded }) as MoveDigest;
const lesson = (day: string, students: string[], moves: MoveDigest[] = [], rest: Partial<LessonDigest> = {}) =>
	({ lesson: day, day, students, moves, minutes: 45, ...rest }) as LessonDigest;
const booked = (day: string, rest: { cancelled: boolean; reason: string }) => ({
	...{ booking: "weekly", on: day, day, at: Date.parse(day), students: ["ida"] },
	...rest,
});
const people = [
	{ id: "ida", name: "Ida" },
	{ id: "bo", name: "Bo" },
	{ id: "away", name: "Nobody of this month" },
];
const ladders = [{ id: "l", student: "ida", rungs: ["r1", "r2", "r3"] }];
const none = { people, ladders, digests: [], lessons: [], due: {}, promises: {}, today: "2026-12-10" };

test("an empty month has no rows; what is due makes one", () => {
	expect(monthOf(none)).toEqual([]);
	expect(monthOf({ ...none, due: { bo: 2 } })).toMatchObject([{ student: "bo", due: 2, held: 0 }]);
});

test("gained is what was moved up by a pass; a move by hand is none, one whose tries were removed neither", () => {
	const [ida, bo] = monthOf({
		...none,
		digests: [
			lesson("2026-12-01", ["ida", "bo"], [move("r2", "r1"), move("r1", "r2", "stepped down")]),
			lesson("2026-12-03", ["ida"], [move("r2", "r1", "by hand"), move("r3", "r2", "passed", true)]),
			lesson("2026-12-05", ["ida"], [], { fromCard: true }),
		],
	});
	expect(ida).toMatchObject({ held: 2, minutes: 90, up: 1, down: 1 });
	// The moves of another's ladder are not theirs.
	expect(bo).toMatchObject({ held: 1, up: 0, down: 0 });
});

test("lessons to come are those not held yet; called off ones stand with their reason", () => {
	const at = (day: string, cancelled = false, reason = "") => booked(day, { cancelled, reason });
	const [ida] = monthOf({
		...none,
		digests: [lesson("2026-12-10", ["ida"])],
		lessons: [at("2026-12-03"), at("2026-12-10"), at("2026-12-17"), at("2026-12-24", true, "ill")],
	});
	expect(ida).toMatchObject({ held: 1, toCome: 1, away: [{ day: "2026-12-24", reason: "ill" }] });
	// One that is said to be none of the calendar's leaves that day's still to come.
	const [extra] = monthOf({
		...none,
		digests: [lesson("2026-12-10", ["ida"], [], { booked: null })],
		lessons: [at("2026-12-10"), at("2026-12-17")],
	});
	expect(extra).toMatchObject({ held: 1, toCome: 2 });
});

test("as a table each student is a line with the figures of the page, and what was called off and why", () => {
	const at = (day: string, reason: string) => booked(day, { cancelled: true, reason });
	const rows = monthOf({
		...none,
		digests: [lesson("2026-12-01", ["ida"])],
		lessons: [at("2026-12-20", "ill"), at("2026-12-27", "")],
		due: { ida: 2 },
	});
	expect(monthTable(rows)).toEqual([
		[
			...["student", "lessons held", "minutes", "to come", "rungs gained", "moved down", "checks due", "promises due"],
			"called off",
		],
		["Ida", 1, 45, 0, 0, 0, 2, 0, "2026-12-20 (ill), 2026-12-27"],
	]);
	expect(monthTable([])).toHaveLength(1);
});

test("weeks stand from the earliest on, each with its lessons and what was gained; one without a lesson has zeros", () => {
	const digests = [
		lesson("2026-11-29", ["ida"], [move("r2", "r1")]),
		lesson("2026-12-01", ["ida"], [move("r1", "r2", "stepped down"), move("r3", "r2", "passed", true)]),
		lesson("2026-12-02", ["bo"], [], { fromCard: true }),
		lesson("2026-11-10", ["ida"]),
	];
	expect(weeksTo("2026-12-06", 3, digests, ladders)).toEqual([
		{ monday: "2026-11-16", held: 0, up: 0 },
		{ monday: "2026-11-23", held: 1, up: 1 },
		{ monday: "2026-11-30", held: 1, up: 0 },
	]);
});
