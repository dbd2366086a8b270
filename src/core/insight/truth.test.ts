import { type Coach, logistic, positionsOf, students, type World } from "@/core/__tests__/students";
import { cueEffect, cueRuns } from "./cueEffect";
import { goesWith } from "./goesWith";
import { thenAndNow } from "./thenNow";

/** Simulated students whose truth is known, a few of them: `npm run truth` makes many more, of more worlds. */

test.each([
	[20, 0.4],
	[20, 0.6],
	[40, 0.4],
	[40, 0.6],
])(
	"over %s lessons with days of %s logit a steady student is told a dip, or a change, 5 times in 100 at most",
	(lessons, swing) => {
		const { rungLessonsOf } = students(20261201 + lessons);
		const told = (dip: number) =>
			Array.from({ length: 300 }, () => thenAndNow(rungLessonsOf(lessons, { days: swing, dip })));
		const steady = told(0);
		expect(steady.filter((one) => one?.dip).length).toBeLessThanOrEqual(15);
		expect(steady.filter((one) => one?.change !== "not sure").length).toBeLessThanOrEqual(15);
		expect(told(2).filter((one) => one?.dip).length).toBeGreaterThanOrEqual(180);
	},
);

describe("students whose truth is known", () => {
	const told = (lessons: number, world: Partial<World>) => {
		const { lessonsOf } = students(lessons);
		return Array.from({ length: 8 }, () =>
			Array.from({ length: 10 }, () => cueRuns(lessonsOf(lessons, world))),
		).flatMap((ofOne) => ofOne.flatMap((runs) => cueEffect(runs, ofOne.flat()) ?? []));
	};

	test.each([
		["once a visit", ({ any }, roll) => any === 0 && roll < 0.33],
		["at the third fault, two times in three", ({ run }, roll) => run >= 3 && roll < 0.67],
		["by her mood", ({ mood }, roll) => roll < logistic(-1 + 1.5 * mood)],
	] satisfies [string, (moment: Parameters<Coach>[0], roll: number) => boolean][])(
		"a cue that does nothing is told no gain, of a coach who speaks %s",
		(_, speaks) => {
			const { roll } = students(7);
			const all = told(14, { coach: (moment) => speaks(moment, roll()) });
			expect(all.length).toBeGreaterThan(60);
			// The mean of some 80 students swings by .005 to .01 itself.
			expect(Math.abs(all.reduce((sum, { gain }) => sum + gain, 0) / all.length)).toBeLessThan(0.02);
			expect(all.filter(({ gain }) => Math.abs(gain) >= 0.1).length).toBeLessThanOrEqual(all.length / 10);
		},
	);

	test("who always speaks, or always in the same state, has nothing to compare with", () => {
		expect(told(14, { coach: () => true })).toEqual([]);
		expect(told(14, { coach: ({ any, run }) => any === 0 && run >= 2 })).toEqual([]);
	});

	test.each([
		["lapses", { lapses: { chance: 0.15, adds: 1.5 } }],
		["spells", { spells: { adds: 1, ends: 0.15 } }],
	] satisfies [string, Partial<World>][])("%s are no pair", (_, world) => {
		const { lessonsOf } = students(11);
		const positions = positionsOf(6);
		const wrong = Array.from({ length: 100 }, () =>
			goesWith(lessonsOf(40, { ...world, watched: 3, of: 6 }), positions),
		).filter(({ found }) => found.length > 0);
		expect(wrong.length).toBeLessThanOrEqual(13);
	});
});
