import fc from "fast-check";
import { planAnew } from "./anew";
import type { Planned } from "./run";

const left = (...minutes: number[]): Planned[] => [
	...minutes.map((one, i) => ({ id: `i${i}`, what: `item ${i}`, at: 0, minutes: one })),
	{ id: "wrap-up", what: "Wrap up", at: 0, minutes: 5 },
];

test("what fits is left alone", () => {
	expect(planAnew({ left: left(10, 10) }, 25)).toBeNull();
	expect(planAnew({ left: [] }, 0)).toBeNull();
});

test("all is shortened alike, and the wrap-up keeps its time", () =>
	expect(planAnew({ left: left(20, 10) }, 20)).toEqual({
		minutes: { i0: 10, i1: 5, "wrap-up": 5 },
		out: [],
		planned: 35,
		there: 20,
	}));

test("where that does not do, the last thing before the wrap-up goes first", () => {
	const anew = planAnew({ left: left(20, 10, 10) }, 15);
	expect(anew?.out.map(({ id }) => id)).toEqual(["i2"]);
	expect(anew?.minutes).toEqual({ i0: 6, i1: 4, "wrap-up": 5 } satisfies Record<string, number>);
});

test("the rest fits, as far as anything can go, and nothing grows", () =>
	fc.assert(
		fc.property(
			fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 8 }),
			fc.integer({ min: 0, max: 90 }),
			(some, there) => {
				const all = left(...some);
				const anew = planAnew({ left: all }, there);
				if (!anew) return;
				const took = Object.values(anew.minutes).reduce((a, b) => a + b, 0);
				expect(took <= there || Object.keys(anew.minutes).length === 1).toBe(true);
				for (const one of all) expect(anew.minutes[one.id] ?? 0).toBeLessThanOrEqual(one.minutes);
				expect(Object.keys(anew.minutes).length + anew.out.length).toBe(all.length);
			},
		),
	));
