import fc from "fast-check";
import { dayAfter } from "@/core/text/fields";
import { keyCueOf, MEETINGS } from "./keyCue";

const START = "2026-03-02";
const on = (day: number) => dayAfter(START, day);
const met = (...days: number[]) => keyCueOf("soft knees", days.map(on), START);

test("six meetings over four weeks: each on its day counts, and says when the next is", () => {
	expect(met()).toEqual({ text: "soft knees", met: 0, due: START });
	expect(met(0)).toMatchObject({ met: 1, due: on(2) });
	expect(met(0, 2, 5, 10)).toMatchObject({ met: 4, due: on(18) });
	expect(met(0, 2, 5, 10, 18)).toMatchObject({ met: 5, due: on(28) });
	expect(met(0, 2, 5, 10, 18, 28)).toMatchObject({ met: 6, due: null });
});

test("met sooner, or twice on a day, it was met once; met late, the rest follows from there", () => {
	expect(met(0, 0, 1)).toEqual(met(0));
	expect(met(0, 9)).toMatchObject({ met: 2, due: on(12) });
});

test("however often it is given, six meetings span four weeks at least", () => {
	fc.assert(
		fc.property(fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 40 }), (days) => {
			const { met: count, due } = met(...days);
			expect(count).toBeLessThanOrEqual(MEETINGS);
			if (count === MEETINGS) expect(Math.max(...days) - Math.min(...days)).toBeGreaterThanOrEqual(28);
			expect(due === null).toBe(count === MEETINGS);
		}),
	);
});

test("what was said before it was made one is no meeting of it", () => {
	const days = [-9, -4, -1, 0, 2].map(on);
	expect(keyCueOf("soft knees", days, on(0))).toMatchObject({ met: 2, due: on(5) });
	expect(keyCueOf("soft knees", days, on(3))).toMatchObject({ met: 0, due: on(3) });
});
