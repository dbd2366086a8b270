import { scheduleOf } from "@/core/ladder/recheck";
import { freshRung, type RungSettings } from "@/core/ladder/rung";
import { gather, gatherAgain, type KnownLadder, type KnownStudent, minutesFor } from "./candidates";
import type { PlannedItem } from "./plan";

const DAY = "2026-11-27";

const rungs = (n: number, settings: Partial<RungSettings> = {}) =>
	Array.from({ length: n }, (_, i) => ({ id: `r${i}`, settings: { ...freshRung(`Rung ${i + 1}`), ...settings } }));
const hole = (state: KnownLadder["holes"][number]["state"], metDays: string[] = []) => ({
	state,
	metDays,
	recent: metDays.map((day) => ({ day, marks: "", lesson: "l" }) as never),
	schedule: scheduleOf(metDays, []),
});
const good = (n: number) => Array.from({ length: n }, () => ({ good: true, daysAgo: 1 }));

const ladder = (rest: Partial<KnownLadder> = {}): KnownLadder => ({
	id: "l",
	called: "Cascade",
	side: null,
	begins: "at the peg",
	rungs: rungs(4),
	holes: [hole("passed", ["2026-11-01"]), hole("passed", ["2026-11-26"]), hole("open"), hole("open")],
	pegIndex: 2,
	last: null,
	limits: [],
	tries: () => [],
	name: (at) => `Rung ${at + 1}`,
	...rest,
});
const student = (rest: Partial<KnownStudent> = {}): KnownStudent => ({
	id: "s",
	name: "Odile",
	wish: "",
	parked: [],
	promises: [],
	cues: [],
	pace: null,
	ladders: [ladder()],
	...rest,
});
const brief = (items: readonly PlannedItem[]) => items.map((one) => `${one.class}: ${one.what}`);

test("the peg, the next rung and what was passed long enough ago gather themselves between warm-up and wrap-up", () => {
	const items = gather([student()], DAY);
	expect(brief(items)).toEqual([
		"warm-up: Warm up",
		"current: Rung 3",
		"new: Rung 4",
		"re-check: Rung 1",
		"wrap-up: Wrap up",
	]);
	expect(items[3]?.why).toBe("Passed. Check due 24 days earlier. Cascade, rung 1 of 4.");
	expect(items[1]).toMatchObject({ ladder: "l", rung: "r2", student: "s", value: 10 });
	expect(gather([student({ ladders: [ladder({ side: "left" })] })], DAY)[1]?.what).toBe("Rung 3, left");
	expect(items[2]?.value).toBeLessThan(items[1]?.value ?? 0);
});

test("each ladder by its own way of beginning", () => {
	const by = (begins: KnownLadder["begins"]) =>
		gather([student({ ladders: [ladder({ begins, last: "r1" })] })], DAY).map(({ id }) => id);
	expect(by("at the peg")).not.toContain("up-l");
	expect(by("from the bottom")).toContain("up-l");
	expect(by("last lesson's work")).toContain("last-l");
	expect(by("last lesson's work")).not.toContain("up-l");
});

test("what was promised by the day, wished for and parked is talked of; what is due later waits", () => {
	const items = gather(
		[
			student({
				wish: "juggle at the fair",
				promises: [
					{ text: "bring the tape", due: "2026-11-26" },
					{ text: "a film", due: "2026-12-05" },
					{ text: "some day", due: null },
				],
				parked: [{ text: "chin up", day: "2026-11-20" }],
				cues: [
					{ text: "soft knees", met: 3, due: "2026-11-26" },
					{ text: "eyes up", met: 2, due: "2026-12-06" },
				],
			}),
		],
		DAY,
	).filter((one) => one.class === "talk");
	// One item of one to five minutes, whatever there is of it.
	expect(items).toMatchObject([
		{
			id: "talk-s",
			what: "juggle at the fair · bring the tape · some day · “soft knees” · chin up",
			why: "Their wish · promised, due 1 day before · promised · key cue, repeated 3 of 6 times, due 1 day before · parked 7 days ago.",
			least: 1,
			wish: 5,
			value: 9,
		},
	]);
	expect(gather([student({ wish: "fly" })], DAY)[1]).toMatchObject({
		what: "fly",
		why: "Their wish.",
		least: 1,
		wish: 2,
	});
});

