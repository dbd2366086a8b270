import type { LessonView } from "@/core/log/view";
import { paceOf } from "./pace";

/** A lesson of visits, each from a minute on with so many tries so many seconds apart. */
function lesson(...visits: { student: string; from: number; tries: number; seconds: number }[]): LessonView {
	const at = (seconds: number) => new Date(seconds * 1000).toISOString();
	return {
		opened: { at: at(0) },
		visits: visits.map(({ student, from, tries, seconds }) => ({
			student,
			entries: Array.from({ length: tries }, (_, i) => ({ event: { at: at(from * 60 + i * seconds) }, try: {} })),
		})),
	} as unknown as LessonView;
}
const steady = () => lesson({ student: "s", from: 2, tries: 10, seconds: 20 });

test("nothing is known under three lessons with tries in them", () => {
	expect(paceOf([steady(), steady(), lesson()], "s")).toBeNull();
	expect(paceOf([steady(), steady(), steady()], "another student")).toBeNull();
});

test("set-up, seconds a try, and no straying where every visit is the same", () => {
	const pace = paceOf([steady(), steady(), steady()], "s");
	expect(pace).toMatchObject({ lessons: 3, setUp: 2, secondsPerTry: 20 });
	// The last try's own seconds are in the plan and not on the clock.
	expect(pace?.takes.mean).toBeCloseTo(5 / (2 + 200 / 60), 12);
	expect(pace?.takes.spread).toBeCloseTo(0, 12);
});

test("a rest in the middle is no try, and makes the visit longer; of a lesson for two each has their own", () => {
	const rested = () => {
		const one = lesson({ student: "s", from: 1, tries: 5, seconds: 30 });
		const { entries } = one.visits[0] as { entries: { event: { at: string } }[] };
		(entries.at(-1) as { event: { at: string } }).event.at = new Date(20 * 60_000).toISOString();
		return one;
	};
	const pace = paceOf([steady(), steady(), rested()], "s");
	expect(pace?.secondsPerTry).toBe(20);
	expect(pace?.takes.spread).toBeGreaterThan(0.5);
	const two = () =>
		lesson({ student: "t", from: 1, tries: 10, seconds: 60 }, { student: "s", from: 12, tries: 10, seconds: 10 });
	expect(paceOf([two(), two(), two()], "s")).toMatchObject({ setUp: 2, secondsPerTry: 10 });
	expect(paceOf([two(), two(), two()], "t")).toMatchObject({ setUp: 1, secondsPerTry: 60 });
});