test("a rung taken out for this student is no candidate, kit and height are said, decisions and pressure have their class", () => {
	const limits = [{ rung: "r3", what: "taken out" as const, reason: "" }];
	const here = ladder({ limits, rungs: rungs(4, { neverAlone: true, needs: ["mat"] }) });
	const items = gather([student({ ladders: [here] })], DAY);
	expect(items.map(({ id }) => id)).not.toContain("next-l");
	expect(items.find(({ id }) => id === "peg-l")).toMatchObject({ heavy: true, kit: ["mat"] });
	const kind = (settings: Partial<RungSettings>) =>
		gather([student({ ladders: [ladder({ rungs: rungs(4, settings) })] })], DAY).find(({ id }) => id === "peg-l")
			?.class;
	expect(kind({ rule: { kind: "decision", k: 3, n: 4 }, freeChoice: true })).toBe("decision");
	expect(kind({ rule: { kind: "bouts", a: 3, b: 2, k: 2, n: 3 } })).toBe("contest");
	expect(kind({ notches: { pressure: 2 } })).toBe("contest");
});

test("a rung that goes well is there to end on; a peg that goes well brings the next rung up", () => {
	const items = gather([student({ ladders: [ladder({ tries: () => good(30) })] })], DAY);
	expect(items.find(({ class: kind }) => kind === "refresher")).toMatchObject({ rung: "r1" });
	expect(items.find(({ id }) => id === "next-l")?.value).toBe(8);
	expect(items.find(({ id }) => id === "peg-l")?.rate).toBeGreaterThan(0.9);
});

test("for several each thing is somebody's, and sixty is the most", () => {
	const two = gather([student(), student({ id: "t", name: "Bram", ladders: [ladder({ id: "m" })] })], DAY);
	expect(two.filter((one) => one.student === "t")).toHaveLength(3);
	// Whose it is is said where it is shown: a name in a kept text would stay when its owner is deleted.
	expect(JSON.stringify(two)).not.toContain("Bram");
	const many = Array.from({ length: 10 }, (_, i) =>
		student({ id: `s${i}`, ladders: Array.from({ length: 5 }, (_, n) => ladder({ id: `l${i}${n}` })) }),
	);
	const all = gather(many, DAY);
	expect(all).toHaveLength(60);
	expect(all.at(-1)?.id).toBe("wrap-up");
	expect(new Set(all.map(({ id }) => id)).size).toBe(60);
});

test("minutes: the usual until three lessons are known, then this student's own pace", () => {
	expect(minutesFor(12, null)).toBe(6);
	expect(minutesFor(12, { lessons: 3, setUp: 1, secondsPerTry: 10, takes: { mean: 1, spread: 0.2 } })).toBe(3);
	expect(minutesFor(0, { lessons: 3, setUp: 0, secondsPerTry: 10, takes: { mean: 1, spread: 0.2 } })).toBe(1);
	const pace = { lessons: 5, setUp: 1, secondsPerTry: 10, takes: { mean: 2, spread: 0.5 } };
	const [, peg] = gather([student({ pace })], DAY);
	expect(peg).toMatchObject({ least: 5, wish: 12, takes: { mean: 1, spread: 0.25 } });
});

test("a rung that slipped at its last check is worth more, and says so", () => {
	const slipped = scheduleOf(["2026-11-01"], [{ day: "2026-11-10", passed: false }]);
	const holes = [{ ...hole("slipped", ["2026-11-01"]), schedule: slipped }, ...ladder().holes.slice(1)];
	const item = gather([student({ ladders: [ladder({ holes })] })], DAY).find(({ class: kind }) => kind === "re-check");
	expect(item?.why).toBe("Slipped at its last check. Check due 15 days earlier. Cascade, rung 1 of 4.");
	expect(item?.value).toBeGreaterThan(6);
});

test("gathered anew, what the coach set stays where its thing is still there, and so do the coach's own", () => {
	const before = gather([student()], DAY).map((one) =>
		one.id === "peg-l" ? { ...one, pinned: { at: 5, minutes: 9 } } : one.id === "next-l" ? { ...one, out: true } : one,
	);
	const own: PlannedItem = { ...(before[0] as PlannedItem), id: "mine", own: true };
	const again = gatherAgain([...before, own], gather([student({ wish: "fly" })], DAY));
	expect(again.find(({ id }) => id === "peg-l")?.pinned).toEqual({ at: 5, minutes: 9 });
	expect(again.find(({ id }) => id === "next-l")?.out).toBe(true);
	expect(again.map(({ id }) => id)).toEqual(expect.arrayContaining(["mine", "talk-s"]));
});
